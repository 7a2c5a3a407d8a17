import { type PointerEvent, useState } from "react";
import { toCentimetre } from "./plan";

const STILL_PX = 4; // a press that moves less is a press

/** How far a part of a drawing is being dragged, to the right and up, in metres. `onDone` is told, unless it stayed put. */
export function useDragged(perMetre: number, onDone: (across: number, up: number) => void, onPress?: () => void) {
  const [drag, setDrag] = useState<{ x: number; y: number; across: number; up: number } | null>(null);
  const onPointerDown = (event: PointerEvent<SVGGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    setDrag({ x: event.clientX, y: event.clientY, across: 0, up: 0 });
  };
  const onPointerMove = (event: PointerEvent<SVGGElement>) => {
    if (!drag) return;
    const svg = event.currentTarget.ownerSVGElement;
    const drawn = svg ? svg.getBoundingClientRect().width / svg.viewBox.baseVal.width : 1;
    const metre = drawn * perMetre;
    setDrag({
      ...drag,
      across: toCentimetre((event.clientX - drag.x) / metre),
      up: toCentimetre((drag.y - event.clientY) / metre),
    });
  };
  const onPointerUp = () => {
    if (!drag) return;
    setDrag(null);
    if (Math.hypot(drag.across, drag.up) * perMetre < STILL_PX) onPress?.();
    else onDone(drag.across, drag.up);
  };
  return {
    across: drag?.across ?? 0,
    up: drag?.up ?? 0,
    handlers: { onPointerDown, onPointerMove, onPointerUp, onPointerCancel: () => setDrag(null) },
  };
}
