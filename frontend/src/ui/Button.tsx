import type { ButtonHTMLAttributes } from "react";

type Kind = "plain" | "main" | "quiet" | "danger";

const LOOK: Record<Kind, string> = {
  plain: "border border-mark bg-sheet hover:border-ink",
  main: "border border-ink bg-ink text-paper hover:opacity-90",
  quiet: "border border-transparent hover:border-rule",
  danger: "border border-danger text-danger hover:bg-danger hover:text-on-mark",
};

export function Button({
  kind = "plain",
  className = "",
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { kind?: Kind }) {
  return (
    <button
      type="button"
      className={`touch inline-flex h-[34px] items-center gap-2 rounded-sm px-3 text-[15px] disabled:opacity-50 ${LOOK[kind]} ${className}`}
      {...rest}
    />
  );
}
