import { Button } from "../../ui/Button";
import { Section } from "../../ui/PageHead";
import { FITTED, YES_NO } from "../worksheet/choices";
import { FieldRow, NumberField, SelectField, WordsField } from "../worksheet/fields";
import { NeedRows } from "../worksheet/NeedRows";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { AcCableFields } from "./AcCableFields";
import { type Feed, nameOfPanel, ordered, type Panel, sourcesFor, withFeed, withoutPanel, withPanel } from "./acThings";

const ONTO = [
  { value: null, label: "not said" },
  { value: "straight", label: "leg for leg" },
  { value: "first", label: "onto leg 1 alone" },
  { value: "second", label: "onto leg 2 alone" },
  { value: "bridged", label: "one phase onto both" },
  { value: "transformer", label: "by a transformer that makes two of one" },
];

/** Panels: what feeds each, and what changes over between its feeds. */
export function Panels() {
  const { rig, edit, answer } = useRig();
  return (
    <>
      {ordered(rig.ac.panels).map(([id, panel]) => (
        <OnePanel key={id} id={id} panel={panel} />
      ))}
      {answer.may_edit && (
        <div className="-mt-4 mb-6">
          <Button onClick={() => void edit(withPanel(rig))}>+ Panel</Button>
        </div>
      )}
    </>
  );
}

function OnePanel({ id, panel }: { id: string; panel: Panel }) {
  const { rig, edit, answer } = useRig();
  const { figure } = useStepFigures("inverter");
  const base = `/ac/panels/${id}`;
  const name = nameOfPanel(rig, id);
  const feeds = ordered(panel.feeds);
  const neutral = figure(`ac.panel.${id}.neutral_a`);
  const bus = figure(`ac.panel.${id}.bus_need_a`);
  return (
    <Section
      title={name}
      aside={
        answer.may_edit && (
          <Button kind="quiet" aria-label={`Take away: ${name}`} onClick={() => void edit(withoutPanel(rig, id))}>
            Take away
          </Button>
        )
      }
    >
      <FieldRow label="Fed by" hint={feeds.length === 0 ? "Nothing feeds it yet." : undefined}>
        <ul className="w-full">
          {feeds.map(([feed, one], at) => (
            <OneFeed key={feed} panel={panel} panelId={id} id={feed} feed={one} number={at + 1} />
          ))}
        </ul>
        {answer.may_edit && (
          <select
            aria-label={`Another feed of ${name}`}
            className="field text-soft"
            value=""
            onChange={(event) => event.target.value && void edit(withFeed(id, panel, event.target.value))}
          >
            <option value="">+ fed by…</option>
            {sourcesFor(rig, `panel:${id}`)
              .filter((one) => !feeds.some(([, feed]) => feed.source === one.value))
              .map((one) => (
                <option key={one.value} value={one.value ?? ""}>
                  {one.label}
                </option>
              ))}
          </select>
        )}
      </FieldRow>
      {feeds.length > 1 && <Changeover base={base} panel={panel} />}
      <SelectField
        label="Legs"
        path={`${base}/legs`}
        value={panel.legs}
        options={[
          { value: null, label: "not said" },
          { value: 1, label: "one" },
          { value: 2, label: "two" },
        ]}
      />
      {panel.legs === 2 && (
        <SelectField
          label="Circuits of both share a neutral"
          path={`${base}/shared_neutral`}
          value={panel.shared_neutral}
          options={YES_NO}
        />
      )}
      {(neutral || bus) && (
        <NeedRows
          rows={[
            ...(neutral
              ? [{ label: "The shared neutral carries", figure: neutral, note: "one phase on both legs" }]
              : []),
            ...(bus ? [{ label: "Its bus bears", figure: bus, note: "main breaker and inverter together" }] : []),
          ]}
        />
      )}
      <details>
        <summary className="touch cursor-pointer text-soft hover:text-ink">More of it</summary>
        <WordsField label="Called" path={`${base}/name`} value={panel.name} />
        <SelectField
          label="It is in"
          path={`${base}/place`}
          value={panel.place}
          options={[
            { value: "vehicle", label: "the vehicle" },
            { value: "building", label: "a building" },
          ]}
        />
        <SelectField
          label="Neutral and earth in it"
          path={`${base}/bond`}
          value={panel.bond}
          options={[
            { value: null, label: "not said" },
            { value: "apart", label: "kept apart" },
            { value: "bonded", label: "joined" },
          ]}
        />
        <NumberField label="Its own main breaker" path={`${base}/main_a`} unit="A" nullable value={panel.main_a} />
        <AcCableFields label="Cable that feeds it" path={base} figures={`ac.panel.${id}`} cable={panel} />
        <SelectField label="A hand gets at its breakers" path={`${base}/reach`} value={panel.reach} options={YES_NO} />
        <NumberField label="Its bus bears" path={`${base}/bus_a`} unit="A" nullable value={panel.bus_a} />
      </details>
    </Section>
  );
}

