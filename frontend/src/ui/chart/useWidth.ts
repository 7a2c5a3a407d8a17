import { useLayoutEffect, useRef, useState } from "react";

const BEFORE_PX = 690; // until the place has been measured

/** How wide a place is, in pixels, also after it has changed. */
export function useWidth<E extends HTMLElement>() {
  const ref = useRef<E>(null);
  const [width, setWidth] = useState(BEFORE_PX);
  useLayoutEffect(() => {
    const place = ref.current;
    if (!place) return;
    const measure = () => setWidth(Math.max(place.clientWidth, 160) || BEFORE_PX);
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(place);
    return () => observer.disconnect();
  }, []);
  return { ref, width };
}
