import type { PatchOperation } from "../../api/types";

type Members = Readonly<Record<string, unknown>>;

/**
 * Only those members of a thing that a form has changed since it was opened: what others have changed meanwhile stays. A thing
 * that was not there is added whole. `before` is what the form showed when it was opened.
 */
export function changedMembers(path: string, before: Members | null | undefined, after: Members): PatchOperation[] {
  if (!before) return [{ op: "add", path, value: after }];
  const names = [...new Set([...Object.keys(before), ...Object.keys(after)])];
  return names.flatMap((name): PatchOperation[] => {
    const place = `${path}/${name.replaceAll("~", "~0").replaceAll("/", "~1")}`;
    if (same(before[name], after[name])) return [];
    return after[name] === undefined
      ? [{ op: "remove", path: place }]
      : [{ op: "add", path: place, value: after[name] }];
  });
}

/** Equal as stored: the order of members does not count, and a member that is not there is like one that says nothing. */
function same(one: unknown, other: unknown): boolean {
  if (one === other || (one ?? null) === (other ?? null)) return true;
  if (typeof one !== "object" || typeof other !== "object" || !one || !other) return false;
  if (Array.isArray(one) !== Array.isArray(other)) return false;
  const names = new Set([...Object.keys(one), ...Object.keys(other)]);
  return [...names].every((name) => same((one as Members)[name], (other as Members)[name]));
}
