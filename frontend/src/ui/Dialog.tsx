import { Dialog as Radix } from "radix-ui";
import type { ReactNode } from "react";

/** A sheet over the page. Without `onClose` only its own buttons close it. */
export function Dialog({
  title,
  children,
  onClose,
  describedBy,
  wide = false,
}: {
  title: string;
  children: ReactNode;
  onClose?: () => void;
  describedBy?: string;
  wide?: boolean;
}) {
  return (
    <Radix.Root open onOpenChange={(open) => !open && onClose?.()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-50 bg-black/45" />
        <Radix.Content
          aria-describedby={describedBy}
          className={`fixed top-1/2 left-1/2 z-50 max-h-[90dvh] ${wide ? "w-[min(52rem,calc(100vw-2rem))]" : "w-[min(36rem,calc(100vw-2rem))]"} -translate-x-1/2 -translate-y-1/2 overflow-auto rounded-md border border-rule bg-sheet p-6`}
          onEscapeKeyDown={(event) => !onClose && event.preventDefault()}
          onPointerDownOutside={(event) => !onClose && event.preventDefault()}
        >
          <Radix.Title className="mb-3 font-semibold text-xl">{title}</Radix.Title>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
