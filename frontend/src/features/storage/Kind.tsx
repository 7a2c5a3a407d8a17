import { Choice } from "../../ui/Choice";
import { Section } from "../../ui/PageHead";
import { AssumptionList } from "../worksheet/AssumptionList";
import { FieldRow, NumberField, SelectField, WordsField } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";
import { CHEMISTRIES, isLithium } from "./chemistries";

/** Chemistry, volts class and temperature. */
export function Kind() {
  const { rig, edit, answer } = useRig();
  const { storage } = rig;
  const set = (member: string, value: unknown) => void edit([{ op: "replace", path: `/storage/${member}`, value }]);
  return (
    <Section title="What kind">
      <FieldRow label="Chemistry">
        <Choice
          label="Chemistry"
          value={storage.chemistry}
          options={CHEMISTRIES}
          disabled={!answer.may_edit}
          onChange={(value) => set("chemistry", value)}
        />
      </FieldRow>
      {storage.chemistry === "custom" && <Custom />}
      {storage.chemistry === "nmc" && (
        <NumberField
          label="Cells in series"
          path="/storage/cells_in_series"
          unit=""
          nullable
          value={storage.cells_in_series}
          hint="Every volt that a charger may be set to follows from it."
        />
      )}
      <FieldRow label="Volts class">
        <Choice
          label="Volts class"
          value={String(storage.system_v)}
          options={["12", "24", "48"].map((volts) => ({ value: volts, label: `${volts} V` }))}
          disabled={!answer.may_edit}
          onChange={(value) => set("system_v", Number(value))}
        />
      </FieldRow>
      <SelectField
        label="Where it stands"
        path="/storage/bay"
        value={storage.bay}
        options={[
          { value: null, label: "not said yet" },
          { value: "living_space", label: "in the living space" },
          { value: "vented_enclosure", label: "inside, in a vented enclosure" },
          { value: "outside", label: "outside the living space" },
        ]}
      />
      <NumberField
        label="Coldest bay in use"
        path="/storage/bay_c"
        unit="°C"
        value={storage.bay_c}
        hint="Capacity shrinks in the cold; at 25 °C (77 °F) it is as rated."
      />
      <NumberField label="Hottest bay in use" path="/storage/bay_hot_c" unit="°C" value={storage.bay_hot_c} />
      {isLithium(storage) && (
        <FieldRow label="Heats itself" hint="Its heaters are then a load, in a cold bay.">
          <Choice
            label="Heats itself"
            value={storage.self_heating ? "yes" : "no"}
            options={[
              { value: "no", label: "No" },
              { value: "yes", label: "Yes" },
            ]}
            disabled={!answer.may_edit}
            onChange={(value) => set("self_heating", value === "yes")}
          />
        </FieldRow>
      )}
    </Section>
  );
}

/** A chemistry that no data file knows: its name, its curves, and its numbers. */
function Custom() {
  const { rig } = useRig();
  const { custom } = rig.storage;
  if (!custom) {
    return (
      <WordsField
        label="What it is called"
        path="/storage/custom"
        value=""
        hint="By its maker. Its values are asked for next."
        send={(name) => (name ? { name } : null)}
      />
    );
  }
  return (
    <>
      <WordsField label="What it is called" path="/storage/custom/name" value={custom.name} />
      <SelectField
        label="Rules that apply"
        path="/storage/custom/lithium"
        value={custom.lithium}
        options={[
          { value: true, label: "those of lithium" },
          { value: false, label: "those of lead" },
        ]}
      />
      <PointsField
        label="Rested volts of a cell"
        path="/storage/custom/rest_v_by_charge"
        value={custom.rest_v_by_charge}
        example="0 % 2.50, 20 % 3.22, 100 % 3.40"
        share={0}
      />
      <PointsField
        label="Capacity in the cold"
        path="/storage/custom/capacity_by_bay_c"
        value={custom.capacity_by_bay_c}
        example="-30 40 %, 0 85 %, 25 100 %, 45 100 %"
        share={1}
      />
      <details className="border-rule border-b py-2" open>
        <summary className="touch cursor-pointer">Its other values</summary>
        <AssumptionList of="custom." />
      </details>
    </>
  );
}

/** A curve as pairs of numbers. `share` says which of a pair is a share, shown in per cent. */
function PointsField({
  label,
  path,
  value,
  example,
  share,
}: {
  label: string;
  path: string;
  value: readonly (readonly number[])[] | null;
  example: string;
  share: 0 | 1;
}) {
  const say = (pair: readonly number[]) =>
    pair.map((one, place) => (place === share ? `${Number((one * 100).toFixed(3))} %` : String(one))).join(" ");
  return (
    <WordsField
      label={label}
      path={path}
      value={(value ?? []).map(say).join(", ")}
      hint={`Pairs in rising order, such as: ${example}.`}
      wide
      send={(text) => (text === "" ? null : readPoints(text, share))}
    />
  );
}

/** “0 % 2.5, 100 % 3.4” as pairs. What is no pair of numbers is sent as it stands, and the server says where. */
export function readPoints(text: string, share: 0 | 1): unknown {
  return text.split(/[,;]/).map((pair) => {
    const numbers = pair.replaceAll("%", " ").trim().split(/\s+/).map(Number);
    return numbers.map((one, place) => (place === share ? one / 100 : one));
  });
}
