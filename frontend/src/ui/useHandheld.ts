import { useMedia } from "./useMedia";

export const HANDHELD = "(max-width: 600px)";

/** Whether the page is a phone's: then one thing or question fills the screen. */
export const useHandheld = (): boolean => useMedia(HANDHELD);
