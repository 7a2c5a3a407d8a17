import type { PatchOperation } from "../../api/types";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { HeadRow } from "../../ui/HeadRow";
import { Section } from "../../ui/PageHead";
import { CellNumber, CellText } from "../worksheet/cells";
import { Figure } from "../worksheet/Figure";
import { FieldRow, NumberField } from "../worksheet/fields";
import { NeedRows } from "../worksheet/NeedRows";
import { RemoveCell } from "../worksheet/RemoveCell";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { MONTHS } from "../worksheet/words";
import { isThere, nameOfArray, newArray, orderedArrays } from "./arrays";

/** How the fixed array lies, what throws shadows on it, and the portable one beside it. */
export function HowItLies() {
  return (
    <>
      <Tilt />
      <ByStay />
      <Obstacles />
      <Portable />
    </>
  );
}

const SIDES = [
  { value: 0, label: "the nose" },
  { value: 90, label: "the right" },
  { value: 180, label: "the tail" },
  { value: 270, label: "the left" },
];

function Tilt() {
  const { rig, edit, answer } = useRig();
  const { solar } = rig;
  const faces = solar.panel_from_nose_deg !== null ? "vehicle" : solar.panel_faces_deg !== null ? "bearing" : "noon";
  const choose = (how: "noon" | "bearing" | "vehicle") => {
    const patch: PatchOperation[] = [
      { op: "add", path: "/solar/panel_faces_deg", value: how === "bearing" ? (solar.panel_faces_deg ?? 180) : null },
      {
        op: "add",
        path: "/solar/panel_from_nose_deg",
        value: how === "vehicle" ? (solar.panel_from_nose_deg ?? 90) : null,
      },
    ];
    void edit(patch);
  };
  return (
    <Section title="The fixed array">
      <NumberField
        label="Tilted by"
        path="/solar/panel_tilt_deg"
        unit="°"
        value={solar.panel_tilt_deg}
        hint="0 lies flat on the roof, and faces nowhere."
      />
      {solar.panel_tilt_deg > 0 && (
        <>
          <FieldRow label="It faces">
            <Choice
              label="It faces"
              value={faces}
              options={[
                { value: "noon", label: "the noon sun" },
                { value: "bearing", label: "one bearing" },
                { value: "vehicle", label: "a side of the vehicle" },
              ]}
              disabled={!answer.may_edit}
              onChange={choose}
            />
          </FieldRow>
          {faces === "bearing" && (
            <NumberField
              label="Bearing"
              path="/solar/panel_faces_deg"
              unit="°"
              value={solar.panel_faces_deg}
              hint="Clockwise from north: 180 is south."
            />
          )}
          {faces === "vehicle" && (
            <>
              <NumberField
                label="From the nose, clockwise"
                path="/solar/panel_from_nose_deg"
                unit="°"
                value={solar.panel_from_nose_deg}
                hint="It faces where the driver parks. The nose of each stay is said at the stay; where it is not, the mean of all headings counts."
              />
              <FieldRow label="or looks to">
                <Choice
                  label="It looks to"
                  value={String(solar.panel_from_nose_deg)}
                  options={SIDES.map((side) => ({ value: String(side.value), label: side.label }))}
                  disabled={!answer.may_edit}
                  onChange={(side) =>
                    void edit([{ op: "add", path: "/solar/panel_from_nose_deg", value: Number(side) }])
                  }
                />
              </FieldRow>
            </>
          )}
        </>
      )}
    </Section>
  );
}

const SHORT = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];
const BEARINGS = ["N", "NNE", "NE", "ENE", "E", "ESE", "SE", "SSE", "S", "SSW", "SW", "WSW", "W", "WNW", "NW", "NNW"];

