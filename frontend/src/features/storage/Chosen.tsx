import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { partsQuery } from "../../api/queries";
import type { Rig } from "../../api/types";
import { Button } from "../../ui/Button";
import { lazyPage } from "../../ui/lazyPage";
import { Section } from "../../ui/PageHead";
import { Figure } from "../worksheet/Figure";
import { FieldRow, NumberField } from "../worksheet/fields";
import { NeedRows } from "../worksheet/NeedRows";
import { OwnPartDialog } from "../worksheet/OwnPartDialog";
import { OwnParts } from "../worksheet/OwnParts";
import { PartName } from "../worksheet/PartName";
import { PartPicker } from "../worksheet/PartPicker";
import { Stepper } from "../worksheet/Stepper";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";

const TakeOff = lazyPage("the leads of the bank", async () => (await import("./TakeOff")).TakeOff);

type Bank = NonNullable<Rig["storage"]["bank"]>;

/** The bank that was chosen – from the parts, string by string, or by its amp-hours – and what it gives. */
export function Chosen() {
  const { storage } = useRig().rig;
  const [adding, setAdding] = useState(false);
  const strings = Object.keys(storage.bank?.strings ?? {}).length > 0;
  return (
    <Section title="Chosen" aside={storage.bank ? undefined : "nothing yet"}>
      <PartPicker place="storage.bank" what="batteries" onOwn={() => setAdding(true)} />
      {storage.bank?.units ? <BuiltUp /> : strings ? <StringByString bank={storage.bank as Bank} /> : <ByAmpHours />}
      <OwnParts kind="battery" used={storage.bank?.units ? [storage.bank.units.part] : []} />
      {adding && <OwnPartDialog kind="battery" id={null} onClose={() => setAdding(false)} />}
      <TakeOff />
      <Gives />
    </Section>
  );
}

/** Units in series and in parallel. */
function BuiltUp() {
  const { rig, edit, answer } = useRig();
  const { figure } = useStepFigures("storage");
  const units = rig.storage.bank?.units;
  if (!units) return null;
  const apart = () => {
    const strings = Object.fromEntries(
      Array.from({ length: units.parallel }, (_, index) => [
        `s${index + 1}`,
        { position: index + 1, units: Array.from({ length: units.series }, () => units.part) },
      ]),
    );
    void edit([{ op: "replace", path: "/storage/bank", value: { strings } }]);
  };
  return (
    <>
      <FieldRow label="Built up of">
        <PartName reference={units.part} />
        {answer.may_edit && (
          <>
            <Button kind="quiet" onClick={() => void edit([{ op: "replace", path: "/storage/bank", value: null }])}>
              Choose again
            </Button>
            <Button kind="quiet" onClick={apart}>
              They are not all alike…
            </Button>
          </>
        )}
      </FieldRow>
      <Stepper label="In series" path="/storage/bank/units/series" value={units.series} min={1} max={48} />
      <Stepper label="In parallel" path="/storage/bank/units/parallel" value={units.parallel} min={1} max={48} />
      <NeedRows
        rows={[
          { label: "Volts of a string", figure: figure("storage.arrangement.volts_v") },
          { label: "Capacity", figure: figure("storage.have_ah") },
          { label: "Its electronics pass", figure: figure("storage.bms_limit_a") },
          ...(figure("storage.current_with_one_out_a")
            ? [
                {
                  label: "With one unit parted",
                  figure: figure("storage.current_with_one_out_a"),
                  note: "what the others still carry",
                },
              ]
            : []),
        ]}
      />
    </>
  );
}

