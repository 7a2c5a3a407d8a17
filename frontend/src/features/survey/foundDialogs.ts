import { lazyDialog } from "../../ui/lazyPage";

/** The form behind a thing that was found, fetched when it is first opened. */
export const FoundDialog = lazyDialog("the form", async () => (await import("./FoundDialog")).FoundDialog);
