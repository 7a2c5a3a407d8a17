import { useEffect, useId, useRef } from "react";
import { newName } from "../../api/outbox";
import { Button } from "../../ui/Button";
import { FieldRow } from "./fields";
import { useRig } from "./useRig";

const PAUSE_MS = 2_000;

/** A small whole number, one up or down at a press. Presses in quick succession are one edit in the history. */
export function Stepper({
  label,
  path,
  value,
  min,
  max,
}: {
  label: string;
  path: string;
  value: number;
  min: number;
  max: number;
}) {
  const id = useId();
  const { edit, answer } = useRig();
  const gesture = useGesture();
  // Presses may come faster than the screen is drawn again.
  const latest = useRef(value);
  latest.current = value;
  const step = (by: number) => {
    latest.current = Math.min(max, Math.max(min, latest.current + by));
    void edit([{ op: "add", path, value: latest.current }], { gesture: gesture() });
  };
  return (
    <FieldRow id={id} label={label}>
      <Button aria-label={`${label}: one fewer`} disabled={!answer.may_edit || value <= min} onClick={() => step(-1)}>
        −
      </Button>
      <output id={id} className="figure w-8 text-center">
        {value}
      </output>
      <Button aria-label={`${label}: one more`} disabled={!answer.may_edit || value >= max} onClick={() => step(1)}>
        +
      </Button>
    </FieldRow>
  );
}

/** One name for all that follows within a moment of each other. */
function useGesture(): () => string {
  const name = useRef("");
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  return () => {
    name.current ||= newName();
    clearTimeout(timer.current);
    timer.current = setTimeout(() => {
      name.current = "";
    }, PAUSE_MS);
    return name.current;
  };
}