/** Strings that differ, each with its own units. */
function StringByString({ bank }: { bank: Bank }) {
  const { rig, edit, answer } = useRig();
  const { figure } = useStepFigures("storage");
  const book = useQuery(partsQuery).data?.parts ?? [];
  const kinds = [
    ...Object.entries(rig.own_parts)
      .filter(([, own]) => own.part.kind === "battery")
      .map(([id, own]) => ({ reference: `own:${id}`, name: own.part.name })),
    ...book
      .filter((one) => one.part.kind === "battery" && !one.withdrawn)
      .map((one) => ({ reference: one.reference, name: one.part.name })),
  ];
  const strings = Object.entries(bank.strings).sort(([, one], [, other]) => one.position - other.position);
  const set = (id: string, units: string[]) =>
    void edit(
      units.length > 0
        ? [{ op: "replace", path: `/storage/bank/strings/${id}/units`, value: units }]
        : strings.length > 1
          ? [{ op: "remove", path: `/storage/bank/strings/${id}` }]
          : [{ op: "replace", path: "/storage/bank", value: null }],
    );
  const last = strings[strings.length - 1];
  const addString = () => {
    if (!last) return;
    const number = Math.max(...strings.map(([id]) => Number(id.replace(/\D/g, "")) || 0)) + 1;
    const value = { position: last[1].position + 1, units: last[1].units };
    void edit([{ op: "add", path: `/storage/bank/strings/s${number}`, value }]);
  };
  return (
    <>
      {strings.map(([id, string], number) => (
        <FieldRow key={id} label={`String ${number + 1}`}>
          {string.units.map((unit, place) => (
            <select
              key={place}
              aria-label={`String ${number + 1}, unit ${place + 1}`}
              className="field max-w-full"
              disabled={!answer.may_edit}
              value={unit}
              onChange={(event) =>
                set(
                  id,
                  event.target.value === ""
                    ? string.units.filter((_, other) => other !== place)
                    : string.units.map((one, other) => (other === place ? event.target.value : one)),
                )
              }
            >
              {!kinds.some((kind) => kind.reference === unit) && <option value={unit}>as chosen before</option>}
              {kinds.map((kind) => (
                <option key={kind.reference} value={kind.reference}>
                  {kind.name}
                </option>
              ))}
              <option value="">take it out</option>
            </select>
          ))}
          {answer.may_edit && (
            <Button
              kind="quiet"
              onClick={() => set(id, [...string.units, string.units[string.units.length - 1] ?? ""])}
            >
              + in series
            </Button>
          )}
          <span className="text-[14px] text-soft">
            <Figure figure={figure(`storage.string.${id}.volts_v`)} />{" "}
            <Figure figure={figure(`storage.string.${id}.ah`)} />
          </span>
        </FieldRow>
      ))}
      {answer.may_edit && (
        <div className="my-2 flex gap-3">
          <Button onClick={addString}>+ String</Button>
          <Button kind="quiet" onClick={() => void edit([{ op: "replace", path: "/storage/bank", value: null }])}>
            Choose again
          </Button>
        </div>
      )}
      <NeedRows
        rows={[
          { label: "Capacity, about", figure: figure("storage.have_ah"), note: "each string by its smallest unit" },
          { label: "Its electronics pass", figure: figure("storage.bms_limit_a") },
        ]}
      />
    </>
  );
}

function ByAmpHours() {
  const { storage } = useRig().rig;
  return (
    <>
      <NumberField
        label={`Capacity at ${storage.system_v} V`}
        path="/storage/bank"
        unit="Ah"
        nullable
        value={storage.bank?.nominal_ah ?? null}
        send={(ah) => (ah === null ? null : { nominal_ah: ah, bms_limit_a: storage.bank?.bms_limit_a ?? null })}
        hint="Two blocks in series add volts, not amp-hours: type the Ah of the whole bank at its volts."
      />
      {storage.bank && (
        <NumberField
          label="Its electronics pass"
          path="/storage/bank/bms_limit_a"
          unit="A"
          nullable
          value={storage.bank.bms_limit_a}
        />
      )}
    </>
  );
}

function Gives() {
  const { storage } = useRig().rig;
  const { figure } = useStepFigures("storage");
  const low = figure("storage.days_without_charge.low");
  const high = figure("storage.days_without_charge.high");
  return (
    <NeedRows
      rows={[
        {
          label: "Energy",
          figure: figure("storage.bank_wh"),
          note: storage.bank ? "" : "a bank of exactly the need, until one is chosen",
        },
        { label: "Usable", figure: figure("storage.usable_wh") },
        ...(storage.bank
          ? [{ label: storage.bank.units ? "Mass" : "Mass, about", figure: figure("storage.mass_kg") }]
          : []),
        ...(figure("storage.volume_l") ? [{ label: "Volume", figure: figure("storage.volume_l") }] : []),
        ...(figure("loads.row.bank~heaters.wh_per_day")
          ? [
              {
                label: "Its heaters, a day",
                figure: figure("loads.row.bank~heaters.wh_per_day"),
                note: "a load among the others",
              },
            ]
          : []),
        {
          label: "Lasts with no charge",
          figure: figure("storage.days_without_charge"),
          strong: true,
          note: low?.value !== high?.value && (
            <>
              <Figure figure={low} /> by high use, <Figure figure={high} /> by low
            </>
          ),
        },
        ...(storage.bank && figure("storage.days_by_audit")
          ? [
              {
                label: "by the audit alone",
                figure: figure("storage.days_by_audit"),
                note: (
                  <>
                    to the allowed depth, with neither margin nor ageing;{" "}
                    <Figure figure={figure("storage.days_to_empty")} /> to the last of it
                  </>
                ),
              },
            ]
          : []),
        ...(figure("storage.wish.hours_have")
          ? [{ label: "Runs the one wish", figure: figure("storage.wish.hours_have"), note: "from full, by its draw" }]
          : []),
        ...(figure("storage.never_filled_wh")
          ? [
              {
                label: "Never filled",
                figure: figure("storage.never_filled_wh"),
                note: "above the volts the charger stops at",
              },
            ]
          : []),
        ...(storage.bank && figure("storage.headroom_frac")
          ? [
              {
                label: "Growth it still takes",
                figure: figure("storage.headroom_frac"),
                share: true,
                note: "of today's use, with the promise kept",
              },
            ]
          : []),
        ...(figure("brief.believed_days")
          ? [{ label: "They think it lasts", figure: figure("brief.believed_days"), note: "their own claim" }]
          : []),
      ]}
    />
  );
}
