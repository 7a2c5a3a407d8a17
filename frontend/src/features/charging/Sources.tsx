import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { WorkedFigure } from "../../api/types";
import { Digits } from "../../ui/Digits";
import { formatQuantity } from "../../ui/formatQuantity";
import { Section } from "../../ui/PageHead";
import { CellNumber } from "../worksheet/cells";
import { Figure } from "../worksheet/Figure";
import { NumberField } from "../worksheet/fields";
import { NeedRows } from "../worksheet/NeedRows";
import { Cell, Row, Rows } from "../worksheet/Rows";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { HOOKUPS } from "../worksheet/words";
import { rechargeQuery } from "./recharge";
import { inOrder, isBoat, nameOfCharger, nameOfWay } from "./things";

/** What gives, when, and how soon the bank is full. */
export function Sources() {
  return (
    <>
      <EachSource />
      <Modes />
      <FullBy />
      <Help />
      <AllAtOnce />
    </>
  );
}

/** Every source in a line: its rating to be typed, what it draws and gives, and how long it takes alone. */
function EachSource() {
  const { rig } = useRig();
  const { figure } = useStepFigures("charging");
  const ways = inOrder(rig.charging.paths).filter(([, way]) => way.bank === null && way.kind !== null);
  const chargers = inOrder(rig.charging.chargers).filter(([, one]) => one.bank === null);
  const within = figure("charging.source.inverter.rated_a");
  const of = (id: string, name: string) => figure(`charging.source.${id}.${name}`);
  return (
    <Section title="What charges" aside="the sun has its own page">
      <Rows head={["Source", "Rated", "Draws", "Gives the bank", "Empty to full by it alone"]}>
        {ways.map(([id, way]) => {
          const rated = way.kind === "dcdc" || way.kind === "manager";
          return (
            <Row key={id} head={nameOfWay(rig, id)} note={rated ? undefined : "as the volts push, about"}>
              {rated && way.part === null ? (
                <RatedCell label={nameOfWay(rig, id)} path={`/charging/paths/${id}/output_a`} value={way.output_a} />
              ) : (
                <Cell>{rated ? <Figure figure={of(id, "rated_a")} /> : "–"}</Cell>
              )}
              <Drawn id={id} of={of} />
            </Row>
          );
        })}
        {chargers.map(([id, one]) => (
          <Row key={id} head={nameOfCharger(rig, id)} note="from the mains">
            {one.part === null ? (
              <RatedCell
                label={nameOfCharger(rig, id)}
                path={`/charging/chargers/${id}/output_a`}
                value={one.output_a}
              />
            ) : (
              <Cell>
                <Figure figure={of(id, "rated_a")} />
              </Cell>
            )}
            <Drawn id={id} of={of} />
          </Row>
        ))}
        {within && (
          <Row head="Charger within the inverter" note="from the mains">
            <Cell>
              <Figure figure={within} />
            </Cell>
            <Drawn id="inverter" of={of} />
          </Row>
        )}
      </Rows>
      <NumberField
        label="Hours on a hookup"
        path="/charging/refill_hours"
        unit="h"
        nullable
        value={rig.charging.refill_hours}
        hint="From empty to full; 10 h are reckoned with until somebody says."
      />
    </Section>
  );
}

function RatedCell({ label, path, value }: { label: string; path: string; value: number | null }) {
  return <CellNumber label={`Rating of ${label}`} path={path} unit="A" nullable right value={value} />;
}

function Drawn({
  id,
  of,
}: {
  id: string;
  of: (id: string, name: string) => ReturnType<ReturnType<typeof useStepFigures>["figure"]>;
}) {
  return (
    <>
      <Cell>
        <Figure figure={of(id, "input_a")} />
      </Cell>
      <Cell strong>
        <Figure figure={of(id, "output_a")} />
      </Cell>
      <Cell>
        <Figure figure={of(id, "hours_to_full")} />
      </Cell>
    </>
  );
}

const MODES = [
  ["rest", "At rest"],
  ["sun", "In the sun"],
  ["driving", "Driving"],
  ["hookup", "On a hookup"],
  ["generator", "On a generator"],
] as const;

