import { createContext, useCallback, useContext, useEffect, useRef } from "react";
import type { OutboxState, Outcome } from "../../api/outbox";
import type { LinesState, TypedLines } from "../../api/typedLines";
import type { FoundLineAnswer, LineAnswer, Load, OptionAnswer, PatchOperation, Rig } from "../../api/types";
import type { UnitSystem } from "../../ui/formatQuantity";

/** What the server does by itself: also letting a finding stand, and letting its rule speak again. */
export type Walk =
  | "undo"
  | "redo"
  | { restore: number }
  | { overrule: { finding: string; reason: string } }
  | { speak: string };

export interface RigContext {
  optionId: string;
  answer: OptionAnswer;
  /** The rig with what has been typed but not stored yet. */
  rig: Rig;
  units: UnitSystem;
  outbox: OutboxState;
  /** Load lines that are not loads yet. */
  lines: LinesState<LineAnswer>;
  typedLines: Pick<TypedLines<Load, LineAnswer>, "add" | "change" | "drop">;
  /** Lines about what is found, and what meters say, that are not in the rig yet. */
  found: LinesState<FoundLineAnswer>;
  foundLines: Pick<TypedLines<FoundLineAnswer, FoundLineAnswer>, "add" | "change" | "drop">;
  /** Queue an edit. One that does not go in is kept aside and shown by the page. */
  edit: (patch: PatchOperation[], options?: { gesture?: string; seen?: number }) => Promise<Outcome>;
  /** Send what was set aside again, or throw it away. */
  sendAgain: (editId: string) => void;
  drop: (editId: string) => void;
  /** Make a draft's edit after all, or throw it away. */
  settleDraft: (draftId: string, take: boolean) => Promise<void>;
  walk: (to: Walk) => Promise<void>;
  /** Put in an answer that something other than an edit brought. */
  accept: (answer: OptionAnswer) => void;
  notice: string;
  /** Open the comments, perhaps about a place such as “load:fridge”. */
  comment: (pin: string) => void;
}

export const RigContextProvider = createContext<RigContext | null>(null);

export function useRig(): RigContext {
  const context = useContext(RigContextProvider);
  if (!context) throw new Error("useRig outside of a rig");
  return context;
}

/**
 * Edits of a place that shows by itself why one was refused, with what was typed still in it. Once the place is gone from the
 * screen, or where the server failed rather than refused, the page keeps the edit as it keeps any other.
 */
export function useEditHere(): (patch: PatchOperation[], options?: { seen?: number }) => Promise<Outcome> {
  const { edit, drop } = useRig();
  const here = useRef(false);
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  return useCallback(
    async (patch, options) => {
      const outcome = await edit(patch, options);
      if (!outcome.stored && !outcome.failed && here.current) drop(outcome.editId);
      return outcome;
    },
    [edit, drop],
  );
}
