import { useState } from "react";
import type { Rig, SaidOfRun } from "../../api/types";
import { Button } from "../../ui/Button";
import { LengthField } from "../worksheet/cableFields";
import { NumberField, SelectField, WordsField } from "../worksheet/fields";
import { FusesOfBook } from "./FusesOfBook";
import { Made } from "./Made";

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
      {said.fuse_family === "breaker" && (
        <SelectField
          label="Marked for one way"
          path={`${base}/polarised`}
          value={said.polarised}
          options={[
            NOT_SAID,
            { value: "yes", label: "yes: line and load, or + and −" },
            { value: "no", label: "no: either way" },
          ]}
        />
      )}
      <NumberField label="DC volts printed on it" path={`${base}/fuse_v`} unit="V" nullable value={said.fuse_v} />
      <NumberField
        label="Breaks up to"
        path={`${base}/fuse_breaks_a`}
        unit="A"
        nullable
        value={said.fuse_breaks_a}
        hint="Fault current that it breaks at those volts, printed on it or on its sheet."
      />
      <WordsField
        label="Opens, at the longest"
        path={`${base}/fuse_opens`}
        value={said.fuse_opens}
        hint="By its sheet, as “200 % 5 s; 350 % 0.5 s”. Blade and Mega have those of their standard."
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

/** Opened by a press: what the parts book has for this run. */
export function OfTheBook({ run }: { run: string }) {
  const [open, setOpen] = useState(false);
  return (
    <div className="mt-2">
      <Button kind="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? "▾" : "▸"} Fuses of the parts book
      </Button>
      {open && <FusesOfBook run={run} />}
    </div>
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
      <OfTheBook run="bank.pos>bus.pos" />
      <Made run="bank.pos>bus.pos" base="/wiring/main" said={main} />
    </>
  );
}
