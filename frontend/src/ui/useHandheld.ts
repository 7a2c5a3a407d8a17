import { useEffect, useState } from "react";

export const HANDHELD = "(max-width: 600px)";

/** Whether the page is a phone's: then one thing or question fills the screen. */
export function useHandheld(): boolean {
  const [handheld, setHandheld] = useState(() => window.matchMedia(HANDHELD).matches);
  useEffect(() => {
    const media = window.matchMedia(HANDHELD);
    const onChange = () => setHandheld(media.matches);
    media.addEventListener("change", onChange);
    return () => media.removeEventListener("change", onChange);
  }, []);
  return handheld;
}
