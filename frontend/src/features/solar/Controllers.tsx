import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { panelsForQuery } from "../../api/arrayQueries";
import type { PvController } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { formatNumber } from "../../ui/formatQuantity";
import { Section } from "../../ui/PageHead";
import { Failed, Waiting } from "../../ui/states";
import { Figure } from "../worksheet/Figure";
import { FieldRow, NumberField, SelectField, WordsField } from "../worksheet/fields";
import { PartSelect } from "../worksheet/PartSelect";
import { usePartName } from "../worksheet/useParts";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { WithinField } from "../worksheet/WithinField";
import { nameOfController, orderedControllers, withController, withoutController } from "./arrays";

/** The controllers: what each is, what comes into it against what it bears, and what it gives. */
export function Controllers() {
  const { rig, edit, answer } = useRig();
  const controllers = orderedControllers(rig);
  const partName = usePartName();
  return (
    <>
      {controllers.map(([id, one], at) => (
        <OneController key={id} id={id} one={one} name={nameOfController(one, at + 1, partName(one.part))} />
      ))}
      {answer.may_edit && (
        <div className="my-3">
          <Button onClick={() => void edit(withController(rig))}>+ Controller</Button>
        </div>
      )}
      {controllers.length > 0 && (
        <p className="max-w-[46rem] text-[13px] text-soft">
          A controller is joined to the battery before the panels, and parted from the panels before the battery. Volts
          and polarity of every string are measured before strings are joined; connectors are never parted under load.
        </p>
      )}
    </>
  );
}

