import { useState } from "react";
import type { PvArray } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { Section } from "../../ui/PageHead";
import { Figure } from "../worksheet/Figure";
import { FieldRow, NumberField, SelectField, useDraft, useMember } from "../worksheet/fields";
import { Plan, type Scale } from "../worksheet/plan/Plan";
import { frameOf, outlineExtent, type PlanBox } from "../worksheet/plan/plan";
import { useParts } from "../worksheet/useParts";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { isThere, nameOfArray, orderedArrays, stringsBefore } from "./arrays";
import { groundOf, layAll, linesOf, movedTo, type PanelOnRoof, panelsOf } from "./laying";
import { snapped } from "./snapping";
import { lookOf } from "./stringLooks";

/** The rig's panels to scale: on the roof, and each array that stands elsewhere on its own sheet. */
export function RoofSheet() {
  const { rig } = useRig();
  const elsewhere = orderedArrays(rig).filter(
    ([, array]) => isThere(array) && (array.place === "arch" || array.place === "ground" || array.place === "bonnet"),
  );
  return (
    <>
      <Section title="Roof" aside="dragged, nudged by the arrow keys, turned with T, opened with Enter">
        <OnTheRoof />
      </Section>
      {elsewhere.map(([id, array]) => (
        <Section key={id} title={nameOfArray(rig, id)} aside="on a sheet of its own">
          <NumberField
            label="Sheet, along"
            path={`/solar/arrays/${id}/sheet_length_m`}
            unit="m"
            nullable
            value={array.sheet_length_m}
          />
          <NumberField
            label="Sheet, across"
            path={`/solar/arrays/${id}/sheet_width_m`}
            unit="m"
            nullable
            value={array.sheet_width_m}
          />
          <Laying array={[id, array]} />
        </Section>
      ))}
    </>
  );
}

function OnTheRoof() {
  const { rig, optionId } = useRig();
  const { roof } = rig.space;
  if (roof.outline.length === 0)
    return (
      <p className="max-w-[40rem] py-2 text-soft">
        The roof has no outline yet. Draw it on the page Survey, under Room, with what stands on it; the panels are laid
        on it here.
      </p>
    );
  return (
    <>
      <Laying array={null} />
      <Beams />
      <NumberField
        label="It bears, under way"
        path="/space/roof/bears_kg"
        unit="kg"
        nullable
        value={roof.bears_kg}
        hint="By the vehicle's maker."
      />
      <NumberField label="Kept free between panels" path="/space/roof/gap_m" unit="m" value={roof.gap_m} />
      <NumberField
        label="Kept free along the edge"
        path="/space/roof/edge_margin_m"
        unit="m"
        value={roof.edge_margin_m}
      />
      <Wind />
      <p className="my-3 flex flex-wrap gap-4">
        <a className="underline underline-offset-2" href={`/api/v1/options/${optionId}/roof-plan.svg`} download>
          Plan as SVG
        </a>
        <a className="underline underline-offset-2" href={`/api/v1/options/${optionId}/roof-plan.dxf`} download>
          Plan as DXF
        </a>
        <span className="text-soft">to scale, with drilling positions</span>
      </p>
    </>
  );
}

