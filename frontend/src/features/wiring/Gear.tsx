import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { referenceQuery } from "../../api/queries";
import type { DcRun, Finding, PatchOperation, Rig } from "../../api/types";
import { Button } from "../../ui/Button";
import { Section } from "../../ui/PageHead";
import { ConductorField } from "../worksheet/cableFields";
import { NumberField, SelectField, useNumber, WordsField } from "../worksheet/fields";
import { PointsField } from "../worksheet/PointsField";
import { useRig } from "../worksheet/useRig";
import { wiringQuery } from "../worksheet/wiringQueries";
import { Against } from "./Against";
import { GearOfBook } from "./FusesOfBook";

type One = Rig["wiring"]["gear"][string];
type Kind = One["gear"];

const KINDS: Record<Kind, string> = {
  main_switch: "Main switch",
  bus_bar: "Bus bar",
  shunt: "Shunt",
  load_disconnect: "Load disconnect",
  fuse_box: "Fuse box",
};
const TO_PANEL: readonly Kind[] = ["load_disconnect", "fuse_box"];
const NOT_SAID = { value: null, label: "not said" };
const YES_NO = [NOT_SAID, { value: "yes" as const, label: "yes" }, { value: "no" as const, label: "no" }];

function added(rig: Rig, gear: Kind): PatchOperation[] {
  const position = Math.max(0, ...Object.values(rig.wiring.gear).map((one) => one.position)) + 1;
  const unsaid = { there: null, rated_a: null, rated_v: null, pole: null, ways: null, most_lugs: null, reach: null };
  const value = {
    ...unsaid,
    poles: null,
    ignition_protected: null,
    position,
    name: "",
    gear,
    run: null,
    compartment: null,
  };
  return [{ op: "add", path: `/wiring/gear/${gear.replace("_", "-")}-${crypto.randomUUID().slice(0, 8)}`, value }];
}

/** Bars, switches, shunts and fuse boxes, each held against the fuse before it; and what hangs on the negative. */
export function Gear() {
  const { rig, answer, edit } = useRig();
  const gear = Object.entries(rig.wiring.gear).sort(([, one], [, other]) => one.position - other.position);
  return (
    <Section title="Between bank and runs" aside={gear.length === 0 ? "nothing said yet" : undefined}>
      <p className="mb-2 max-w-[46rem] text-[14px] text-soft">
        What sits there has to bear what the fuse before it lets through. An empty field is not known.
      </p>
      {gear.length > 0 && (
        <table className="w-full table-fixed text-[15px]">
          <colgroup>
            <col />
            <col className="w-44" />
            <col className="w-26" />
            <col className="w-26" />
            <col className="w-11" />
          </colgroup>
          <thead>
            <tr className="border-ink border-b text-left text-[13px] text-soft">
              <th className="py-1 pr-3 font-semibold">What</th>
              <th className="py-1 pr-3 font-semibold">Behind the fuse of</th>
              <th className="py-1 pr-3 text-right font-semibold">Bears</th>
              <th className="py-1 text-right font-semibold">Made for</th>
              <th>
                <span className="sr-only">More</span>
              </th>
            </tr>
          </thead>
          {gear.map(([id, one]) => (
            <OneOfGear
              key={id}
              id={id}
              one={one}
              found={answer.findings.filter((of) => of.key.endsWith(`@gear:${id}`))}
            />
          ))}
        </table>
      )}
      {answer.may_edit && (
        <div className="mt-3 flex flex-wrap gap-2">
          {(Object.keys(KINDS) as Kind[]).map((kind) => (
            <Button key={kind} onClick={() => void edit(added(rig, kind))}>
              + {KINDS[kind]}
            </Button>
          ))}
        </div>
      )}
      <Negative />
    </Section>
  );
}

/** “12 ways, 4 spare”, with all runs that leave a fuse box on this one. */
function waysLeft(ways: number, runs: readonly DcRun[]): string {
  const spare = ways - runs.filter((run) => LEAVE_A_BOX.includes(run.kind)).length;
  return `${ways} ways, ${spare >= 0 ? `${spare} spare` : `${-spare} too few`}`;
}
const LEAVE_A_BOX: readonly DcRun["kind"][] = ["branch", "circuit", "step_down"];

