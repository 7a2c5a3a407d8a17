import type { Rig, SaidOfRun } from "../../api/types";
import { LengthField } from "../worksheet/cableFields";
import { NumberField, SelectField } from "../worksheet/fields";

const NOT_SAID = { value: null, label: "not said" };

type Said = SaidOfRun | Rig["wiring"]["main"];

/** What is printed on the fuse of a run, where it sits, and what is behind it. */
export function FuseFields({ base, said }: { base: string; said: Said }) {
  return (
    <>
      <SelectField
        label="Kind of fuse"
        path={`${base}/fuse_family`}
        value={said.fuse_family}
        options={[
          NOT_SAID,
          { value: "class_t", label: "class T" },
          { value: "mrbf", label: "on the terminal" },
          { value: "anl", label: "ANL" },
          { value: "mega", label: "Mega" },
          { value: "blade", label: "blade" },
          { value: "gg", label: "gG" },
          { value: "breaker", label: "a breaker" },
        ]}
      />
      <NumberField label="DC volts printed on it" path={`${base}/fuse_v`} unit="V" nullable value={said.fuse_v} />
      <NumberField
        label="Breaks up to"
        path={`${base}/fuse_breaks_a`}
        unit="A"
        nullable
        value={said.fuse_breaks_a}
        hint="Fault current that it breaks at those volts, printed on it or on its sheet."
      />
      <LengthField label="Cable before the fuse" path={`${base}/fuse_way`} typed={said.fuse_way?.typed} />
      <SelectField
        label="Sheath around that"
        path={`${base}/sheathed`}
        value={said.sheathed}
        options={[NOT_SAID, { value: "fitted", label: "sheath or conduit" }, { value: "none", label: "none" }]}
      />
      <NumberField
        label="Weakest part behind it"
        path={`${base}/bears_a`}
        unit="A"
        nullable
        value={said.bears_a}
        hint="Bar, switch, holder or device: the least of their ratings."
      />
    </>
  );
}

/** How many cables lie side by side for each pole. */
export function CablesFields({ base, said }: { base: string; said: Said }) {
  return (
    <>
      <SelectField
        label="Cables side by side"
        path={`${base}/cables`}
        value={said.cables}
        options={[1, 2, 3, 4].map((value) => ({ value, label: value === 1 ? "one" : `${value} for each pole` }))}
      />
      {said.cables > 1 && (
        <SelectField
          label="They are alike"
          path={`${base}/cables_alike`}
          value={said.cables_alike}
          options={[NOT_SAID, { value: "yes", label: "size, length and lugs" }, { value: "no", label: "no" }]}
        />
      )}
    </>
  );
}

/** The same of the main run, whose cable and fuse have fields of their own. */
export function MainDetails({ main }: { main: Rig["wiring"]["main"] }) {
  return (
    <>
      <CablesFields base="/wiring/main" said={main} />
      <FuseFields base="/wiring/main" said={main} />
    </>
  );
}