/** What lies there, what the wind pulls at it, and what holds it: by array. */
function Wind() {
  const { rig } = useRig();
  const { figure } = useStepFigures("solar");
  const rows = orderedArrays(rig).filter(
    ([id, array]) => array.place === "roof" && figure(`solar.array.${id}.area_m2`),
  );
  if (rows.length === 0) return null;
  const wind = rows.some(([id]) => figure(`solar.array.${id}.uplift_n`));
  const columns = [
    { name: "area_m2", label: "Area" },
    { name: "mass_kg", label: "Mass" },
    ...(wind
      ? [
          { name: "uplift_n", label: "Uplift at road speed" },
          { name: "fixings", label: "Fixings at least" },
        ]
      : []),
  ];
  return (
    <>
      <table className="mt-3 w-full max-w-[46rem]">
        <thead>
          <tr className="border-ink border-b text-[13px] text-soft">
            <td />
            {columns.map((column) => (
              <th key={column.name} scope="col" className="py-1 pr-3 text-right font-semibold">
                {column.label}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(([id]) => (
            <tr key={id} className="row-height border-rule border-b">
              <th scope="row" className="text-left font-normal">
                {nameOfArray(rig, id)}
              </th>
              {columns.map((column) => (
                <td key={column.name} className="pr-3 text-right">
                  <Figure figure={figure(`solar.array.${id}.${column.name}`)} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {wind && (
        <p className="mt-1 max-w-[46rem] text-[13px] text-soft">
          Uplift and fixings go by usual coefficients and no test of this vehicle. A panel that comes off kills: what
          the makers of panel, rail and vehicle ask goes first, and so does a person who is licensed for it.
        </p>
      )}
    </>
  );
}

/** Panels on the roof, or on the sheet of one array. */
function Laying({ array }: { array: [string, PvArray] | null }) {
  const { rig, edit, answer } = useRig();
  const parts = useParts("panel");
  const [open, setOpen] = useState<string | null>(null);
  const [without, setWithout] = useState<string[]>([]);
  const ground = groundOf(rig, array?.[1] ?? null);
  const there = orderedArrays(rig).filter(([, one]) => isThere(one));
  const shown = array ? [array] : there.filter(([, one]) => one.place === "roof");
  const panels = panelsOf(
    shown,
    there.map(([id]) => id),
    (id) => stringsBefore(rig, id),
    (reference) => parts.find((one) => one.reference === reference)?.part,
  );
  const laid = panels.filter(isLaid);
  const waiting = panels.filter((one) => !isLaid(one));
  if (ground === null) return <p className="py-2 text-soft">Give the sheet its size, and the panels are laid on it.</p>;
  const obstacles = array ? [] : Object.values(rig.space.roof.obstacles);
  const taken = [
    ...laid.map((one) => ({ x: one.x, y: one.y, length: one.length, width: one.width })),
    ...obstacles.map((one) => ({ x: one.x_m, y: one.y_m, length: one.length_m, width: one.width_m })),
  ];
  const gap = rig.space.roof.gap_m;
  const lay = (wanted: readonly PanelOnRoof[]) => {
    const { patch, without } = layAll(wanted, taken, ground, gap);
    setWithout(without);
    if (patch.length > 0) void edit(patch);
  };
  const move = (path: string, x: number, y: number, dragged: boolean, gesture: string) => {
    const one = laid.find((panel) => panel.path === path);
    if (!one) return;
    const others = laid
      .filter((panel) => panel.path !== path)
      .map(({ x, y, length, width }) => ({ x, y, length, width }));
    const to = dragged ? snapped({ x, y }, one, linesOf(others, ground, gap)) : { x, y };
    void edit(movedTo(path, Math.round(to.x * 1000) / 1000, Math.round(to.y * 1000) / 1000), { gesture });
  };
  const turn = (path: string) => {
    const one = panels.find((panel) => panel.path === path);
    if (one) void edit([{ op: "add", path: `${path}/turned`, value: !one.turned }]);
  };
  const outline = array
    ? ([
        [0, 0],
        [ground.right, 0],
        [ground.right, ground.top],
        [0, ground.top],
      ] as [number, number][])
    : (rig.space.roof.outline as [number, number][]);
  const opened = panels.find((one) => one.path === open);
  return (
    <>
      <Waiting panels={waiting} mayEdit={answer.may_edit} onLay={lay} />
      {without.length > 0 && (
        <p role="status" className="my-1 text-fault">
          No room was found for {without.join(", ")}, neither along nor across. Move others, or take them elsewhere.
        </p>
      )}
      <Plan
        label="The panels seen from above; arrow keys move one, T turns it, Enter opens it"
        frame={array ? null : frameOf(rig, "roof")}
        extents={[outlineExtent(outline)]}
        boxes={[
          ...obstacles.map(
            (one, at): PlanBox => ({
              id: `obstacle-${at}`,
              name: one.name,
              across: one.x_m,
              up: one.y_m,
              width: one.length_m,
              height: one.width_m,
              tone: one.walkway ? "barred" : "obstacle",
              fixed: true,
            }),
          ),
          ...laid.map((one): PlanBox => {
            const look = lookOf(one.string);
            return {
              id: one.path,
              name: one.number,
              across: one.x,
              up: one.y,
              width: one.length,
              height: one.width,
              tone: "room",
              look: `[fill-opacity:0.14] ${look.fill} ${look.stroke}`,
            };
          }),
        ]}
        axes={{ right: "front", top: "left" }}
        mayMove={answer.may_edit}
        onOpen={(box) => box.id.startsWith("/") && setOpen(box.id)}
        onMove={(box, to) => move(box.id, to.across, to.up, to.dragged, to.gesture)}
        onKey={(box, key) => key.toLowerCase() === "t" && turn(box.id)}
      >
        {(scale) => <Ground outline={outline} beams={array ? [] : rig.space.roof.beams_x_m} scale={scale} />}
      </Plan>
      {opened && <PanelPlace panel={opened} onClose={() => setOpen(null)} />}
    </>
  );
}

type Placed = PanelOnRoof & { x: number; y: number; length: number; width: number };

function isLaid(one: PanelOnRoof): one is Placed {
  return one.x !== null && one.y !== null && one.length !== null && one.width !== null;
}

function Ground({ outline, beams, scale }: { outline: [number, number][]; beams: readonly number[]; scale: Scale }) {
  const ys = outline.map(([, y]) => y);
  return (
    <>
      <path
        d={`M${outline.map(([x, y]) => `${scale.x(x)} ${scale.y(y)}`).join(" L")} Z`}
        className="fill-sheet stroke-ink"
        strokeWidth="2"
      />
      {beams.map((x) => (
        <path
          key={x}
          d={`M${scale.x(x)} ${scale.y(Math.min(...ys))}V${scale.y(Math.max(...ys))}`}
          className="stroke-mark"
          strokeDasharray="8 5"
        />
      ))}
    </>
  );
}

/** Panels that lie nowhere yet, with those whose size nobody knows. */
function Waiting({
  panels,
  mayEdit,
  onLay,
}: {
  panels: PanelOnRoof[];
  mayEdit: boolean;
  onLay: (panels: readonly PanelOnRoof[]) => void;
}) {
  if (panels.length === 0) return null;
  const sized = panels.filter((one) => one.length !== null);
  const unsized = panels.filter((one) => one.length === null);
  return (
    <div className="my-2 flex flex-wrap items-center gap-2">
      {sized.length > 0 && <span className="text-soft">Not laid yet:</span>}
      {mayEdit &&
        sized.map((one) => (
          <Button key={one.path} aria-label={`Lay panel ${one.number}, ${one.name}`} onClick={() => onLay([one])}>
            <span className="font-mono">{one.number}</span>
          </Button>
        ))}
      {mayEdit && sized.length > 1 && (
        <Button kind="main" onClick={() => onLay(sized)}>
          Lay all where there is room
        </Button>
      )}
      {unsized.length > 0 && (
        <span className="text-soft">
          Without a size, so not drawn: {unsized.map((one) => `${one.number} (${one.name})`).join(", ")}.
        </span>
      )}
    </div>
  );
}

/** Where one panel lies, typed. */
function PanelPlace({ panel, onClose }: { panel: PanelOnRoof; onClose: () => void }) {
  const { edit, answer } = useRig();
  return (
    <Dialog title={`Panel ${panel.number}: ${panel.name}`} onClose={onClose}>
      <NumberField label="Its rear, from the rear axle" path={`${panel.path}/x_m`} unit="m" nullable value={panel.x} />
      <NumberField
        label="Its right side, from the middle"
        path={`${panel.path}/y_m`}
        unit="m"
        nullable
        value={panel.y}
      />
      <SelectField
        label="Its long side lies"
        path={`${panel.path}/turned`}
        value={panel.turned}
        options={[
          { value: false, label: "along the vehicle" },
          { value: true, label: "across it" },
        ]}
      />
      <div className="mt-4 flex justify-end gap-3">
        {answer.may_edit && (
          <Button
            kind="quiet"
            className="mr-auto"
            onClick={() => {
              onClose();
              void edit(movedTo(panel.path, null, null));
            }}
          >
            Take it off the plan
          </Button>
        )}
        <Button onClick={onClose}>Close</Button>
      </div>
    </Dialog>
  );
}

/** Beams under the roof, as a list of distances. */
function Beams() {
  const { rig, answer } = useRig();
  const path = "/space/roof/beams_x_m";
  const { fault, setFault, write } = useMember(path);
  const stored = rig.space.roof.beams_x_m;
  const draft = useDraft(
    stored.join("  "),
    (text, seen) => {
      const read = text
        .split(/[\s;]+/)
        .filter(Boolean)
        .map((one) => Number(one.replace(",", ".").replace("−", "-")));
      if (read.some((one) => !Number.isFinite(one))) {
        setFault("Distances in metres, with a space between: 0.4  1.2  2.0");
        return Promise.resolve(false);
      }
      return write(
        read.sort((one, other) => one - other),
        { seen },
      );
    },
    () => setFault(""),
  );
  return (
    <FieldRow
      id="roof-beams"
      label="Beams run across at"
      fault={fault}
      hint="In metres from the rear axle (boats: the stern), with a space between. Left empty nothing is said of beams."
    >
      <input
        {...draft}
        id="roof-beams"
        disabled={!answer.may_edit}
        placeholder="not known"
        className="field w-full max-w-[40rem] font-mono"
        aria-invalid={fault !== ""}
        aria-describedby={fault ? "roof-beams-fault" : undefined}
      />
    </FieldRow>
  );
}
