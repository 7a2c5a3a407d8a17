import { useState } from "react";
import type { Rig } from "../../api/types";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { formatNumber } from "../../ui/formatQuantity";
import { HeadRow } from "../../ui/HeadRow";
import { Section } from "../../ui/PageHead";
import { Figure } from "../worksheet/Figure";
import { Plan } from "../worksheet/plan/Plan";
import { frameOf, type PlanBox } from "../worksheet/plan/plan";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { BoxDialog, COMPARTMENT } from "./BoxDialog";
import { RoofPlan } from "./RoofPlan";

type Compartment = Rig["space"]["compartments"][string];

/** The room there is, drawn to scale: compartments inside, and the roof. */
export function RoomSheet() {
  const { rig, answer } = useRig();
  const [view, setView] = useState<"above" | "side">("above");
  const [open, setOpen] = useState<string | "new" | null>(null);
  const boxes = ordered(rig);
  const last = Math.max(0, ...boxes.map(([, one]) => one.position));
  return (
    <>
      <Section title="Compartments" aside="inside size; what is barred takes no battery">
        <div className="my-3 flex flex-wrap items-center justify-between gap-3">
          <Choice
            label="Seen"
            value={view}
            options={[
              { value: "above", label: "from above" },
              { value: "side", label: "from the side" },
            ]}
            onChange={setView}
          />
          {answer.may_edit && <Button onClick={() => setOpen("new")}>+ Compartment</Button>}
        </div>
        {boxes.length === 0 && (
          <p className="mb-3 max-w-[42rem] text-soft">
            No compartment yet. Measure the vehicle first, then each box by its inside size and where it begins: they
            are the first gate of what can be fitted at all.
          </p>
        )}
        {(boxes.length > 0 || frameOf(rig, view)) && <Inside view={view} onOpen={setOpen} />}
        {boxes.length > 0 && <CompartmentTable boxes={boxes} onOpen={setOpen} />}
      </Section>
      <RoofPlan />
      {open !== null && (
        <BoxDialog
          title={open === "new" ? "Compartment" : (rig.space.compartments[open]?.name ?? "")}
          at="/space/compartments"
          id={open === "new" ? null : open}
          fields={COMPARTMENT}
          start={open === "new" ? null : (rig.space.compartments[open] ?? null)}
          last={last}
          onClose={() => setOpen(null)}
        />
      )}
    </>
  );
}

function ordered(rig: Rig): [string, Compartment][] {
  return Object.entries(rig.space.compartments).sort(([, one], [, other]) => one.position - other.position);
}

/** The compartments in the vehicle frame: moved across and up the sheet, they move along and to the left, or along and up. */
function Inside({ view, onOpen }: { view: "above" | "side"; onOpen: (id: string) => void }) {
  const { rig, edit, answer } = useRig();
  const up = view === "above" ? "y_m" : "z_m";
  const boxes = ordered(rig).map(
    ([id, one]): PlanBox => ({
      id,
      name: one.name,
      across: one.x_m,
      up: one[up],
      width: one.length_m,
      height: view === "above" ? one.width_m : one.height_m,
      tone: one.wet || one.engine_space || one.gas ? "barred" : "room",
    }),
  );
  return (
    <Plan
      label={`Compartments seen from ${view === "above" ? "above" : "the side"}; arrow keys move one, Enter opens it`}
      frame={frameOf(rig, view)}
      boxes={boxes}
      axes={{ right: "front", top: view === "above" ? "left" : "up" }}
      mayMove={answer.may_edit}
      onOpen={(box) => onOpen(box.id)}
      onMove={(box, to) =>
        void edit(
          [
            { op: "replace", path: `/space/compartments/${box.id}/x_m`, value: to.across },
            { op: "replace", path: `/space/compartments/${box.id}/${up}`, value: to.up },
          ],
          { gesture: to.gesture },
        )
      }
    />
  );
}

function CompartmentTable({ boxes, onOpen }: { boxes: [string, Compartment][]; onOpen: (id: string) => void }) {
  const { figure } = useStepFigures("survey");
  const stands = boxes.some(([id]) => figure(`space.compartment.${id}.units_that_stand`));
  return (
    <table className="mt-3 w-full">
      <HeadRow
        columns={[
          { label: "Compartment" },
          { label: "Along × across × high", right: true },
          { label: "Room", right: true },
          ...(stands ? [{ label: "Batteries that stand", right: true }] : []),
          { label: "It is" },
        ]}
      />
      <tbody>
        {boxes.map(([id, one]) => (
          <tr key={id} className="border-rule border-t">
            <td className="py-1 pr-3">
              <button
                type="button"
                className="touch whitespace-nowrap text-left font-semibold hover:underline"
                onClick={() => onOpen(id)}
              >
                {one.name}
              </button>
            </td>
            <td className="figure py-1 pr-3 text-right">
              {[one.length_m, one.width_m, one.height_m].map((side) => formatNumber(side)).join(" × ")}
              <span className="unit">m</span>
            </td>
            <td className="py-1 pr-3 text-right">
              <Figure figure={figure(`space.compartment.${id}.volume_l`)} />
            </td>
            {stands && (
              <td className="py-1 pr-3 text-right">
                <Figure figure={figure(`space.compartment.${id}.units_that_stand`)} />
              </td>
            )}
            <td className="py-1 text-[13px] text-soft">{traits(one)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const REACHED = { inside: "", outside: "reached from outside", hatch: "through a hatch", tools: "with tools only" };

function traits(one: Compartment): string {
  return [
    one.wet && "wet",
    one.engine_space && "engine space",
    one.gas && "bottled gas",
    one.living_space && "living space",
    !one.heated && "unheated",
    one.near_bed && "near a bed",
    one.floor_load_kg !== null && `floor bears ${formatNumber(one.floor_load_kg)} kg`,
    one.door_width_m !== null &&
      one.door_height_m !== null &&
      `door ${formatNumber(one.door_width_m)} × ${formatNumber(one.door_height_m)} m`,
    REACHED[one.reached],
  ]
    .filter(Boolean)
    .join(", ");
}
