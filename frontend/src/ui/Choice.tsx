import { ToggleGroup } from "radix-ui";

/** One of a few, all in view. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
  disabled = false,
}: {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
  disabled?: boolean;
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      disabled={disabled}
      onValueChange={(next) => next && onChange(next as T)}
      className="inline-flex flex-wrap rounded-sm border border-mark bg-sheet"
    >
      {options.map((option) => (
        <ToggleGroup.Item
          key={option.value}
          value={option.value}
          className="touch h-8 border-mark border-r px-3 text-soft last:border-r-0 hover:text-ink data-[state=on]:bg-ink data-[state=on]:font-semibold data-[state=on]:text-paper"
        >
          {option.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
