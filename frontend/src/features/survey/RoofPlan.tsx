import { type KeyboardEvent, useRef, useState } from "react";
import { newName } from "../../api/outbox";
import type { PatchOperation, Rig } from "../../api/types";
import { Button } from "../../ui/Button";
import { Section } from "../../ui/PageHead";
import { Figure } from "../worksheet/Figure";
import { NumberField } from "../worksheet/fields";
import { Plan, type Scale } from "../worksheet/plan/Plan";
import { frameOf, nudgeOf, outlineExtent, type PlanBox, toCentimetre, withCorner } from "../worksheet/plan/plan";
import { useDragged } from "../worksheet/plan/useDragged";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { BoxDialog, OBSTACLE } from "./BoxDialog";

type Corner = [number, number];

/** The roof from above: its outline by corners, and what stands on it. */
export function RoofPlan() {
  const { rig, edit, answer } = useRig();
  const { figure } = useStepFigures("survey");
  const [open, setOpen] = useState<string | "new" | null>(null);
  const { roof } = rig.space;
  const outline = roof.outline as Corner[];
  const frame = frameOf(rig, "roof");
  const obstacles = Object.entries(roof.obstacles);
  const draw = (corners: Corner[], gesture?: string) =>
    edit([{ op: "replace", path: "/space/roof/outline", value: corners }], gesture ? { gesture } : undefined);
  const whole: Corner[] = frame
    ? [
        [frame.left, frame.bottom],
        [frame.right, frame.bottom],
        [frame.right, frame.top],
        [frame.left, frame.top],
      ].map(([x, y]) => [toCentimetre(x ?? 0), toCentimetre(y ?? 0)])
    : [
        [0, -0.8],
        [3, -0.8],
        [3, 0.8],
        [0, 0.8],
      ];
  return (
    <Section title="Roof" aside="what is free bounds the array">
      {outline.length === 0 ? (
        <div className="mt-3 flex flex-wrap items-center gap-4">
          <p className="max-w-[30rem] text-soft">
            Not measured yet. {frame ? "Begin with the vehicle's length and width" : "Begin with a plain rectangle"} and
            pull its corners to where the flat part ends.
          </p>
          {answer.may_edit && <Button onClick={() => void draw(whole)}>Draw an outline</Button>}
        </div>
      ) : (
        <>
          <p className="my-3 max-w-[46rem]">
            <Figure figure={figure("space.roof.free_m2")} className="font-semibold" /> of{" "}
            <Figure figure={figure("space.roof.area_m2")} /> are free; they carry{" "}
            <Figure figure={figure("space.roof.limit_w")} className="font-semibold" /> of rigid panel at the very most.
          </p>
          {answer.may_edit && (
            <div className="mb-3 flex flex-wrap gap-2">
              <Button onClick={() => setOpen("new")}>+ Obstacle</Button>
              <Button disabled={outline.length >= 40} onClick={() => void draw(withCorner(outline))}>
                + Corner
              </Button>
              <Button kind="quiet" onClick={() => void draw([])}>
                Begin the outline anew
              </Button>
            </div>
          )}
          <Plan
            label="The roof seen from above; arrow keys move a corner or an obstacle, Enter opens an obstacle"
            frame={frame}
            extents={[outlineExtent(outline)]}
            boxes={obstacles.map(
              ([id, one]): PlanBox => ({
                id,
                name: one.name,
                across: one.x_m,
                up: one.y_m,
                width: one.length_m,
                height: one.width_m,
                tone: "obstacle",
              }),
            )}
            axes={{ right: "front", top: "left" }}
            mayMove={answer.may_edit}
            onOpen={(box) => setOpen(box.id)}
            onMove={(box, to) => void edit(moved(box.id, to.across, to.up), { gesture: to.gesture })}
          >
            {(scale) => (
              <>
                <path
                  d={`M${outline.map(([x, y]) => `${scale.x(x)} ${scale.y(y)}`).join(" L")} Z`}
                  className="fill-sheet stroke-ink"
                  strokeWidth="2"
                />
                {answer.may_edit && <Corners outline={outline} scale={scale} onDraw={draw} />}
              </>
            )}
          </Plan>
          <NumberField
            label="Kept free along the edge"
            path="/space/roof/edge_margin_m"
            unit="m"
            value={roof.edge_margin_m}
          />
        </>
      )}
      {open !== null && (
        <BoxDialog
          title={open === "new" ? "Obstacle on the roof" : (roof.obstacles[open]?.name ?? "")}
          at="/space/roof/obstacles"
          id={open === "new" ? null : open}
          fields={OBSTACLE}
          start={open === "new" ? null : (roof.obstacles[open] ?? null)}
          last={lastPosition(roof)}
          onClose={() => setOpen(null)}
        />
      )}
    </Section>
  );
}

function moved(id: string, x: number, y: number): PatchOperation[] {
  const at = `/space/roof/obstacles/${id}`;
  return [
    { op: "replace", path: `${at}/x_m`, value: x },
    { op: "replace", path: `${at}/y_m`, value: y },
  ];
}

function lastPosition(roof: Rig["space"]["roof"]): number {
  return Math.max(0, ...Object.values(roof.obstacles).map((one) => one.position));
}

type Draw = (corners: Corner[], gesture?: string) => unknown;

/** Corners to pull: dragged, or nudged with the arrow keys; Delete takes one away. */
function Corners({ outline, scale, onDraw }: { outline: Corner[]; scale: Scale; onDraw: Draw }) {
  return (
    <>
      {outline.map((_, index) => (
        <CornerHandle key={index} index={index} outline={outline} scale={scale} onDraw={onDraw} />
      ))}
    </>
  );
}

function CornerHandle({
  index,
  outline,
  scale,
  onDraw,
}: {
  index: number;
  outline: Corner[];
  scale: Scale;
  onDraw: Draw;
}) {
  const gesture = useRef(newName());
  const [cornerX, cornerY] = outline[index] ?? [0, 0];
  const put = (across: number, up: number, name: string) => {
    const to: Corner = [toCentimetre(cornerX + across), toCentimetre(cornerY + up)];
    onDraw(
      outline.map((one, at) => (at === index ? to : one)),
      name,
    );
  };
  const drag = useDragged(scale.perMetre, (across, up) => put(across, up, newName()));
  const onKeyDown = (event: KeyboardEvent) => {
    const nudge = nudgeOf(event.key, event.shiftKey);
    if (nudge) {
      event.preventDefault();
      put(...nudge, gesture.current);
    } else if ((event.key === "Delete" || event.key === "Backspace") && outline.length > 3) {
      event.preventDefault();
      onDraw(outline.filter((_, at) => at !== index));
    }
  };
  const [x, y] = [scale.x(cornerX + drag.across), scale.y(cornerY + drag.up)];
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot be drawn inside a drawing
    <g
      role="button"
      tabIndex={0}
      aria-label={`Corner ${index + 1} at ${cornerX}, ${cornerY} m`}
      className="cursor-move"
      onFocus={() => {
        gesture.current = newName();
      }}
      onKeyDown={onKeyDown}
      {...drag.handlers}
    >
      <circle cx={x} cy={y} r="14" className="fill-transparent" />
      <rect x={x - 5} y={y - 5} width="10" height="10" className="fill-paper stroke-ink" strokeWidth="2" />
    </g>
  );
}
