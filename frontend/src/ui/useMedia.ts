import { useEffect, useState } from "react";

/** Whether the page is as a media query says. */
export function useMedia(query: string): boolean {
  const [is, setIs] = useState(() => window.matchMedia(query).matches);
  useEffect(() => {
    const media = window.matchMedia(query);
    const onChange = () => setIs(media.matches);
    media.addEventListener("change", onChange);
    return () => media.removeEventListener("change", onChange);
  }, [query]);
  return is;
}
