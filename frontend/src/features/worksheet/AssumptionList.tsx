import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { referenceQuery } from "../../api/queries";
import type { Assumption, PatchOperation } from "../../api/types";
import { formatNumber } from "../../ui/formatQuantity";
import { readQuantity } from "../../ui/readQuantity";
import { Failed, Waiting } from "../../ui/states";
import { MemoryMark } from "./Figure";
import { faultOf } from "./fields";
import { useEditHere, useRig } from "./useRig";

const CHEMISTRIES = ["lfp", "nmc", "agm", "gel", "flooded", "sealed_wet", "custom"];

/** What the product assumes: those whose id begins with `of`, or the general ones and those of the chemistry at hand. Shares are shown in per cent. */
export function AssumptionList({ of }: { of?: string } = {}) {
  const { rig } = useRig();
  const reference = useQuery(referenceQuery);
  if (reference.isPending) return <Waiting what="the assumptions" failed={reference.failureReason} />;
  if (reference.isError) return <Failed error={reference.error} retry={() => void reference.refetch()} />;
  const shown = reference.data.assumptions.filter((one) => {
    if (of) return one.id.startsWith(of);
    const chemistry = one.id.split(".")[0] ?? "";
    return !CHEMISTRIES.includes(chemistry) || chemistry === rig.storage.chemistry;
  });
  return (
    <ul className="grid gap-x-10 xl:grid-cols-2">
      {shown.map((assumption) => (
        <AssumptionItem key={assumption.id} assumption={assumption} />
      ))}
    </ul>
  );
}

function AssumptionItem({ assumption }: { assumption: Assumption }) {
  const { rig, answer } = useRig();
  const edit = useEditHere();
  const [draft, setDraft] = useState<string | null>(null);
  const [fault, setFault] = useState("");
  const share = assumption.id.endsWith("_frac");
  const scale = share ? 100 : 1;
  const own = rig.assumptions[assumption.id];
  const text = formatNumber((own ?? assumption.value) * scale);
  const path = `/assumptions/${assumption.id}`;

  const send = async (patch: PatchOperation[]) => {
    setFault("");
    const outcome = await edit(patch);
    // What has been typed since it was sent stays.
    if (outcome.stored) setDraft((now) => (now === draft ? null : now));
    else setFault(faultOf(outcome));
  };
  const commit = () => {
    if (draft === null || draft.trim() === text) return setDraft(null);
    const read = readQuantity(draft, share ? "%" : assumption.unit, "metric");
    if ("fault" in read) return setFault(read.fault);
    if (read.value === null) return setFault("A number is needed here.");
    void send([{ op: "add", path, value: read.value / scale }]);
  };

  return (
    <li className="border-rule border-b py-1">
      <div className="flex items-center gap-3">
        <span className={`flex-1 leading-tight ${own === undefined ? "" : "font-semibold"}`}>
          {assumption.title}
          {assumption.source.from_memory && <MemoryMark />}
        </span>
        {own !== undefined && answer.may_edit && (
          <button
            type="button"
            onClick={() => void send([{ op: "remove", path }])}
            className="touch text-[13px] text-stored underline"
          >
            back to {formatNumber(assumption.value * scale)}
          </button>
        )}
        <input
          aria-label={assumption.title}
          disabled={!answer.may_edit}
          inputMode="decimal"
          className="field w-[4.6rem] text-right font-mono"
          value={draft ?? text}
          aria-invalid={fault !== ""}
          onChange={(event) => setDraft(event.target.value)}
          onBlur={commit}
          onKeyDown={(event) => event.key === "Enter" && commit()}
        />
        <span className="w-12 text-[13px] text-soft">{share ? "%" : assumption.unit}</span>
      </div>
      <p className="pb-0.5 text-[13px] text-soft leading-snug">
        {assumption.note ? `${assumption.note} ` : ""}
        {assumption.source.title}.
      </p>
      {fault && (
        <p role="alert" className="text-[14px] text-danger">
          {fault}
        </p>
      )}
    </li>
  );
}
