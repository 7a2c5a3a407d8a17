import { useMedia } from "../../ui/useMedia";

/** Whether the page is too narrow for the ledger at its side. */
export const useNarrow = (): boolean => useMedia("(max-width: 1179px)");
