import { HeadRow } from "../../ui/HeadRow";
import { Section } from "../../ui/PageHead";
import { Figure } from "../worksheet/Figure";
import { NumberField, SelectField, WordsField } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { CHEMISTRIES, COMPARED } from "./chemistries";

/** The same promise, each chemistry by its own rules: size, mass, life, and what a kilowatt-hour of it costs. */
export function NeedByChemistry() {
  const { storage, brief, vehicle } = useRig().rig;
  const { figure } = useStepFigures("storage");
  const costs = figure("storage.alternatives.lfp.cost_per_kwh_6y");
  const level = figure("storage.lithium_level_years");
  const road = !["narrowboat", "sailing boat", "motor boat", "other"].includes(vehicle.kind);
  return (
    <Section title="Need, by chemistry" aside="the same days, each by its own rules">
      <table className="w-full">
        <HeadRow
          columns={[
            { label: "Chemistry" },
            { label: "Energy", right: true },
            { label: `At ${storage.system_v} V class`, right: true },
            { label: "Mass, about", right: true },
            ...(costs
              ? [
                  { label: "Life", right: true },
                  { label: "A kWh, 6 years", right: true },
                  { label: "10 years", right: true },
                ]
              : []),
          ]}
        />
        <tbody>
          {CHEMISTRIES.filter(({ value }) => COMPARED.includes(value) || value === storage.chemistry).map(
            ({ value, label }) => (
              <tr
                key={value}
                className={`row-height border-rule border-t ${value === storage.chemistry ? "font-semibold" : "text-soft"}`}
              >
                <th
                  scope="row"
                  aria-current={value === storage.chemistry || undefined}
                  className={`whitespace-nowrap border-l-[3px] pl-2 text-left font-[inherit] ${value === storage.chemistry ? "border-incoming" : "border-transparent"}`}
                >
                  {label}
                </th>
                {[
                  "need_wh",
                  "need_ah",
                  "mass_kg",
                  ...(costs ? ["life_years", "cost_per_kwh_6y", "cost_per_kwh_10y"] : []),
                ].map((name) => (
                  <td key={name} className="pr-3 text-right">
                    <Figure figure={figure(`storage.alternatives.${value}.${name}`)} />
                  </td>
                ))}
              </tr>
            ),
          )}
        </tbody>
      </table>
      {costs && level && (
        <p className="mt-2 max-w-[46rem] text-[14px] text-soft">
          A delivered kilowatt-hour by usual prices{brief.budget ? "" : " in your own money"}: every bank that is begun
          {road ? ", and the fuel that its mass takes" : ""}. By its price alone lithium is level with AGM{" "}
          {level.value === 0 ? (
            <>
              from the first day on (<Figure figure={level} className="text-ink" />)
            </>
          ) : (
            <>
              after <Figure figure={level} className="text-ink" />
            </>
          )}
          .
        </p>
      )}
      <p className="mt-2 max-w-[46rem] text-[14px] text-soft">
        The trade's shortcut, Wh a day × days ÷ 12, gives{" "}
        <Figure figure={figure("storage.need_ah_by_twelve")} className="text-ink" />: it leaves out losses, margin,
        depth of discharge, ageing and the real volts of the bank.
      </p>
    </Section>
  );
}

const SCHOOLS = [
  { value: "audit", label: "Audit × days", figure: "audit_wh", note: "the promise made to the customer; the default" },
  {
    value: "three_daily",
    label: "3 × a day",
    figure: "three_daily_wh",
    note: "a ratio of the bench, whatever the days",
  },
  { value: "wish", label: "One wish", figure: "wish_wh", note: "one load for so many hours, nothing else" },
  {
    value: "price_list",
    label: "Price list",
    figure: null,
    note: "takes what is sold, and says what it gives in days",
  },
] as const;

/** Rival ways to arrive at a size, side by side; one of them rules, with its reason. */
export function Schools() {
  const { rig, edit, answer } = useRig();
  const { storage } = rig;
  const { figure } = useStepFigures("storage");
  return (
    <Section title="How it is sized" aside="press the way that is to rule">
      <table className="w-full max-w-[46rem]">
        <tbody>
          {SCHOOLS.map((school) => (
            <tr key={school.value} className="border-rule border-b">
              <td className="w-40 py-1">
                <label className="touch flex items-center gap-2">
                  <input
                    type="radio"
                    name="school"
                    className="accent-[var(--ink)]"
                    checked={storage.school === school.value}
                    disabled={!answer.may_edit}
                    onChange={() => void edit([{ op: "replace", path: "/storage/school", value: school.value }])}
                  />
                  <span className={storage.school === school.value ? "font-semibold" : ""}>{school.label}</span>
                </label>
              </td>
              <td className="w-32 py-1 pr-4 text-right">
                {school.figure === null ? (
                  <Figure figure={figure("storage.days_without_charge")} />
                ) : (
                  <Figure figure={figure(`storage.need_by.${school.figure}`)} />
                )}
              </td>
              <td className="py-1 text-[13px] text-soft">{school.note}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {storage.school === "wish" && <Wish />}
      <WordsField
        label="Why this way"
        path="/storage/school_reason"
        value={storage.school_reason}
        placeholder="kept with the rig"
        wide
      />
      <SelectField
        label="Depth and ageing"
        path="/storage/sizing"
        value={storage.sizing}
        options={[
          { value: "largest_governs", label: "the larger of the two governs" },
          { value: "multiply_all", label: "multiplied with one another" },
        ]}
      />
    </Section>
  );
}

/** Which load, for how long. */
function Wish() {
  const { rig } = useRig();
  const { wish } = rig.storage;
  const loads = Object.entries(rig.loads)
    .filter(([, load]) => !load.struck)
    .sort(([, one], [, other]) => one.position - other.position);
  const first = loads[0]?.[0] ?? "";
  if (loads.length === 0) return <p className="py-2 text-soft">A wish needs a load on the sheet.</p>;
  return (
    <>
      <SelectField
        label="The load that is wished for"
        path="/storage/wish"
        value={wish ? JSON.stringify(wish) : null}
        options={[
          ...(wish && !loads.some(([id]) => id === wish.load)
            ? [{ value: wish, label: "one that is gone" }]
            : wish
              ? []
              : [{ value: null, label: "none yet" }]),
          ...loads.map(([id, load]) => ({ value: { load: id, hours: wish?.hours ?? 8 }, label: load.name })),
        ].map((option) => ({ value: option.value && JSON.stringify(option.value), label: option.label }))}
        send={(text) => (text === null ? null : JSON.parse(text))}
      />
      <NumberField
        label="For how long"
        path="/storage/wish"
        unit="h"
        value={wish?.hours ?? null}
        nullable
        send={(hours) => (hours === null ? null : { load: wish?.load ?? first, hours })}
      />
    </>
  );
}
