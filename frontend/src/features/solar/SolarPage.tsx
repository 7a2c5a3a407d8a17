import type { ReactNode } from "react";
import { useSearchParams } from "react-router";
import type { Rig } from "../../api/types";
import { Choice } from "../../ui/Choice";
import { lazyPage } from "../../ui/lazyPage";
import { PageHead, Section } from "../../ui/PageHead";
import { Tabs } from "../../ui/Tabs";
import { Figure } from "../worksheet/Figure";
import { FieldRow, NumberField } from "../worksheet/fields";
import { NeedRows } from "../worksheet/NeedRows";
import { StepFindings } from "../worksheet/StepFindings";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { MONTHS } from "../worksheet/words";
import { ArrayBars } from "./ArrayBars";
import { isThere, newArray } from "./arrays";
import { HowItLies } from "./HowItLies";
import { WeatherFile } from "./WeatherFile";

const OverTheVehicle = lazyPage(
  "the sun over the vehicle",
  async () => (await import("./OverTheVehicle")).OverTheVehicle,
  ({ children }) => <div className="min-h-[400px]">{children}</div>,
);

const JourneySun = lazyPage(
  "the year's sun",
  async () => (await import("./JourneySun")).JourneySun,
  ({ children }) => <div className="min-h-[420px]">{children}</div>,
);

const sheet = ({ children }: { children?: ReactNode }) => <div className="min-h-[300px]">{children}</div>;
const ArraySheet = lazyPage("the panels and controllers", async () => (await import("./ArraySheet")).ArraySheet, sheet);
const RoofSheet = lazyPage("the roof", async () => (await import("./RoofSheet")).RoofSheet, sheet);
const ArrayMonths = lazyPage("the months", async () => (await import("./ArrayMonths")).ArrayMonths, sheet);
const Curves = lazyPage("the curves", async () => (await import("./Curves")).Curves, sheet);

/** Whether anything of an array is chosen. */
const hasArray = (solar: Rig["solar"]) => Object.values(solar.arrays).some(isThere);

export function SolarPage() {
  const [params, setParams] = useSearchParams();
  const { figure } = useStepFigures("solar");
  return (
    <>
      <PageHead>
        In <Figure figure={figure("solar.peak_sun_hours")} /> of full sun a day, an array of{" "}
        <Figure figure={figure("solar.need_w")} className="font-semibold" /> puts back what a mean day takes.
      </PageHead>
      <StepFindings step="solar" />
      <Tabs
        label="Solar"
        value={params.get("tab") ?? "array"}
        onChange={(tab) => setParams({ tab }, { replace: true })}
        sheets={[
          { value: "array", label: "Array", children: () => <HowLarge /> },
          { value: "panels", label: "Panels and controllers", children: () => <ArraySheet /> },
          { value: "roof", label: "Roof", children: () => <RoofSheet /> },
          { value: "months", label: "Months", children: () => <ArrayMonths /> },
          { value: "curves", label: "Curves", children: () => <Curves /> },
          { value: "lies", label: "How it lies", children: () => <HowItLies /> },
          { value: "sky", label: "Sun over the vehicle", children: () => <OverTheVehicle /> },
        ]}
      />
    </>
  );
}

/** Where the sun comes from, how large an array it asks for, and what was chosen. */
function HowLarge() {
  const { solar } = useRig().rig;
  const { figure } = useStepFigures("solar");
  return (
    <>
      <Sun />
      <Section title="Array, by method" aside="the rules of the bench speak of summer at middle latitudes">
        <ArrayBars figure={figure} />
      </Section>
      <Section title="Need">
        <NeedRows
          rows={[
            { label: "A mean day, with margin", figure: figure("loads.mean_wh_per_day_with_margin") },
            {
              label: "Yield of the rating",
              figure: figure("solar.performance_ratio"),
              note: "heat, dirt, slanting light, wiring, controller, shade",
            },
            ...(figure("solar.portable_spares_w")
              ? [
                  {
                    label: "Spared by the portable array",
                    figure: figure("solar.portable_spares_w"),
                    note: "in the month that governs",
                  },
                ]
              : []),
            { label: "Array", figure: figure("solar.need_w"), strong: true },
            {
              label: "Controller output",
              figure: figure("solar.controller_need_a"),
              strong: true,
              note: hasArray(solar) ? "for the chosen array" : "for an array of the need",
            },
            { label: "Usual size, each", figure: figure("solar.controller_size_a") },
            { label: "How many", figure: figure("solar.controller_count") },
            ...(figure("solar.cold_voc_factor")
              ? [
                  {
                    label: "Cold volts of a string",
                    figure: figure("solar.cold_voc_factor"),
                    note: "times its rated open-circuit volts at the record low; the panel's own coefficient goes first",
                  },
                  {
                    label: "The same by the code's table",
                    figure: figure("solar.cold_voc_factor_by_table"),
                    note: "take the larger one, and ask what your code asks for",
                  },
                ]
              : []),
          ]}
        />
      </Section>
      <Chosen />
    </>
  );
}

