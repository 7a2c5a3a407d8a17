import { useState } from "react";
import type { Outcome } from "../../api/outbox";
import type { PatchOperation } from "../../api/types";
import { changedMembers } from "./changedMembers";
import { useEditHere, useRig } from "./useRig";

type Members = Readonly<Record<string, unknown>>;

/**
 * A form on one thing of the rig, which sends what has been changed in it since it was opened, or since it was last stored.
 * `stored` is the thing as the form shows it then, null for one that is new.
 */
export function useFormOf(path: string, stored: Members | null) {
  const { answer } = useRig();
  const edit = useEditHere();
  const [opened, setOpened] = useState({ revision: answer.revision, members: stored });

  const store = async (members: Members, more: PatchOperation[] = []): Promise<Outcome> => {
    const patch = changedMembers(path, opened.members, members);
    if (patch.length === 0) return { stored: true };
    const outcome = await edit([...patch, ...more], { seen: opened.revision });
    // What was sent is what is there now, as far as this form knows: own revisions are no clash with what it sends next.
    if (outcome.stored) setOpened({ revision: opened.revision, members });
    return outcome;
  };
  return { opened: opened.members, store };
}
