import { Button } from "../../ui/Button";
import { Section } from "../../ui/PageHead";
import { NumberField, SelectField, WordsField } from "../worksheet/fields";
import { NeedRows } from "../worksheet/NeedRows";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { CLASSES, FITTED } from "./choices";
import { inOrder, nameOfBank, type OtherBank, ROLES, withBank } from "./things";

const CHEMISTRIES = [
  { value: null, label: "not said" },
  { value: "agm", label: "AGM" },
  { value: "flooded", label: "wet, with caps" },
  { value: "sealed_wet", label: "wet, sealed" },
  { value: "gel", label: "gel" },
  { value: "lfp", label: "lithium (LFP)" },
];
const UPKEEP = [
  { value: null, label: "not said" },
  { value: "house", label: "the house bank" },
  { value: "charger", label: "a charger" },
  { value: "panel", label: "a panel" },
  { value: "none", label: "nothing" },
];
const ISOLATION = [
  { value: null, label: "not said" },
  { value: "two_pole", label: "at both poles" },
  { value: "one_pole", label: "at one pole" },
  { value: "none", label: "not at all" },
];

/** The banks beside the house bank. */
export function OtherBanks() {
  const { rig, edit, answer } = useRig();
  const banks = inOrder(rig.storage.others);
  return (
    <>
      {banks.length === 0 && (
        <p className="max-w-[40rem] py-2 text-soft">
          Nothing is said of a starter battery, of a second bank, or of a backup that one load has to itself.
        </p>
      )}
      {banks.map(([id, bank]) => (
        <OneBank key={id} id={id} bank={bank} />
      ))}
      {answer.may_edit && (
        <div className="my-3 flex flex-wrap gap-3">
          <Button onClick={() => void edit(withBank(rig, "starter"))}>+ Starter battery</Button>
          <Button onClick={() => void edit(withBank(rig, "second"))}>+ Second bank</Button>
          <Button onClick={() => void edit(withBank(rig, "backup"))}>+ Backup</Button>
        </div>
      )}
    </>
  );
}

function OneBank({ id, bank }: { id: string; bank: OtherBank }) {
  const { rig, edit, answer } = useRig();
  const { figure } = useStepFigures("storage");
  const base = `/storage/others/${id}`;
  const title = nameOfBank(rig, id);
  const of = (name: string) => figure(`storage.other.${id}.${name}`);
  const rows = [
    { label: "Starts the engine after", figure: of("stands_days"), note: "parked, with nothing that keeps it full" },
    { label: "Holds its load for", figure: of("holds_h") },
  ].filter((row) => row.figure);
  return (
    <Section title={title}>
      <SelectField
        label="There for"
        path={`${base}/role`}
        value={bank.role}
        options={Object.entries(ROLES).map(([value, label]) => ({ value, label }))}
      />
      <SelectField label="Kind" path={`${base}/chemistry`} value={bank.chemistry} options={CHEMISTRIES} />
      <SelectField label="Volts" path={`${base}/volts`} value={bank.volts as number | null} options={CLASSES} />
      <NumberField label="Capacity" path={`${base}/capacity_ah`} unit="Ah" nullable value={bank.capacity_ah} />
      <SelectField label="Kept full by" path={`${base}/upkeep`} value={bank.upkeep} options={UPKEEP} />
      {bank.role === "starter" && (
        <>
          <NumberField
            label="The starter takes"
            path={`${base}/cranking_a`}
            unit="A"
            nullable
            value={bank.cranking_a}
          />
          <SelectField label="Isolated" path={`${base}/isolation`} value={bank.isolation} options={ISOLATION} />
        </>
      )}
      {bank.role === "second" && (
        <SelectField
          label="Behind a managing device"
          path={`${base}/managing_device`}
          value={bank.managing_device}
          options={FITTED}
        />
      )}
      {bank.role === "backup" && (
        <>
          <SelectField
            label="Its load"
            path={`${base}/feeds`}
            value={bank.feeds}
            options={[
              { value: null, label: "not said" },
              ...inOrder(rig.loads).map(([value, load]) => ({ value, label: load.name })),
            ]}
          />
          <NumberField label="To hold it for" path={`${base}/holds_h`} unit="h" nullable value={bank.holds_h} />
        </>
      )}
      <WordsField label="Called" path={`${base}/name`} value={bank.name} />
      {rows.length > 0 && <NeedRows rows={rows} />}
      {answer.may_edit && (
        <Button kind="quiet" className="my-1" onClick={() => void edit([{ op: "remove", path: base }])}>
          Remove {title}
        </Button>
      )}
    </Section>
  );
}
