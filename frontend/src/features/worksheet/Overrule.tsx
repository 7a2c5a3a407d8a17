import { useState } from "react";
import type { Finding } from "../../api/types";
import { Button } from "../../ui/Button";
import { Popover } from "../../ui/Popover";
import { TextField } from "../../ui/TextField";
import { useRig } from "./useRig";

/** Let a fault or an advice stand: with a reason, under one's own name, until it gets worse. */
export function Overrule({ finding }: { finding: Finding }) {
  const { walk } = useRig();
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  const enough = reason.trim().length >= 3;
  const send = () => {
    if (!enough) return;
    setOpen(false);
    void walk({ overrule: { finding: finding.key, reason: reason.trim() } });
  };
  return (
    <Popover
      open={open}
      onOpenChange={setOpen}
      label="Let it stand"
      trigger={
        <button type="button" className="touch text-soft underline underline-offset-2 hover:text-ink">
          Let it stand…
        </button>
      }
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          send();
        }}
      >
        <TextField
          label="Why may it stand?"
          hint="Kept with your name, the date and today's values. It comes back when it gets worse."
          value={reason}
          maxLength={300}
          autoFocus
          onChange={(event) => setReason(event.target.value)}
        />
        <div className="flex justify-end gap-3">
          <Button onClick={() => setOpen(false)}>Cancel</Button>
          <Button kind="main" type="submit" disabled={!enough}>
            Let it stand
          </Button>
        </div>
      </form>
    </Popover>
  );
}

/** What somebody lets stand, folded away below what is to be dealt with. */
export function OverruledList({ findings }: { findings: Finding[] }) {
  const { answer, walk } = useRig();
  if (findings.length === 0) return null;
  return (
    <details className="mb-6 max-w-[46rem] text-[14px]">
      <summary className="touch cursor-pointer py-1 text-soft">
        {findings.length === 1 ? "One finding is let stand" : `${findings.length} findings are let stand`}
      </summary>
      <ul>
        {findings.map((finding) => (
          <li key={finding.key} className="border-rule border-b py-2 leading-snug">
            <p className="text-soft">{finding.what}</p>
            {finding.overruled && <By overruled={finding.overruled} />}
            {answer.may_edit && (
              <button
                type="button"
                className="touch mt-1 text-stored underline underline-offset-2"
                onClick={() => void walk({ speak: finding.key })}
              >
                Let the rule speak again
              </button>
            )}
          </li>
        ))}
      </ul>
    </details>
  );
}

/** Who let it stand, when, and why. */
export function By({ overruled }: { overruled: NonNullable<Finding["overruled"]> }) {
  return (
    <p className="mt-0.5">
      {overruled.by}, {overruled.on}: “{overruled.reason}”
    </p>
  );
}