/** Who gives how much when, and the hours to 80, 95 and 100 % from wherever the charge stands. */
function Modes() {
  const { optionId, answer, rig } = useRig();
  const { figure } = useStepFigures("charging");
  const empty = Math.round(Number(figure("charging.empty_frac")?.value ?? 0.2) * 100);
  const [from, setFrom] = useState<number | null>(null);
  const asked = useQuery({
    ...rechargeQuery(optionId, answer.revision, (from ?? empty) / 100),
    enabled: from !== null,
  });
  const boat = isBoat(rig);
  const met = MODES.filter(([mode]) => figure(`charging.mode.${mode}.into_bank_a`));
  if (met.length < 2) return null;
  const sunny = met.some(([mode]) => figure(`charging.mode.${mode}.with_sun_a`));
  const timed = met.some(([mode]) => figure(`charging.mode.${mode}.net_a`));
  const gives = (id: string) => figure(`charging.source.${id}.output_a`) !== undefined;
  const givers = (mode: string) => {
    const links = Object.entries(rig.links).filter(([, link]) => !link.gives && link.hours_per_day === null);
    const ways = inOrder(rig.charging.paths).filter(([id, way]) => way.bank === null && gives(id));
    const chargers = inOrder(rig.charging.chargers).filter(([id, one]) => one.bank === null && gives(id));
    const within = figure("charging.source.inverter.output_a") ? ["the inverter's charger"] : [];
    const names: Record<string, string[]> = {
      rest: ["the bank alone"],
      sun: ["the array"],
      driving: [...ways.map(([id]) => nameOfWay(rig, id)), ...links.map(([, link]) => link.system)],
      hookup: [...chargers.map(([id]) => nameOfCharger(rig, id)), ...within],
      generator: [...chargers.map(([id]) => nameOfCharger(rig, id)), ...within],
    };
    return names[mode]?.join(", ");
  };
  const hours = (mode: string, percent: number | "full") => {
    const worked = from === null ? undefined : asked.data?.modes[mode]?.[`hours_to_${percent}`];
    if (from !== null) return worked ? <Worked figure={worked} /> : "–";
    return <Figure figure={figure(`charging.mode.${mode}.hours_to_${percent}`)} />;
  };
  return (
    <Section title="Who gives how much when">
      <Rows
        head={[
          "",
          "Into the bank",
          ...(sunny ? ["with the sun"] : []),
          ...(timed ? ["left, loads on", "to 80 %", "95 %", "full"] : []),
        ]}
      >
        {met.map(([mode, label]) => (
          <Row key={mode} head={mode === "driving" && boat ? "Motoring" : label} note={givers(mode)}>
            <Cell strong>
              <Figure figure={figure(`charging.mode.${mode}.into_bank_a`)} />
            </Cell>
            {sunny && (
              <Cell>
                <Figure figure={figure(`charging.mode.${mode}.with_sun_a`)} />
              </Cell>
            )}
            {timed && (
              <>
                <Cell>
                  <Figure figure={figure(`charging.mode.${mode}.net_a`)} />
                </Cell>
                {([80, 95, "full"] as const).map((percent) => (
                  <Cell key={percent}>{hours(mode, percent)}</Cell>
                ))}
              </>
            )}
          </Row>
        ))}
      </Rows>
      {timed && (
        <label className="mt-3 flex items-center gap-3">
          From a charge of
          <input
            type="range"
            min={0}
            max={95}
            step={5}
            value={from ?? empty}
            aria-valuetext={`${from ?? empty} per cent`}
            onChange={(event) => setFrom(Number(event.target.value))}
            className="w-56 accent-[var(--stored)]"
          />
          <span className="figure w-24">
            {from ?? empty} %{from === null && <span className="text-soft"> empty</span>}
          </span>
        </label>
      )}
      <p className="mt-2 max-w-[46rem] text-[13px] text-soft">
        No more goes in than the bank takes. The last of a charge goes slowly, with lead for hours and longer in the
        cold. Hookup and generator share the inlet, so its cord keeps those two apart; nothing keeps the engine and the
        sun off either of them.
      </p>
    </Section>
  );
}

/** A figure that no report holds: its working stands in its title. */
function Worked({ figure }: { figure: WorkedFigure }) {
  const { units } = useRig();
  const shown = formatQuantity(figure.value, figure.unit, units);
  return (
    <span className="figure" title={`${figure.in_words} = ${figure.with_numbers}`}>
      <Digits>{shown.number}</Digits>
      <span className="unit">{shown.unit}</span>
    </span>
  );
}

