import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, unwrap } from "../../api/client";
import { newName } from "../../api/outbox";
import { optionQuery } from "../../api/queries";
import type { JobAnswer, OptionAnswer, SystemLink } from "../../api/types";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Dialog } from "../../ui/Dialog";
import { Labelled } from "../../ui/Labelled";
import { Refusal } from "../../ui/Refusal";
import { readQuantity } from "../../ui/readQuantity";
import { useTask } from "../../ui/useTask";
import { STORED_SO_FAR, useTypedSince } from "../../ui/useTypedSince";
import { useRig } from "../worksheet/useRig";

const STANDARD: Omit<SystemLink, "system" | "position"> = {
  gives: true,
  source: "alternator",
  output_a: 30,
  output_v: 14.4,
  charger_frac: 0.9,
  hours_per_day: null,
  absent_at: [],
};

/** A link, written at both of its ends. */
export function LinkDialog({
  job,
  others,
  id,
  link,
  position,
  onClose,
}: {
  job: JobAnswer;
  others: string[];
  id: string | null;
  link: SystemLink | null;
  position: number;
  onClose: () => void;
}) {
  const { optionId, rig, units, accept } = useRig();
  const queries = useQueryClient();
  const task = useTask();
  const typing = useTypedSince();
  // One id for as long as the form is open: sent twice, a new link is still one.
  const [linkId] = useState(() => id ?? `k${newName().slice(0, 10)}`);
  const [opened, setOpened] = useState(link);
  const [draft, setDraft] = useState<SystemLink>(link ?? { ...STANDARD, system: others[0] ?? "", position });
  const [amps, setAmps] = useState(String(draft.output_a));
  const [volts, setVolts] = useState(link ? String(link.output_v) : "");
  const [passes, setPasses] = useState(String(Math.round(draft.charger_frac * 1000) / 10));
  const [hours, setHours] = useState(draft.hours_per_day === null ? "" : String(draft.hours_per_day));
  const options = job.options.filter((option) => option.system === draft.system);
  const [chosen, setChosen] = useState("");
  const other = options.find((option) => option.id === chosen)?.id ?? options.at(-1)?.id ?? "";
  const set = (change: Partial<SystemLink>) => setDraft((before) => ({ ...before, ...change }));

  const join = () =>
    task.run(async () => {
      const read = (text: string, unit: string) => {
        const found = readQuantity(text, unit, units);
        if ("fault" in found) throw new Error(found.fault);
        return found.value;
      };
      const typedSince = typing.sent();
      const output = read(amps, "A");
      if (output === null) throw new Error("How many amps the charger gives is needed.");
      const body = {
        other_option_id: other,
        link_id: linkId,
        seen: opened,
        link: {
          ...draft,
          output_a: output,
          output_v: read(volts, "V") ?? draft.output_v,
          hours_per_day: read(hours, "h"),
          charger_frac: (read(passes, "%") ?? 90) / 100,
        },
        volts_of_fed_bank: volts.trim() === "",
      };
      const params = { path: { option_id: optionId } };
      const next = (await unwrap(client.POST("/api/v1/options/{option_id}/links", { params, body }))) as OptionAnswer;
      setOpened(next.rig.links[linkId] ?? null);
      accept(next);
      await queries.invalidateQueries({ queryKey: optionQuery(other).queryKey });
      await queries.invalidateQueries({ queryKey: ["link ends"] });
      if (typedSince()) throw new Error(STORED_SO_FAR);
      onClose();
    });
  const typed = (label: string, value: string, put: (text: string) => void, unit: string, hint: string) => (
    <Labelled label={label}>
      {(fieldId) => (
        <>
          <input
            id={fieldId}
            className="field w-24 text-right font-mono"
            inputMode="decimal"
            value={value}
            onChange={(event) => put(event.target.value)}
          />
          <span className="ml-1 text-[13px] text-soft">{unit}</span>
          <span className="block max-w-44 text-[13px] text-soft">{hint}</span>
        </>
      )}
    </Labelled>
  );
  return (
    <Dialog title={link ? `Link with ${link.system}` : "A link between systems"} onClose={onClose} wide>
      <form
        className="flex flex-col gap-4"
        onInput={typing.onInput}
        onSubmit={(event) => {
          event.preventDefault();
          void join();
        }}
      >
        <div className="flex flex-wrap items-end gap-4">
          <Choice
            label="Which way"
            value={draft.gives ? "gives" : "takes"}
            options={[
              { value: "gives", label: "this system feeds" },
              { value: "takes", label: "this system is fed by" },
            ]}
            onChange={(way) => set({ gives: way === "gives" })}
          />
          <select
            aria-label="The other system"
            className="field"
            value={draft.system}
            disabled={link !== null}
            onChange={(event) => set({ system: event.target.value })}
          >
            {others.map((name) => (
              <option key={name}>{name}</option>
            ))}
          </select>
          <select
            aria-label="Its option"
            className="field"
            value={other}
            onChange={(event) => setChosen(event.target.value)}
          >
            {options.map((option) => (
              <option key={option.id} value={option.id}>
                {option.name}
              </option>
            ))}
          </select>
        </div>
        <Choice
          label="Through what"
          value={draft.source}
          options={[
            { value: "alternator", label: "a charger on the alternator" },
            { value: "bank", label: "a charger on the bank" },
            { value: "inverter", label: "a cord from the inverter" },
          ]}
          onChange={(source) => set({ source })}
        />
        <div className="flex flex-wrap gap-6">
          {typed("The charger gives", amps, setAmps, "A", "at the bank that is fed")}
          {typed("at", volts, setVolts, "V", "empty: what that bank is charged at")}
          {typed("It passes on", passes, setPasses, "%", "of what it takes; 90 is usual")}
          {typed("Hours a day", hours, setHours, "h", "empty: while driving")}
        </div>
        <fieldset>
          <legend className="mb-1 text-[14px]">Together at</legend>
          {Object.entries(rig.stays).map(([stay, { place }]) => (
            <label key={stay} className="touch mr-5 inline-flex items-center gap-2">
              <input
                type="checkbox"
                checked={!draft.absent_at.includes(stay)}
                onChange={(event) =>
                  set({
                    absent_at: event.target.checked
                      ? draft.absent_at.filter((one) => one !== stay)
                      : [...draft.absent_at, stay],
                  })
                }
              />
              {place || "a stay"}
            </label>
          ))}
          {Object.keys(rig.stays).length === 0 && <span className="text-soft">every day: no stay is planned</span>}
        </fieldset>
        <Refusal>{task.refusal}</Refusal>
        <div className="flex justify-end gap-3">
          <Button onClick={onClose}>Leave</Button>
          <Button kind="main" type="submit" disabled={task.busy || other === ""}>
            {link ? "Store at both ends" : "Join them"}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
