import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { previewQuery } from "../../api/queries";
import type { PatchOperation } from "../../api/types";
import { Button } from "../../ui/Button";
import { Popover } from "../../ui/Popover";
import { Failed, Waiting } from "../../ui/states";
import { Effect } from "./Effect";
import { useRig } from "./useRig";

/**
 * A fix: its effect is seen before it is accepted. One that is of the rig before the last edit is `tried` anew meanwhile: accepted,
 * it waits for that, and goes in only if it comes back the same.
 */
export function PreviewedFix({
  fix,
  tried = "holds",
  onOpenChange,
}: {
  fix: { label: string; patch: PatchOperation[] };
  tried?: "holds" | "not yet" | "no longer";
  onOpenChange?: (open: boolean) => void;
}) {
  const { edit } = useRig();
  const [open, keepOpen] = useState(false);
  const [accepted, setAccepted] = useState<string>();
  const setOpen = (to: boolean) => {
    keepOpen(to);
    setAccepted(undefined); // whoever leaves it does not want it any longer
    onOpenChange?.(to);
  };
  const put = () => {
    setOpen(false);
    void edit(fix.patch);
  };
  const accept = () => (tried === "not yet" ? setAccepted(JSON.stringify(fix.patch)) : put());
  useEffect(() => {
    if (accepted === undefined || tried === "not yet") return;
    setAccepted(undefined);
    if (tried === "holds" && accepted === JSON.stringify(fix.patch)) put();
  });
  return (
    <Popover
      open={open}
      onOpenChange={setOpen}
      label={`What changes: ${fix.label}`}
      trigger={
        <button type="button" className="touch text-left font-semibold text-stored underline underline-offset-2">
          {fix.label}…
        </button>
      }
    >
      <Fetched fix={fix} />
      <div className="mt-3 flex justify-end gap-3">
        <Button onClick={() => setOpen(false)}>Leave it</Button>
        <Button kind="main" onClick={accept} autoFocus>
          {accepted === undefined ? "Accept" : "Trying it first…"}
        </Button>
      </div>
    </Popover>
  );
}

/** What a fix would change, as soon as it is worked out. */
export function Fetched({ fix }: { fix: { label: string; patch: PatchOperation[] } }) {
  const { optionId, answer } = useRig();
  const query = useQuery(previewQuery(optionId, answer.revision, fix.patch));
  if (query.isPending) return <Waiting what="the effect" failed={query.failureReason} />;
  if (query.isError) return <Failed error={query.error} retry={() => void query.refetch()} />;
  return (
    <>
      <p className="mb-2 font-semibold">{fix.label}</p>
      <Effect preview={query.data} />
    </>
  );
}
