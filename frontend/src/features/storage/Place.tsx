import { useState } from "react";
import { Link, useParams } from "react-router";
import { Choice } from "../../ui/Choice";
import { Section } from "../../ui/PageHead";
import { FieldRow, NumberField, SelectField } from "../worksheet/fields";
import { NeedRows } from "../worksheet/NeedRows";
import { Plan, type Scale } from "../worksheet/plan/Plan";
import { frameOf, type PlanBox } from "../worksheet/plan/plan";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { isLithium } from "./chemistries";

/** Where bank and inverter stand, what that does to the vehicle, how the bank is held and how it breathes. */
export function Place() {
  return (
    <>
      <BayPlan />
      <Held />
      <Air />
    </>
  );
}

/** Compartments from above; pressing one puts the bank or the inverter there. */
function BayPlan() {
  const { jobId, optionId } = useParams();
  const { rig, edit, answer } = useRig();
  const { figure } = useStepFigures("storage");
  const [what, setWhat] = useState<"storage" | "inverter">("storage");
  const compartments = Object.entries(rig.space.compartments).sort(([, a], [, b]) => a.position - b.position);
  const boxes = compartments.map(
    ([id, one]): PlanBox => ({
      id,
      name: one.name,
      across: one.x_m,
      up: one.y_m,
      width: one.length_m,
      height: one.width_m,
      tone: one.wet || one.engine_space ? "barred" : "room",
    }),
  );
  const pieces = [
    { id: rig.storage.compartment, name: "Bank", tone: "fill-stored" },
    { id: rig.inverter.compartment, name: "Inverter", tone: "fill-incoming" },
  ];
  const choices = (stands: boolean) => [
    { value: null, label: "not said" },
    ...compartments.map(([id, one]) => {
      const units = figure(`space.compartment.${id}.units_that_stand`)?.value;
      return { value: id, label: stands && units !== undefined ? `${one.name} – room for ${units}` : one.name };
    }),
  ];
  return (
    <Section title="Where they stand" aside="front to the right">
      {compartments.length === 0 ? (
        <p className="py-2 text-soft">
          No compartment is measured yet.{" "}
          <Link className="text-stored underline" to={`/jobs/${jobId}/${optionId}/survey?tab=room`}>
            Measure the room
          </Link>{" "}
          first: then it is seen whether bank and inverter go in.
        </p>
      ) : (
        <>
          <SelectField
            label="The bank stands in"
            path="/storage/compartment"
            value={rig.storage.compartment}
            options={choices(true)}
          />
          <SelectField
            label="The inverter stands in"
            path="/inverter/compartment"
            value={rig.inverter.compartment}
            options={choices(false)}
          />
          {answer.may_edit && (
            <div className="mt-3 mb-1 flex items-center gap-3 text-[14px]">
              A pressed compartment takes
              <Choice
                label="A pressed compartment takes"
                value={what}
                options={[
                  { value: "storage", label: "the bank" },
                  { value: "inverter", label: "the inverter" },
                ]}
                onChange={setWhat}
              />
            </div>
          )}
          <Plan
            label="Compartments seen from above; Enter puts the bank or the inverter into one"
            frame={frameOf(rig, "above")}
            boxes={boxes}
            axes={{ right: "front", top: "left" }}
            mayMove={false}
            onMove={() => undefined}
            onOpen={(box) => answer.may_edit && void edit([{ op: "add", path: `/${what}/compartment`, value: box.id }])}
            over={(scale) => (
              <>
                <Axles scale={scale} wheelbase={rig.vehicle.frame.wheelbase_m} />
                {pieces.map((piece, index) => {
                  const box = boxes.find((one) => one.id === piece.id);
                  const shared = pieces[0]?.id === pieces[1]?.id;
                  const aside = shared ? (index === 0 ? -10 : 10) : 0;
                  return box && <Piece key={piece.name} box={box} scale={scale} {...piece} aside={aside} />;
                })}
              </>
            )}
          />
        </>
      )}
      <WhatItWeighs />
    </Section>
  );
}

/** What bank and inverter do to the axles and the sides. */
function WhatItWeighs() {
  const { figure } = useStepFigures("storage");
  const side = Number(figure("space.side_load_kg")?.value ?? 0);
  return (
    <>
      {figure("space.placed_kg") && (
        <NeedRows
          rows={[
            {
              label: "Added to what was weighed",
              figure: figure("space.placed_kg"),
              note: "these two, less what stood there",
            },
            ...(figure("space.front_axle_kg")
              ? [
                  {
                    label: "On the front axle",
                    figure: figure("space.front_axle_kg"),
                    note: <Left of="front" />,
                  },
                  { label: "On the rear axle", figure: figure("space.rear_axle_kg"), note: <Left of="rear" /> },
                ]
              : []),
            {
              label: "Moment about the middle",
              figure: figure("space.side_moment_kgm"),
              note: side === 0 ? "" : `to the ${side > 0 ? "left" : "right"}`,
            },
            ...(figure("space.side_load_kg")
              ? [{ label: "Left wheels over right", figure: figure("space.side_load_kg") }]
              : []),
          ]}
        />
      )}
      {figure("space.placed_kg") && !figure("space.front_axle_kg") && (
        <p className="mt-1 text-[13px] text-soft">Axles are told once the wheelbase is measured.</p>
      )}
    </>
  );
}

function Left({ of }: { of: "front" | "rear" }) {
  const { figure } = useStepFigures("storage");
  const left = figure(`space.${of}_left_kg`);
  return left ? <>of {String(left.value)} kg that it may still carry</> : <>what it may carry is not weighed yet</>;
}

