import { type ReactNode, useId } from "react";

/** A control with its label above it. */
export function Labelled({ label, children }: { label: string; children: (id: string) => ReactNode }) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="mb-1 block text-[14px]">
        {label}
      </label>
      {children(id)}
    </div>
  );
}
