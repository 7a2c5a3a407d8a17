import type { ReactNode } from "react";
import { useParams } from "react-router";
import { useHandheld } from "../../ui/useHandheld";
import { useRig } from "../worksheet/useRig";
import { usePhotographQueue } from "./usePhotographQueue";

/**
 * A sheet that fills the screen of a phone: nothing stands around it but where one is, what is kept here, and the way out. On
 * larger screens it is a sheet like any other.
 */
export function HandheldSheet({
  tab,
  onTab,
  children,
}: {
  tab: "walk" | "readings";
  onTab: (tab: string) => void;
  children: ReactNode;
}) {
  const handheld = useHandheld();
  if (!handheld) return children;
  const choice = (to: "walk" | "readings", words: string) => (
    <button
      type="button"
      aria-pressed={tab === to}
      onClick={() => onTab(to)}
      className={`min-h-12 border-b-[3px] px-2 text-[17px] ${tab === to ? "border-incoming font-semibold" : "border-transparent text-soft"}`}
    >
      {words}
    </button>
  );
  return (
    <div className="fixed inset-0 z-30 flex flex-col overflow-auto bg-paper px-4 pb-2 print:hidden">
      <nav aria-label="In the vehicle" className="mb-3 flex items-center gap-3 border-ink border-b">
        {choice("readings", "Read")}
        {choice("walk", "Walk")}
        <KeptHere />
        <button
          type="button"
          onClick={() => onTab("found")}
          className="min-h-12 px-2 text-[15px] text-stored underline"
        >
          Everything
        </button>
      </nav>
      {children}
    </div>
  );
}

/** Whether what was said has reached the server. */
function KeptHere() {
  const { outbox, lines, found } = useRig();
  const { jobId = "" } = useParams();
  const { waiting } = usePhotographQueue(jobId);
  const count = outbox.waiting.length + lines.lines.length + found.lines.length + waiting.length;
  const away = (outbox.trouble ?? lines.trouble ?? found.trouble) !== null;
  return (
    <span
      role="status"
      className={`ml-auto text-[14px] ${away && count > 0 ? "font-semibold text-fault" : "text-soft"}`}
    >
      {count === 0 ? "Saved" : away ? `${count} kept here` : "Saving…"}
    </span>
  );
}