function OneOfGear({ id, one, found }: { id: string; one: One; found: Finding[] }) {
  const { optionId, answer } = useRig();
  const { data } = useQuery(wiringQuery(optionId, answer.revision));
  const [open, setOpen] = useState(false);
  const base = `/wiring/gear/${id}`;
  const called = one.name || KINDS[one.gear].toLowerCase();
  const behind = data?.runs.find((run) => run.key === (one.run ?? "bus.pos>panel.in"))?.name;
  const onMain = one.run === "bank.pos>bus.pos" || (one.run === null && !TO_PANEL.includes(one.gear));
  return (
    <tbody className="border-rule border-b">
      <tr className="align-baseline">
        <th scope="row" className="py-1.5 pr-3 text-left font-normal">
          {one.name && <span className="mr-2">{one.name}</span>}
          <span className={one.name ? "text-[13px] text-soft" : ""}>{KINDS[one.gear]}</span>
          {one.there === "none" && <span className="ml-2 text-[13px]">none there</span>}
          {one.gear === "fuse_box" && one.ways !== null && data && (
            <span className="ml-2 text-[13px] text-soft">{waysLeft(one.ways, data.runs)}</span>
          )}
          <Against found={found} />
        </th>
        <td className="py-1.5 pr-3 text-[14px] text-soft">{onMain ? "bank to bus" : (behind ?? "no run yet")}</td>
        <td className="whitespace-nowrap py-1.5 pr-3 text-right">
          {one.there !== "none" && (
            <Rating base={base} member="rated_a" unit="A" value={one.rated_a} of={`Bears, ${called}`} />
          )}
        </td>
        <td className="whitespace-nowrap py-1.5 text-right">
          {one.there !== "none" && (
            <Rating base={base} member="rated_v" unit="V" value={one.rated_v} of={`Made for, ${called}`} />
          )}
        </td>
        <td className="py-1.5 pl-2 text-right">
          <Button kind="quiet" aria-expanded={open} aria-label={`More of ${called}`} onClick={() => setOpen(!open)}>
            {open ? "▴" : "▾"}
          </Button>
        </td>
      </tr>
      {open && (
        <tr>
          <td colSpan={5} className="pb-3 pl-8">
            <MoreOfGear base={base} one={one} />
          </td>
        </tr>
      )}
    </tbody>
  );
}

function Rating(props: { base: string; member: string; unit: string; value: number | null; of: string }) {
  const { fault, input } = useNumber({
    path: `${props.base}/${props.member}`,
    unit: props.unit,
    value: props.value,
    nullable: true,
  });
  return (
    <>
      <input {...input} aria-label={props.of} className="field w-16 text-right font-mono" placeholder="–" />
      <span className="ml-1 text-[13px] text-soft">{props.unit}</span>
      {fault && (
        <p id={`${input.id}-fault`} role="alert" className="max-w-56 whitespace-normal text-[13px] text-danger">
          {fault}
        </p>
      )}
    </>
  );
}

const OF_BOOK: Record<Kind, string> = {
  main_switch: "Switches",
  bus_bar: "Bus bars",
  shunt: "Shunts",
  load_disconnect: "Disconnects",
  fuse_box: "Fuse boxes",
};

