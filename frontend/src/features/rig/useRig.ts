import { createContext, useContext } from "react";
import type { OutboxState, Outcome } from "../../api/outbox";
import type { OptionAnswer, PatchOperation, Problem, Rig } from "../../api/types";
import type { UnitSystem } from "../../ui/formatQuantity";

export interface RefusedEdit {
  id: string;
  patch: PatchOperation[];
  problem: Problem | null;
}

/** What the server does by itself: also letting a finding stand, and letting its rule speak again. */
export type Walk =
  | "undo"
  | "redo"
  | { restore: number }
  | { overrule: { code: string; reason: string } }
  | { speak: string };

export interface RigContext {
  optionId: string;
  answer: OptionAnswer;
  /** The rig with what has been typed but not stored yet. */
  rig: Rig;
  units: UnitSystem;
  outbox: OutboxState;
  refused: RefusedEdit[];
  dismiss: (id: string) => void;
  /** Queue an edit. A refusal is shown by whoever asked for it; `report` leaves that to the page. */
  edit: (patch: PatchOperation[], options?: { report?: boolean; gesture?: string }) => Promise<Outcome>;
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