/** What the arrays come to; while one of so many watts is all there is, it is typed here. */
function Chosen() {
  const { solar } = useRig().rig;
  const { figure } = useStepFigures("solar");
  const arrays = Object.entries(solar.arrays);
  const plain = arrays.length === 1 && Object.keys(arrays[0]?.[1].strings ?? {}).length === 0 ? arrays[0] : undefined;
  const controllers = Object.entries(solar.controllers);
  const typed = controllers.length === 1 && controllers[0]?.[1].part === null ? controllers[0] : undefined;
  return (
    <Section title="Chosen" aside={figure("solar.have_w") ? undefined : "nothing yet"}>
      {plain && (
        <NumberField
          label="Array, rated"
          path={`/solar/arrays/${plain[0]}/plain_w`}
          unit="W"
          nullable
          value={plain[1].plain_w}
        />
      )}
      {plain && typed && (
        <NumberField
          label="Controllers, output together"
          path={`/solar/controllers/${typed[0]}/rated_a`}
          unit="A"
          nullable
          value={typed[1].rated_a}
        />
      )}
      {arrays.length === 0 && <FirstWatts />}
      <NeedRows
        rows={[
          ...(plain || !figure("solar.have_w") ? [] : [{ label: "Arrays, rated", figure: figure("solar.have_w") }]),
          ...(figure("solar.counts_as_w")
            ? [
                {
                  label: "Count as",
                  figure: figure("solar.counts_as_w"),
                  note: "of watts that lie as planned, before any clipping",
                },
              ]
            : []),
          ...(figure("solar.have_wh_per_day")
            ? [
                { label: "Give on such a day", figure: figure("solar.have_wh_per_day") },
                { label: "Charge current at best", figure: figure("solar.output_a") },
              ]
            : []),
        ]}
      />
    </Section>
  );
}

/** The first array, as so many watts: what it is of is said on the page of the panels. */
function FirstWatts() {
  return (
    <NumberField
      label="Array, rated"
      path="/solar/arrays/array"
      unit="W"
      nullable
      value={null}
      send={(watts) => newArray({ plain_w: watts, position: 1 })}
      hint="So many watts for now; which panels they are is said under Panels and controllers."
    />
  );
}

/** Where the sun comes from: typed, or the places and months of the stays. */
function Sun() {
  const { rig, edit, answer } = useRig();
  const { solar } = rig;
  const { figure } = useStepFigures("solar");
  const places = solar.sun_from === "places" || solar.sun_from === "file";
  const byMonth = solar.sun_from === "months";
  const file = solar.sun_from === "file";
  return (
    <Section
      title="Sun"
      aside={file ? "for the months of the stays" : places ? "by places and months of the stays" : undefined}
    >
      <FieldRow label="The sun is">
        <Choice
          label="The sun is"
          value={solar.sun_from}
          options={[
            { value: "typed", label: "typed" },
            { value: "months", label: "typed by month" },
            { value: "places", label: "that of the stays" },
            { value: "file", label: "of a weather file" },
          ]}
          disabled={!answer.may_edit}
          onChange={(value) => void edit([{ op: "add", path: "/solar/sun_from", value }])}
        />
      </FieldRow>
      {byMonth && <MonthsTyped />}
      {byMonth && <JourneySun figure={figure} />}
      {!(places && figure("climate.bias_applied")) && !byMonth && (
        <NumberField
          label="Peak sun hours"
          path="/solar/peak_sun_hours"
          unit="h"
          value={solar.peak_sun_hours}
          hint="kWh/m² a day in the panel's plane, for the poorest month of the journey. A flat roof in a northern winter sees about 0.5 to 1, in summer 5 to 6 (common practice)."
        />
      )}
      {file && <WeatherFile />}
      <NumberField
        label="Coldest ever there"
        path="/solar/record_low_c"
        unit="°C"
        nullable
        value={solar.record_low_c}
        hint={`For the cold volts of panel strings, also where it is parked in winter. ${places ? "Left empty: estimated below, of the stays alone and without their height. On high ground type it: it gets colder." : ""}`}
      />
      <NumberField
        label="Hottest ever there"
        path="/solar/record_high_c"
        unit="°C"
        nullable
        value={solar.record_high_c}
        hint={`For their hot volts. ${places ? "Left empty: estimated below." : ""}`}
      />
      {places && (
        <>
          <JourneySun figure={figure} />
          <NeedRows
            rows={[
              ...(figure("climate.bias_applied")
                ? [
                    {
                      label: "Taken off the reanalysis",
                      figure: figure("climate.bias_applied"),
                      share: true,
                      note: file
                        ? "a file is taken as it is; a month may differ by a tenth from year to year"
                        : "it reads high, by the measured years about; eight months in ten lie within the range of each",
                    },
                    { label: "Record low to reckon with", figure: figure("climate.t_min_record_c") },
                    { label: "Record high to reckon with", figure: figure("climate.t_max_record_c") },
                  ]
                : []),
            ]}
          />
        </>
      )}
    </Section>
  );
}

/** Peak sun hours for each month that the journey meets. */
function MonthsTyped() {
  const { rig } = useRig();
  const months = [...new Set(Object.values(rig.stays).map((stay) => stay.month))].sort((one, other) => one - other);
  if (months.length === 0) return <p className="py-2 text-soft">The journey has no stay yet.</p>;
  return months.map((month) => (
    <NumberField
      key={month}
      label={`Peak sun hours, ${MONTHS[month - 1]}`}
      path={`/solar/psh_by_month/${month}`}
      unit="h"
      nullable
      value={rig.solar.psh_by_month[String(month)] ?? null}
    />
  ));
}
