import { type InputHTMLAttributes, useId } from "react";

/** A labelled field of a form that is sent as a whole. */
export function TextField({
  label,
  hint,
  className = "w-full",
  ...rest
}: { label: string; hint?: string } & InputHTMLAttributes<HTMLInputElement>) {
  const id = useId();
  return (
    <div className="mb-3">
      <label htmlFor={id} className="mb-0.5 block">
        {label}
      </label>
      <input id={id} className={`field ${className}`} {...rest} />
      {hint && <p className="mt-0.5 text-[13px] text-soft">{hint}</p>}
    </div>
  );
}
