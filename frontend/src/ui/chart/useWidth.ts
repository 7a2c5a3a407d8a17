import { useLayoutEffect, useRef, useState } from "react";

const BEFORE_PX = 690; // until the place has been measured
const LEAST_PX = 160;

/** How wide a place is, in pixels, also after it has changed. */
export function useWidth<E extends HTMLElement>() {
  const ref = useRef<E>(null);
  const [width, setWidth] = useState(BEFORE_PX);
  useLayoutEffect(() => {
    const place = ref.current;
    if (!place) return;
    const measure = () => setWidth(place.clientWidth > 0 ? Math.max(place.clientWidth, LEAST_PX) : BEFORE_PX);
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(place);
    return () => observer.disconnect();
  }, []);
  return { ref, width };
}