function Axles({ scale, wheelbase }: { scale: Scale; wheelbase: number | null }) {
  return (
    <g className="pointer-events-none">
      {[0, ...(wheelbase === null ? [] : [wheelbase])].map((x) => (
        <g key={x}>
          <path
            d={`M${scale.x(x)} ${scale.y(1.05)} V${scale.y(-1.05)}`}
            className="stroke-soft"
            strokeWidth="2"
            strokeDasharray="2 4"
          />
          {[1.05, -1.05].map((y) => (
            <rect
              key={y}
              x={scale.x(x) - scale.perMetre * 0.3}
              y={scale.y(y) - scale.perMetre * 0.09}
              width={scale.perMetre * 0.6}
              height={scale.perMetre * 0.18}
              className="fill-mark"
            />
          ))}
        </g>
      ))}
    </g>
  );
}

function Piece({
  box,
  scale,
  name,
  tone,
  aside,
}: {
  box: PlanBox;
  scale: Scale;
  name: string;
  tone: string;
  aside: number;
}) {
  const x = scale.x(box.across + box.width / 2);
  const y = scale.y(box.up + box.height / 2) + aside;
  return (
    <g className="pointer-events-none">
      <circle cx={x} cy={y} r="9" className={`${tone} stroke-sheet`} strokeWidth="2" />
      <text
        x={x + 13}
        y={y + 4.5}
        className="fill-ink stroke-[4px] stroke-sheet font-semibold text-[13px] [paint-order:stroke]"
      >
        {name}
      </text>
    </g>
  );
}

/** How the bank is held, and what happens when its electronics open. */
function Held() {
  const { storage } = useRig().rig;
  const lithium = isLithium(storage);
  const parallel = storage.bank?.units?.parallel ?? Object.keys(storage.bank?.strings ?? {}).length;
  return (
    <Section title="How it is held and kept apart">
      <SelectField
        label="Held by"
        path="/storage/restraint"
        value={storage.restraint}
        options={[
          { value: null, label: "not said yet" },
          { value: "frame", label: "a frame bolted through" },
          { value: "straps", label: "straps" },
          { value: "none", label: "nothing" },
        ]}
      />
      {lithium && (
        <SelectField
          label="Electronics watch its cells"
          path="/storage/bms"
          value={storage.bms}
          options={[
            { value: null, label: "not said yet" },
            { value: "fitted", label: "yes" },
            { value: "none", label: "no, nothing does" },
          ]}
        />
      )}
      {Object.keys(storage.bank?.strings ?? {}).length > 1 && (
        <SelectField
          label="A device manages both kinds"
          path="/storage/managing_device"
          value={storage.managing_device}
          hint="Then unlike strings share no bus."
          options={[
            { value: null, label: "not said yet" },
            { value: "fitted", label: "yes" },
            { value: "none", label: "no" },
          ]}
        />
      )}
      {lithium && (
        <SelectField
          label="When its electronics open"
          path="/storage/when_bms_opens"
          value={storage.when_bms_opens}
          options={[
            { value: null, label: "not said yet" },
            { value: "two_buses", label: "charge bus and load bus part separately" },
            { value: "charge_stop", label: "a charge-stop is wired to every source" },
            { value: "none", label: "nothing stops the chargers" },
          ]}
        />
      )}
      {lithium && parallel > 1 && (
        <SelectField
          label="A fuse for each string"
          path="/storage/string_fuses"
          value={storage.string_fuses}
          options={[
            { value: null, label: "not said yet" },
            { value: "fitted", label: "yes" },
            { value: "none", label: "no, one for all" },
          ]}
        />
      )}
      <FieldRow label="Carried off">
        <Locked />
      </FieldRow>
      {lithium && parallel > 1 && (
        <p className="mt-2 max-w-[46rem] text-[14px] text-soft">
          Before strings are joined: each charged full, rested, and within 0.05 V of the others for each 12 V. Volts on
          the flat part do not prove the charge. Every string that is added raises the current into a fault. (common
          practice; the maker's instructions go first)
        </p>
      )}
    </Section>
  );
}

function Locked() {
  const { rig, edit, answer } = useRig();
  return (
    <Choice
      label="Carried off"
      value={rig.storage.locked === null ? ("" as "yes") : rig.storage.locked ? "no" : "yes"}
      options={[
        { value: "no", label: "only with tools or a key" },
        { value: "yes", label: "by anybody" },
      ]}
      disabled={!answer.may_edit}
      onChange={(value) => void edit([{ op: "add", path: "/storage/locked", value: value === "no" }])}
    />
  );
}

/** Hydrogen of a lead bank, and the openings for it. */
function Air() {
  const { storage } = useRig().rig;
  const { figure } = useStepFigures("storage");
  if (!figure("storage.gas_m3_per_h")) return null;
  return (
    <Section title="Its air" aside="a lead bank gives off hydrogen when it is charged">
      <NeedRows
        rows={[
          { label: "Air it needs", figure: figure("storage.gas_m3_per_h") },
          {
            label: "Opening needed",
            figure: figure("storage.vent_need_cm2"),
            strong: true,
            note: "free of grilles, one low and one high, to the outside",
          },
        ]}
      />
      <NumberField
        label="Opening there is, each"
        path="/storage/vent_cm2"
        unit="cm²"
        nullable
        value={storage.vent_cm2}
        hint="The local code, the maker and a fan's own figure go first."
      />
    </Section>
  );
}
