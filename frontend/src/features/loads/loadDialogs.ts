import { lazyDialog } from "../../ui/lazyPage";

/** What is opened from the list of loads, fetched with the dialogs of the top bar, once the page stands. */
export const LoadForm = lazyDialog("the load", async () => (await import("./LoadForm")).LoadForm);
export const LoadSetsDialog = lazyDialog("the sets", async () => (await import("./LoadSets")).LoadSetsDialog);
