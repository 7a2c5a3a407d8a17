import { DropdownMenu as Radix } from "radix-ui";
import type { ReactNode } from "react";

export interface MenuItem {
  label: string;
  keys?: string;
  disabled?: boolean;
  onSelect: () => void;
}

/** A list of actions behind one button. */
export function Menu({ trigger, items, heading }: { trigger: ReactNode; items: MenuItem[]; heading?: string }) {
  return (
    <Radix.Root modal={false}>
      <Radix.Trigger asChild>{trigger}</Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          align="end"
          sideOffset={4}
          collisionPadding={8}
          className="z-30 min-w-48 rounded-md border border-mark bg-sheet py-1"
        >
          {heading && <Radix.Label className="px-3 py-2 text-soft text-sm">{heading}</Radix.Label>}
          {items.map((item) => (
            <Radix.Item
              key={item.label}
              disabled={item.disabled}
              onSelect={item.onSelect}
              className="touch row-height flex cursor-pointer items-center justify-between gap-6 px-3 outline-none data-[disabled]:cursor-default data-[highlighted]:bg-paper data-[disabled]:text-soft"
            >
              {item.label}
              {item.keys && <span className="font-mono text-soft text-xs">{item.keys}</span>}
            </Radix.Item>
          ))}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