function OneFeed({
  panel,
  panelId,
  id,
  feed,
  number,
}: {
  panel: Panel;
  panelId: string;
  id: string;
  feed: Feed;
  number: number;
}) {
  const { rig, edit, answer } = useRig();
  const base = `/ac/panels/${panelId}/feeds/${id}`;
  const sources = sourcesFor(rig, `panel:${panelId}`);
  const gone = !sources.some((one) => one.value === feed.source);
  const set = (member: string, value: string | null) => void edit([{ op: "add", path: `${base}/${member}`, value }]);
  return (
    <li className="flex flex-wrap items-center gap-2 pb-1">
      <select
        aria-label={`Feed ${number} of ${nameOfPanel(rig, panelId)}`}
        className="field"
        disabled={!answer.may_edit}
        value={feed.source}
        onChange={(event) => set("source", event.target.value)}
      >
        {gone && <option value={feed.source}>what is not there any more</option>}
        {sources.map((one) => (
          <option key={one.value} value={one.value ?? ""}>
            {one.label}
          </option>
        ))}
      </select>
      {panel.legs === 2 && (
        <select
          aria-label={`How feed ${number} reaches the legs`}
          className="field"
          disabled={!answer.may_edit}
          value={String(feed.onto)}
          onChange={(event) => set("onto", event.target.value === "null" ? null : event.target.value)}
        >
          {ONTO.map((one) => (
            <option key={String(one.value)} value={String(one.value)}>
              {one.label}
            </option>
          ))}
        </select>
      )}
      {answer.may_edit && (
        <Button
          kind="quiet"
          aria-label={`Take feed ${number} away`}
          onClick={() => void edit([{ op: "remove", path: base }])}
        >
          ×
        </Button>
      )}
    </li>
  );
}

/** What changes over between several feeds. */
function Changeover({ base, panel }: { base: string; panel: Panel }) {
  return (
    <>
      <SelectField
        label="Changed over by"
        path={`${base}/transfer`}
        value={panel.transfer}
        options={[
          { value: null, label: "not said" },
          { value: "cord", label: "a cord that a hand moves" },
          { value: "switch", label: "a switch that a hand throws" },
          { value: "relay", label: "a relay, by itself" },
          { value: "none", label: "nothing: both are joined" },
        ]}
      />
      {(panel.transfer === "switch" || panel.transfer === "relay") && (
        <>
          <SelectField
            label="Opens one before it closes the other"
            path={`${base}/interlock`}
            value={panel.interlock}
            options={FITTED}
          />
          <SelectField
            label="Switches the neutral too"
            path={`${base}/neutral_switched`}
            value={panel.neutral_switched}
            options={YES_NO}
          />
          <NumberField label="It bears" path={`${base}/transfer_a`} unit="A" nullable value={panel.transfer_a} />
        </>
      )}
    </>
  );
}