function OneController({ id, one, name }: { id: string; one: PvController; name: string }) {
  const { rig, edit, answer } = useRig();
  const { figure } = useStepFigures("solar");
  const [asking, setAsking] = useState(false);
  const base = `/solar/controllers/${id}`;
  const of = (said: string) => figure(`solar.controller.${id}.${said}`);
  const title = name;
  const pairs = [
    { label: "Volts, open in the cold", has: of("input_v"), limit: of("most_v") },
    { label: "Shorted, with a quarter on top", has: of("input_a"), limit: of("most_isc_a") },
    { label: "Working amps", has: of("working_a"), limit: of("most_input_a") },
    { label: "Array on it", has: of("array_w"), limit: of("most_w") },
    { label: "Charge current at best", has: of("output_a"), limit: of("rated_a") },
  ].filter((pair) => pair.has || pair.limit);
  return (
    <Section title={title}>
      <FieldRow label="It is">
        <PartSelect
          kind="controller"
          label={`Part of ${title}`}
          value={one.part}
          empty="typed by its plate"
          className="w-80 max-w-full"
          onChange={(part) => void edit([{ op: "add", path: `${base}/part`, value: part }])}
        />
      </FieldRow>
      {one.part === null && <Typed id={id} one={one} />}
      <WithinField of={`controller:${id}`} base={base} value={one.within} />
      {pairs.length > 0 && (
        <table className="mt-2 w-full max-w-[40rem]">
          <thead>
            <tr className="border-ink border-b text-[13px] text-soft">
              <td />
              <th scope="col" className="py-1 pr-3 text-right font-semibold">
                comes to
              </th>
              <th scope="col" className="py-1 pr-3 text-right font-semibold">
                it bears
              </th>
            </tr>
          </thead>
          <tbody>
            {pairs.map((pair) => {
              const over = Number(pair.has?.value ?? 0) > Number(pair.limit?.value ?? Number.POSITIVE_INFINITY);
              return (
                <tr key={pair.label} className="row-height border-rule border-b">
                  <th scope="row" className="text-left font-normal">
                    {pair.label}
                    {over && <span className="ml-2 text-[13px] text-fault">over</span>}
                  </th>
                  <td className="pr-3 text-right">
                    <Figure figure={pair.has} />
                  </td>
                  <td className="pr-3 text-right">
                    <Figure figure={pair.limit} />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      <div className="my-2 flex flex-wrap gap-3">
        <Button kind="quiet" onClick={() => setAsking(true)}>
          Which panels may come?
        </Button>
        {answer.may_edit && (
          <Button kind="quiet" onClick={() => void edit(withoutController(rig, id))}>
            Remove {title}
          </Button>
        )}
      </div>
      {asking && <MayCome id={id} title={title} onClose={() => setAsking(false)} />}
    </Section>
  );
}

const CLASSES = [12, 24, 48].map((value) => ({ value, label: `${value} V` }));
const NOT_SAID = { value: null, label: "not said" };

/** What its plate says, as far as anybody has read it. */
function Typed({ id, one }: { id: string; one: PvController }) {
  const base = `/solar/controllers/${id}`;
  return (
    <>
      <NumberField label="Rated output" path={`${base}/rated_a`} unit="A" nullable value={one.rated_a} />
      <SelectField
        label="Method"
        path={`${base}/method`}
        value={one.method}
        options={[NOT_SAID, { value: "mppt", label: "MPPT" }, { value: "pwm", label: "PWM" }]}
      />
      <NumberField label="Panels up to" path={`${base}/most_v`} unit="V" nullable value={one.most_v} />
      <details>
        <summary className="touch cursor-pointer text-soft hover:text-ink">More of its plate</summary>
        <WordsField label="Called" path={`${base}/name`} value={one.name} />
        <NumberField
          label="Bears shorted amps up to"
          path={`${base}/most_isc_a`}
          unit="A"
          nullable
          value={one.most_isc_a}
        />
        <NumberField
          label="Works with amps up to"
          path={`${base}/most_input_a`}
          unit="A"
          nullable
          value={one.most_input_a}
        />
        <NumberField label="Most array on 12 V" path={`${base}/most_12v_w`} unit="W" nullable value={one.most_12v_w} />
        <NumberField label="Most array on 24 V" path={`${base}/most_24v_w`} unit="W" nullable value={one.most_24v_w} />
        <NumberField label="Most array on 48 V" path={`${base}/most_48v_w`} unit="W" nullable value={one.most_48v_w} />
        <SelectField
          label="For banks from"
          path={`${base}/lowest_battery_v`}
          value={one.lowest_battery_v as number | null}
          options={[NOT_SAID, ...CLASSES]}
        />
        <SelectField
          label="For banks up to"
          path={`${base}/highest_battery_v`}
          value={one.highest_battery_v as number | null}
          options={[NOT_SAID, ...CLASSES]}
        />
        <NumberField
          label="Starts above the bank by"
          path={`${base}/start_margin_v`}
          unit="V"
          nullable
          value={one.start_margin_v}
        />
        <NumberField
          label="Goes on above the bank by"
          path={`${base}/running_margin_v`}
          unit="V"
          nullable
          value={one.running_margin_v}
        />
        <SelectField
          label="Can be set for lithium"
          path={`${base}/lithium`}
          value={one.lithium}
          options={[NOT_SAID, { value: "yes", label: "yes" }, { value: "no", label: "no" }]}
        />
        <SelectField
          label="Shares the bank's volts with others"
          path={`${base}/shares_sensing`}
          value={one.shares_sensing}
          options={[NOT_SAID, { value: "yes", label: "yes" }, { value: "no", label: "no" }]}
        />
        <NumberField
          label="Terminals take"
          path={`${base}/terminal_mm2`}
          unit="mm²"
          nullable
          value={one.terminal_mm2}
        />
      </details>
    </>
  );
}

/** Panels of the book and of the rig against one controller. */
function MayCome({ id, title, onClose }: { id: string; title: string; onClose: () => void }) {
  const { optionId, answer } = useRig();
  const query = useQuery(panelsForQuery(optionId, answer.revision, `rig:${id}`));
  return (
    <Dialog title={`Which panels may come to ${title}`} onClose={onClose} wide>
      {query.isPending && <Waiting what="what may come" failed={query.failureReason} />}
      {query.isError && <Failed error={query.error} retry={() => void query.refetch()} />}
      {query.data && (
        <div className="max-h-[65dvh] overflow-auto">
          <table className="w-full">
            <thead>
              <tr className="border-ink border-b text-left text-[13px] text-soft">
                <th className="py-1 font-semibold">Panel</th>
                <th className="py-1 pr-3 text-right font-semibold">At most</th>
                <th className="py-1 pr-3 text-right font-semibold">In series</th>
                <th className="py-1 pr-3 text-right font-semibold">Then gives</th>
                <th className="py-1 font-semibold">To say of it</th>
              </tr>
            </thead>
            <tbody>
              {query.data.panels.map((one) => (
                <tr key={one.name} className="border-rule border-b align-baseline">
                  <th
                    scope="row"
                    className={`py-1.5 text-left ${one.most_panels ? "font-semibold" : "font-normal text-soft"}`}
                  >
                    {one.name}
                  </th>
                  <td className="figure pr-3 text-right">{one.most_panels || "none"}</td>
                  <td className="figure pr-3 text-right">{one.series || "–"}</td>
                  <td className="figure pr-3 text-right">
                    {one.gives_w === null ? "–" : `${formatNumber(Math.round(one.gives_w))} W`}
                  </td>
                  <td className="text-[13px] text-soft">{one.against.join("; ")}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </Dialog>
  );
}