/** When the bank is full at each stay. */
function FullBy() {
  const { rig } = useRig();
  const { figure } = useStepFigures("charging");
  const stays = inOrder(rig.stays).filter(
    ([id]) => figure(`charging.stay.${id}.full_by_h`) || figure(`charging.stay.${id}.surplus_wh`),
  );
  if (stays.length === 0) return null;
  return (
    <Section title="Full by" aside="plugged in at six in the evening, with the bank as empty as is allowed">
      <Rows head={["Stay", "Charges with", "Full after", "By the clock"]}>
        {stays.map(([id, stay]) => {
          const of = (name: string) => figure(`charging.stay.${id}.${name}`);
          const byHookup = of("full_by_h");
          const surplus = of("surplus_wh");
          return (
            <Row
              key={id}
              head={stay.place || "A stay"}
              note={byHookup ? `hookup: ${HOOKUPS[stay.hookup]}` : "by sun and driving, what a day leaves over"}
            >
              <Cell>{byHookup ? <Figure figure={of("net_a")} /> : <Figure figure={surplus} />}</Cell>
              <Cell strong>
                {byHookup ? (
                  <Figure figure={of("hours_to_full")} />
                ) : surplus && Number(surplus.value) <= 0 ? (
                  <span className="text-soft">never: a day takes more</span>
                ) : (
                  <Figure figure={of("days_to_full")} />
                )}
              </Cell>
              <Cell>{byHookup ? clock(Number(byHookup.value)) : "–"}</Cell>
            </Row>
          );
        })}
      </Rows>
    </Section>
  );
}

/** Hours from midnight of the day of arrival, as a clock shows them. */
export function clock(hours: number): string {
  const minutes = Math.round((hours * 60) / 15) * 15;
  const days = Math.floor(minutes / 1440);
  const time = `${Math.floor((minutes % 1440) / 60)}:${String(minutes % 60).padStart(2, "0")}`;
  return days === 0 ? time : days === 1 ? `${time} next day` : `${time}, ${days} days on`;
}

const HELPS = [
  ["driving", "An hour of driving more"],
  ["generator", "An hour of the generator"],
  ["hookup", "A night on a hookup"],
  ["panel", "A panel of 100 W more"],
] as const;

/** What would help in a short month, the cheapest kilowatt-hour first. */
function Help() {
  const { rig } = useRig();
  const { figure } = useStepFigures("charging");
  const boat = isBoat(rig);
  const gap = figure("charging.sinks_wh_per_day");
  const helps = HELPS.map(([what, words]) => ({
    what,
    words: boat && what === "driving" ? "An hour of motoring more" : words,
    brings: figure(`charging.help.${what}.wh`),
    price: figure(`charging.help.${what}.price_per_kwh`),
    effort:
      figure(`charging.help.${what}.hours_per_day`) ??
      figure(`charging.help.${what}.every_nights`) ??
      figure(`charging.help.${what}.panels`),
  }))
    .filter((one) => one.brings && one.price)
    .sort((one, other) => Number(one.price?.value) - Number(other.price?.value));
  if (helps.length === 0) return null;
  const larger = figure("charging.help.dcdc.wh_per_day");
  return (
    <Section title="What helps in a short month" aside="the cheapest kilowatt-hour first">
      <Rows head={["", "Brings", "A kilowatt-hour", gap ? "Closes the gap" : ""]}>
        {helps.map(({ what, words, brings, price, effort }) => (
          <Row key={what} head={words}>
            <Cell>
              <Figure figure={brings} />
            </Cell>
            <Cell strong>
              <Figure figure={price} />
            </Cell>
            <Cell>
              {effort && (
                <>
                  {what === "hookup" && <span className="text-[13px] text-soft">one every </span>}
                  <Figure figure={effort} />
                  {(what === "driving" || what === "generator") && (
                    <span className="text-[13px] text-soft"> a day</span>
                  )}
                </>
              )}
            </Cell>
          </Row>
        ))}
      </Rows>
      <p className="mt-2 max-w-[46rem] text-[13px] text-soft">
        {gap && (
          <>
            A mean day lacks <Figure figure={gap} />.{" "}
          </>
        )}
        {larger && (
          <>
            A DC-DC charger of <Figure figure={figure("charging.help.dcdc.largest_a")} />, the largest that the
            alternator carries, would bring <Figure figure={larger} /> more a day; over its years a kilowatt-hour of
            that costs <Figure figure={figure("charging.help.dcdc.price_per_kwh")} />.{" "}
          </>
        )}
        Prices of fuel, hookups, panels and chargers are assumptions in the shop's money; open a figure to see them.
      </p>
    </Section>
  );
}

/** Everything that was chosen, against what the bank takes. */
function AllAtOnce() {
  const { figure } = useStepFigures("charging");
  return (
    <Section title="All at once, against the bank">
      <NeedRows
        rows={[
          { label: "Chosen sources together", figure: figure("charging.all_sources_a") },
          { label: "Usual for this bank", figure: figure("charging.bank_usual_a") },
          {
            label: "Highest for this bank",
            figure: figure("charging.bank_max_a"),
            note: "its maker's figure goes first",
          },
        ]}
      />
    </Section>
  );
}