function MoreOfGear({ base, one }: { base: string; one: One }) {
  const [book, setBook] = useState(false);
  const { rig, optionId, answer, edit } = useRig();
  const { data } = useQuery(wiringQuery(optionId, answer.revision));
  const runs = [{ key: "bank.pos>bus.pos", name: "bank to bus" }, ...(data?.runs ?? [])];
  const boxes = Object.entries(rig.space.compartments);
  return (
    <div className="max-w-[40rem]">
      <WordsField label="Called" path={`${base}/name`} value={one.name} />
      <SelectField
        label="It is"
        path={`${base}/there`}
        value={one.there}
        options={[
          NOT_SAID,
          { value: "fitted", label: "there" },
          { value: "none", label: "not there: somebody looked" },
        ]}
      />
      <SelectField
        label="Behind the fuse of"
        path={`${base}/run`}
        value={one.run}
        options={[
          { value: null, label: "as usual for such a thing" },
          ...runs.map(({ key, name }) => ({ value: key, label: name })),
        ]}
      />
      {one.gear === "bus_bar" && (
        <SelectField
          label="Pole"
          path={`${base}/pole`}
          value={one.pole}
          options={[NOT_SAID, { value: "positive", label: "positive" }, { value: "negative", label: "negative" }]}
        />
      )}
      {one.gear === "main_switch" && (
        <SelectField
          label="It opens"
          path={`${base}/poles`}
          value={one.poles}
          options={[NOT_SAID, { value: 1 as const, label: "one pole" }, { value: 2 as const, label: "both poles" }]}
        />
      )}
      {one.gear === "fuse_box" && <NumberField label="Ways" path={`${base}/ways`} unit="" nullable value={one.ways} />}
      <NumberField label="Lugs on its fullest stud" path={`${base}/most_lugs`} unit="" nullable value={one.most_lugs} />
      <SelectField label="A hand gets at it" path={`${base}/reach`} value={one.reach} options={YES_NO} />
      <SelectField
        label="Ignition-protected"
        path={`${base}/ignition_protected`}
        value={one.ignition_protected}
        options={YES_NO}
      />
      {boxes.length > 0 && (
        <SelectField
          label="Sits in"
          path={`${base}/compartment`}
          value={one.compartment}
          options={[NOT_SAID, ...boxes.map(([value, box]) => ({ value, label: box.name }))]}
        />
      )}
      {one.there !== "none" && (
        <div className="mt-2">
          <Button kind="quiet" aria-expanded={book} onClick={() => setBook(!book)}>
            {book ? "▾" : "▸"} {OF_BOOK[one.gear]} of the parts book
          </Button>
          {book && <GearOfBook gear={base.replace("/wiring/gear/", "")} what={OF_BOOK[one.gear].toLowerCase()} />}
        </div>
      )}
      {answer.may_edit && (
        <Button kind="quiet" className="mt-1" onClick={() => void edit([{ op: "remove", path: base }])}>
          Take it away
        </Button>
      )}
    </div>
  );
}

/** What the negative is joined to, and what goes past what should see all of it. */
function Negative() {
  const { rig } = useRig();
  const { negative } = rig.wiring;
  const reference = useQuery(referenceQuery);
  const base = "/wiring/negative";
  return (
    <fieldset className="mt-5">
      <legend className="w-full border-rule border-b pb-1 font-semibold text-[14px]">
        Negative side, and within the bank
      </legend>
      <SelectField
        label="Past the shunt"
        path={`${base}/past_shunt`}
        value={negative.past_shunt}
        options={[NOT_SAID, { value: "no", label: "nothing" }, { value: "yes", label: "something goes to the bank" }]}
      />
      <SelectField
        label="Electronics of lithium"
        path={`${base}/bms`}
        value={negative.bms}
        options={[
          NOT_SAID,
          { value: "inside", label: "within each unit" },
          { value: "in_negative", label: "one for all, in the negative" },
        ]}
      />
      <PointsField
        label="They pass, by time"
        unit="A"
        path="/storage/bms_points"
        points={rig.storage.bms_points}
        example="1 s 400 A, 10 s 250 A"
      />
      {negative.bms !== "inside" && (
        <SelectField
          label="Past those electronics"
          path={`${base}/past_bms`}
          value={negative.past_bms}
          options={[
            NOT_SAID,
            { value: "no", label: "nothing" },
            { value: "yes", label: "something goes to the cells" },
          ]}
        />
      )}
      <SelectField
        label="Between the units of a string"
        path="/storage/midpoint"
        value={rig.storage.midpoint}
        options={[
          NOT_SAID,
          { value: "none", label: "nothing" },
          { value: "load", label: "a load" },
          { value: "charger", label: "a charger" },
          { value: "balancer", label: "a balancer" },
        ]}
      />
      <SelectField
        label="Chassis, hull or ground"
        path={`${base}/chassis`}
        value={negative.chassis}
        options={[NOT_SAID, { value: "fitted", label: "joined" }, { value: "none", label: "not joined" }]}
      />
      {negative.chassis === "fitted" && (
        <>
          <SelectField
            label="Joined at"
            path={`${base}/chassis_points`}
            value={negative.chassis_points}
            options={[NOT_SAID, { value: "one", label: "one point" }, { value: "several", label: "several points" }]}
          />
          <ConductorField
            label="By a cable of"
            path={`${base}/chassis_conductor`}
            value={negative.chassis_conductor}
            stock={reference.data?.conductors ?? []}
          />
        </>
      )}
      <SelectField
        label="Hull carries current"
        path={`${base}/hull_return`}
        value={negative.hull_return}
        options={YES_NO}
      />
    </fieldset>
  );
}