/** What lying the best way would be worth, stay by stay. */
function ByStay() {
  const { rig } = useRig();
  const { figure } = useStepFigures("solar");
  const rows = Object.entries(rig.stays)
    .sort(([, one], [, other]) => one.position - other.position)
    .flatMap(([id, stay]) =>
      SHORT.flatMap((month, index) => {
        const base = `climate.stay.${id}.${month}`;
        return figure(`${base}.best_tilt_deg`) ? [{ stay, base, month: MONTHS[index] ?? "" }] : [];
      }),
    );
  if (rows.length === 0)
    return (
      <Section title="Best way to lie, stay by stay">
        <p className="py-2 text-soft">
          Known once the stays have a place and the sun is “that of the stays” or of a weather file.
        </p>
      </Section>
    );
  const side = rig.solar.panel_tilt_deg > 0 ? rig.solar.panel_from_nose_deg : null;
  const noseFor = (faces: number, from: number) => BEARINGS[Math.round((faces - from + 360) / 22.5) % 16];
  const ahead = (tilt: number, faces: number) =>
    tilt === 0 ? "flat" : `${BEARINGS[Math.round(faces / 22.5) % 16]}, ${tilt}°`;
  return (
    <Section title="Best way to lie, stay by stay" aside="to 5° of tilt and 15° of bearing">
      <table className="w-full">
        <HeadRow
          columns={[
            { label: "Stay" },
            { label: "Hidden", right: true },
            { label: "As it lies", right: true },
            { label: "Best" },
            { label: "Gives", right: true },
            { label: "Worth a day", right: true },
          ]}
        />
        <tbody>
          {rows.map(({ stay, base, month }) => (
            <tr key={base} className="border-rule border-t">
              <th scope="row" className="py-1.5 text-left font-normal">
                {stay.place || "a stay"} <span className="text-[13px] text-soft">{month}</span>
              </th>
              <td className="py-1.5 pr-3 text-right">
                {figure(`${base}.hidden_frac`) ? <Figure figure={figure(`${base}.hidden_frac`)} share /> : "–"}
              </td>
              <td className="py-1.5 pr-3 text-right">
                <Figure figure={figure(`${base}.yield_wh_per_w`)} />
              </td>
              <td className="py-1.5 pr-3">
                {ahead(Number(figure(`${base}.best_tilt_deg`)?.value), Number(figure(`${base}.best_faces_deg`)?.value))}
                {side !== null && (
                  <span className="block text-[12px] text-soft">
                    nose to {noseFor(Number(figure(`${base}.best_faces_deg`)?.value), side)}
                  </span>
                )}
              </td>
              <td className="py-1.5 pr-3 text-right">
                <Figure figure={figure(`${base}.best_wh_per_w`)} />
              </td>
              <td className="py-1.5 pr-3 text-right font-semibold">
                <Figure figure={figure(`${base}.best_worth_wh`)} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 max-w-[46rem] text-[13px] text-soft">
        Hidden: by the horizon, hours of shade and things on the vehicle. The share of shade said at a stay comes on
        top, and is in what it gives.
      </p>
    </Section>
  );
}

const USUAL = [
  { name: "roof box", bearing_deg: 0, away_m: 1.2, width_m: 1.0, height_m: 0.4 },
  { name: "air conditioner", bearing_deg: 180, away_m: 1.0, width_m: 0.8, height_m: 0.3 },
  { name: "mast", bearing_deg: 0, away_m: 3, width_m: 1.2, height_m: 10 },
  { name: "boom", bearing_deg: 0, away_m: 0.5, width_m: 1.2, height_m: 1.2 },
];

/** Things on the vehicle that throw a shadow on the array. */
function Obstacles() {
  const { rig, edit, answer } = useRig();
  const rows = Object.entries(rig.solar.obstacles).sort(([, one], [, other]) => one.position - other.position);
  const arrays = orderedArrays(rig).filter(([, array]) => array.place !== "carried" && isThere(array));
  const several = arrays.length > 1;
  const add = (usual: (typeof USUAL)[number]) => {
    const position = (rows.at(-1)?.[1].position ?? 0) + 1;
    const id = `o${Date.now().toString(36)}`;
    void edit([
      { op: "add", path: `/solar/obstacles/${id}`, value: { ...usual, takes_frac: 1, array: null, position } },
    ]);
  };
  return (
    <Section title="Things on the vehicle that shade it" aside="as seen from the middle of the array">
      {rows.length > 0 && (
        <table className="w-full">
          <HeadRow
            columns={[
              { label: "What" },
              { label: "From the nose" },
              { label: "Away" },
              { label: "Height over the panels" },
              { label: "Width" },
              { label: "Its shadow takes" },
              ...(several ? [{ label: "Of" }] : []),
              { label: "Remove", hidden: true },
            ]}
          />
          <tbody>
            {rows.map(([id, one]) => {
              const path = `/solar/obstacles/${id}`;
              const name = one.name;
              return (
                <tr key={id} className="border-rule border-t align-top">
                  <CellText label={`What ${name} is`} path={`${path}/name`} value={name} />
                  <CellNumber
                    label={`Bearing of ${name}`}
                    path={`${path}/bearing_deg`}
                    unit="°"
                    value={one.bearing_deg}
                  />
                  <CellNumber label={`Distance of ${name}`} path={`${path}/away_m`} unit="m" value={one.away_m} />
                  <CellNumber label={`Height of ${name}`} path={`${path}/height_m`} unit="m" value={one.height_m} />
                  <CellNumber label={`Width of ${name}`} path={`${path}/width_m`} unit="m" value={one.width_m} />
                  <CellNumber
                    label={`What the shadow of ${name} takes`}
                    path={`${path}/takes_frac`}
                    unit="%"
                    value={one.takes_frac * 100}
                    send={(percent) => (percent ?? 0) / 100}
                  />
                  {several && (
                    <td className="py-1.5 pr-2">
                      <select
                        aria-label={`Which array ${name} shades`}
                        className="field max-w-36"
                        disabled={!answer.may_edit}
                        value={one.array ?? ""}
                        onChange={(event) =>
                          void edit([{ op: "add", path: `${path}/array`, value: event.target.value || null }])
                        }
                      >
                        <option value="">all arrays</option>
                        {arrays.map(([arrayId]) => (
                          <option key={arrayId} value={arrayId}>
                            {nameOfArray(rig, arrayId)}
                          </option>
                        ))}
                      </select>
                    </td>
                  )}
                  <RemoveCell name={name} path={path} />
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {answer.may_edit && (
        <div className="mt-3 flex flex-wrap items-center gap-3 text-[14px]">
          Add
          {USUAL.map((usual) => (
            <Button key={usual.name} onClick={() => add(usual)}>
              {usual.name}
            </Button>
          ))}
        </div>
      )}
      <p className="mt-2 max-w-[46rem] text-[13px] text-soft">
        A shadow on one cell can stop a whole string, so it takes everything unless you say less. Give the width with
        the array's own width in it, for a shadow on any part counts. Trees and hills are said at the stay.
      </p>
    </Section>
  );
}

function Portable() {
  const { rig } = useRig();
  const { figure } = useStepFigures("solar");
  const { arrays, turned_per_day, sun_from } = rig.solar;
  const assumed = figure("assumptions.portable_set_out_frac");
  const counted = figure("solar.portable_wh_per_day");
  const carried = Object.entries(arrays).filter(([, array]) => array.place === "carried");
  const [plain] = carried.filter(([, array]) => Object.keys(array.strings).length === 0);
  const byStrings = carried.length > 0 && plain === undefined;
  const there = carried.some(([, array]) => isThere(array));
  return (
    <Section title="A portable array beside it" aside={there ? undefined : "none"}>
      {byStrings ? (
        <NeedRows
          rows={[
            {
              label: "Its strings give",
              figure: figure("solar.portable_w"),
              note: "its panels stand under Panels and controllers",
            },
          ]}
        />
      ) : (
        <NumberField
          label="Rated"
          path={plain ? `/solar/arrays/${plain[0]}/plain_w` : "/solar/arrays/portable"}
          unit="W"
          nullable
          value={plain?.[1].plain_w ?? null}
          hint="Carried out of the shade and turned to the sun."
          {...(plain
            ? {}
            : {
                send: (watts: number | null) =>
                  newArray({ position: 99, place: "carried", plain_w: watts, own_controller: true }),
              })}
        />
      )}
      {there && (
        <>
          <NumberField
            label="Turned a day"
            path="/solar/turned_per_day"
            unit="times"
            value={turned_per_day}
            hint="1: set up once. Each time it is set to what lights it most until the next."
          />
          {assumed && (
            <NumberField
              label="Really set out"
              path="/assumptions/portable_set_out_frac"
              unit="% of days"
              value={Math.round(Number(assumed.value) * 100)}
              send={(percent) => (percent ?? 0) / 100}
              hint="Not on days of rain, of driving and of short stops."
            />
          )}
          {counted ? (
            <NeedRows
              rows={[
                { label: "Brings on a mean day", figure: counted, note: "in the month that governs" },
                {
                  label: "Spares of the fixed array",
                  figure: figure("solar.portable_spares_w"),
                  note: "already taken off the need",
                },
              ]}
            />
          ) : (
            <p className="py-2 text-[13px] text-soft">
              {sun_from === "typed" || sun_from === "months"
                ? "Counted once the sun is “that of the stays” or of a weather file: typed sun is that of the fixed array's plane."
                : "Counted once the stays have a place."}
            </p>
          )}
        </>
      )}
    </Section>
  );
}
