import { Tabs as Radix } from "radix-ui";
import type { ReactNode } from "react";

/** Sheets of one page, one in view. */
export function Tabs({
  label,
  value,
  onChange,
  sheets,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  sheets: readonly { value: string; label: string; count?: number; children: () => ReactNode }[];
}) {
  return (
    <Radix.Root value={value} onValueChange={onChange}>
      <Radix.List aria-label={label} className="mb-5 flex flex-wrap gap-x-6 border-ink border-b">
        {sheets.map((sheet) => (
          <Radix.Trigger
            key={sheet.value}
            value={sheet.value}
            className="touch -mb-px h-9 border-transparent border-b-[3px] text-soft hover:text-ink data-[state=active]:border-incoming data-[state=active]:font-semibold data-[state=active]:text-ink"
          >
            {sheet.label}
            {sheet.count !== undefined && sheet.count > 0 && (
              <span className="figure ml-1.5 text-[13px] text-soft">{sheet.count}</span>
            )}
          </Radix.Trigger>
        ))}
      </Radix.List>
      {sheets.map((sheet) => (
        <Radix.Content key={sheet.value} value={sheet.value} tabIndex={-1}>
          {sheet.value === value && sheet.children()}
        </Radix.Content>
      ))}
    </Radix.Root>
  );
}
