import { type ReactNode, useState } from "react";
import type { PatchOperation } from "../../api/types";
import { Button } from "../../ui/Button";
import { Labelled } from "../../ui/Labelled";
import { Popover } from "../../ui/Popover";
import { STORED_SO_FAR, useTypedSince } from "../../ui/useTypedSince";
import { faultOf } from "../worksheet/fields";
import { useEditHere, useRig } from "../worksheet/useRig";
import { CODE_PACKS, inWords, MONTHS, VEHICLE_KINDS } from "../worksheet/words";

/** The brief as one sentence; every blank is pressed to change it. */
export function BriefSentence() {
  return (
    <>
      <Journey />
      <Expectations />
    </>
  );
}

/** Who travels, in what, for how long, and what must not go dark. */
function Journey() {
  const { rig } = useRig();
  const { brief, region, vehicle } = rig;
  return (
    <p className="mb-4 max-w-[50rem] text-[23px] text-soft leading-[1.6]">
      <Blank label="People" text={brief.people === 1 ? "One person" : `${capital(inWords(brief.people))} people`}>
        {(done) => <NumberForm label="How many people" path="/brief/people" value={brief.people} done={done} />}
      </Blank>
      {brief.company === "" ? ", " : " and "}
      <Blank label="Who travels along" text={brief.company || "nobody else"}>
        {(done) => (
          <TextForm
            label="Pets and others who travel along, as “a dog”"
            path="/brief/company"
            value={brief.company}
            done={done}
          />
        )}
      </Blank>{" "}
      in{" "}
      <Blank label="Vehicle" text={vehicle.description}>
        {(done) => <VehicleForm done={done} />}
      </Blank>
      ,{" "}
      <Blank label="Nights away" text={`${inWords(brief.nights_away)} ${brief.nights_away === 1 ? "night" : "nights"}`}>
        {(done) => (
          <NumberForm label="Nights between hookups" path="/brief/nights_away" value={brief.nights_away} done={done} />
        )}
      </Blank>{" "}
      away at a time,{" "}
      <Blank label="Months" text={months(brief.first_month, brief.last_month)}>
        {(done) => <MonthsForm done={done} />}
      </Blank>
      . The bank carries{" "}
      <Blank
        label="Days without charge"
        text={`${inWords(brief.days_without_charge)} ${brief.days_without_charge === 1 ? "day" : "days"}`}
      >
        {(done) => (
          <NumberForm
            label="Days with no charging source at all"
            path="/brief/days_without_charge"
            value={brief.days_without_charge}
            done={done}
          />
        )}
      </Blank>{" "}
      with no charge at all. Must not go dark:{" "}
      <Blank label="Must not go dark" text={brief.must_not_go_dark.join(", ") || "nothing named"}>
        {(done) => <CriticalForm done={done} />}
      </Blank>
      . Wired to{" "}
      <Blank label="Region" text={`${CODE_PACKS[region.code_pack]}, ${region.mains_v} V ${region.mains_hz} Hz`}>
        {(done) => <RegionForm done={done} />}
      </Blank>
      .
    </p>
  );
}

/** One number that they believe: named in the sentence, typed at its place. */
function Believed({
  label,
  asks,
  member,
  text,
}: {
  label: string;
  asks: string;
  member: "believed_days" | "believed_ah_per_day" | "believed_bank_ah";
  text: string;
}) {
  const { brief } = useRig().rig;
  return (
    <Blank label={label} text={text}>
      {(done) => <NumberForm label={asks} path={`/brief/${member}`} value={brief[member]} done={done} />}
    </Blank>
  );
}

/** What they believe, want and will spend. */
function Expectations() {
  const { brief } = useRig().rig;
  return (
    <p className="mb-8 max-w-[50rem] text-[17px] text-soft leading-[1.75]">
      They travel on the{" "}
      <Blank label="Hemisphere" text={`${brief.hemisphere}ern half`}>
        {(done) => <HemisphereForm done={done} />}
      </Blank>{" "}
      of the world. They think the bank lasts{" "}
      <Believed
        label="What they think it lasts"
        asks="Days that they think it lasts; empty: not said"
        member="believed_days"
        text={brief.believed_days === null ? "a time they do not name" : said(brief.believed_days, "day")}
      />{" "}
      and that a day takes{" "}
      <Believed
        label="What they think a day takes"
        asks="Amp-hours that they think a day takes; empty: not said"
        member="believed_ah_per_day"
        text={brief.believed_ah_per_day === null ? "what they do not name" : `${brief.believed_ah_per_day} Ah`}
      />
      , from a bank of{" "}
      <Believed
        label="How large they think the bank is"
        asks="Amp-hours that they think the bank has; empty: not said"
        member="believed_bank_ah"
        text={brief.believed_bank_ah === null ? "a size they do not name" : `${brief.believed_bank_ah} Ah`}
      />
      . Quiet{" "}
      <Blank label="Quiet hours" text={brief.quiet_hours || "whenever it suits"}>
        {(done) => (
          <TextForm
            label="When nothing may hum, as “22 to 7 h”"
            path="/brief/quiet_hours"
            value={brief.quiet_hours}
            done={done}
          />
        )}
      </Blank>
      ; from outside{" "}
      <Blank label="Seen from outside" text={brief.nothing_to_be_seen ? "nothing may be seen" : "it may be seen"}>
        {(done) => <SeenForm done={done} />}
      </Blank>
      . All of it may cost{" "}
      <Blank
        label="Money limit"
        text={brief.budget === null ? "what it takes" : `${brief.budget.amount} ${brief.budget.currency}`}
      >
        {(done) => <BudgetForm done={done} />}
      </Blank>
      . In years to come they will use{" "}
      <Blank
        label="Growth to expect"
        text={brief.growth_frac === 0 ? "no more than now" : `${Math.round(brief.growth_frac * 100)} % more`}
      >
        {(done) => <GrowthForm done={done} />}
      </Blank>
      .
    </p>
  );
}

function said(count: number, noun: string): string {
  return `${inWords(count)} ${count === 1 ? noun : `${noun}s`}`;
}

function months(first: number, last: number): string {
  const [from, to] = [MONTHS[first - 1], MONTHS[last - 1]];
  return from === to ? `in ${from}` : `${from} to ${to}`;
}

function capital(text: string): string {
  return (text[0]?.toUpperCase() ?? "") + text.slice(1);
}

function Blank({ label, text, children }: { label: string; text: string; children: (done: () => void) => ReactNode }) {
  const [open, setOpen] = useState(false);
  const { answer } = useRig();
  if (!answer.may_edit) return <span className="font-semibold text-ink">{text}</span>;
  return (
    <Popover
      open={open}
      onOpenChange={setOpen}
      label={label}
      trigger={
        <button type="button" className="blank text-ink" aria-label={`${label}: ${text}. Change.`}>
          {text}
        </button>
      }
    >
      {children(() => setOpen(false))}
    </Popover>
  );
}

/** A form in a blank: what it makes is sent as one edit, and a refusal is shown where it was typed. */
function BlankForm({
  patch,
  done,
  children,
}: {
  patch: (form: FormData) => PatchOperation[];
  done: () => void;
  children: ReactNode;
}) {
  const edit = useEditHere();
  const typing = useTypedSince();
  const [fault, setFault] = useState("");
  const submit = async (form: FormData) => {
    const typedSince = typing.sent();
    const outcome = await edit(patch(form));
    if (!outcome.stored) setFault(faultOf(outcome));
    else if (typedSince()) setFault(STORED_SO_FAR);
    else done();
  };
  return (
    <form
      className="flex flex-col gap-3"
      onInput={typing.onInput}
      onSubmit={(event) => {
        event.preventDefault();
        void submit(new FormData(event.currentTarget));
      }}
    >
      {children}
      {fault && (
        <p role="alert" className="text-[14px] text-danger">
          {fault}
        </p>
      )}
      <div className="text-right">
        <Button kind="main" type="submit">
          Store
        </Button>
      </div>
    </form>
  );
}

/** A typed number as it stands: the server says what is wrong with anything else. */
function typedNumber(form: FormData, name: string): number | string {
  const text = String(form.get(name)).trim();
  return /^-?\d+([.,]\d+)?$/.test(text) ? Number(text.replace(",", ".")) : text;
}

function NumberForm({
  label,
  path,
  value,
  done,
}: {
  label: string;
  path: string;
  value: number | null;
  done: () => void;
}) {
  return (
    <BlankForm
      done={done}
      patch={(form) => [
        {
          op: "replace",
          path,
          value: String(form.get("value")).trim() === "" ? null : typedNumber(form, "value"),
        },
      ]}
    >
      <Labelled label={label}>
        {(id) => (
          <input
            id={id}
            name="value"
            inputMode="numeric"
            defaultValue={value ?? ""}
            className="field w-full font-mono"
          />
        )}
      </Labelled>
    </BlankForm>
  );
}

function TextForm({ label, path, value, done }: { label: string; path: string; value: string; done: () => void }) {
  return (
    <BlankForm done={done} patch={(form) => [{ op: "replace", path, value: form.get("value") }]}>
      <Labelled label={label}>
        {(id) => <input id={id} name="value" maxLength={60} defaultValue={value} className="field w-full" />}
      </Labelled>
    </BlankForm>
  );
}

function HemisphereForm({ done }: { done: () => void }) {
  const { brief } = useRig().rig;
  return (
    <BlankForm
      done={done}
      patch={(form) => [{ op: "replace", path: "/brief/hemisphere", value: form.get("hemisphere") }]}
    >
      <Labelled label="Seasons of the">
        {(id) => (
          <Select
            id={id}
            name="hemisphere"
            value={brief.hemisphere}
            options={[
              ["north", "northern half"],
              ["south", "southern half"],
            ]}
          />
        )}
      </Labelled>
    </BlankForm>
  );
}

function SeenForm({ done }: { done: () => void }) {
  const { brief } = useRig().rig;
  return (
    <BlankForm
      done={done}
      patch={(form) => [{ op: "replace", path: "/brief/nothing_to_be_seen", value: form.get("seen") === "nothing" }]}
    >
      <Labelled label="From outside">
        {(id) => (
          <Select
            id={id}
            name="seen"
            value={brief.nothing_to_be_seen ? "nothing" : "may"}
            options={[
              ["may", "it may be seen"],
              ["nothing", "nothing may be seen"],
            ]}
          />
        )}
      </Labelled>
    </BlankForm>
  );
}

function BudgetForm({ done }: { done: () => void }) {
  const { brief } = useRig().rig;
  const budget = (form: FormData) => {
    const amount = String(form.get("amount")).trim().replace(",", ".");
    return amount === "" ? null : { amount, currency: String(form.get("currency")).trim().toUpperCase() };
  };
  return (
    <BlankForm done={done} patch={(form) => [{ op: "replace", path: "/brief/budget", value: budget(form) }]}>
      <Labelled label="All of it may cost; empty: no limit">
        {(id) => (
          <span className="flex gap-2">
            <input
              id={id}
              name="amount"
              inputMode="decimal"
              defaultValue={brief.budget?.amount ?? ""}
              className="field w-full text-right font-mono"
            />
            <input
              name="currency"
              aria-label="Currency"
              maxLength={3}
              defaultValue={brief.budget?.currency ?? "EUR"}
              className="field w-20 font-mono"
            />
          </span>
        )}
      </Labelled>
    </BlankForm>
  );
}

function GrowthForm({ done }: { done: () => void }) {
  const { brief } = useRig().rig;
  const share = (form: FormData) => {
    const percent = typedNumber(form, "percent");
    return typeof percent === "number" ? percent / 100 : percent || 0;
  };
  return (
    <BlankForm done={done} patch={(form) => [{ op: "add", path: "/brief/growth_frac", value: share(form) }]}>
      <Labelled label="More than now, in per cent">
        {(id) => (
          <input
            id={id}
            name="percent"
            inputMode="decimal"
            defaultValue={Math.round(brief.growth_frac * 100)}
            className="field w-full text-right font-mono"
          />
        )}
      </Labelled>
      <p className="text-[13px] text-soft">Told beside the need, not counted in it: so that it is bought knowingly.</p>
    </BlankForm>
  );
}

function VehicleForm({ done }: { done: () => void }) {
  const { vehicle } = useRig().rig;
  return (
    <BlankForm
      done={done}
      patch={(form) => [
        { op: "replace", path: "/vehicle/description", value: form.get("description") },
        { op: "replace", path: "/vehicle/kind", value: form.get("kind") },
      ]}
    >
      <Labelled label="As one says it, “a long panel van”">
        {(id) => <input id={id} name="description" defaultValue={vehicle.description} className="field w-full" />}
      </Labelled>
      <Labelled label="Kind">
        {(id) => (
          <Select id={id} name="kind" value={vehicle.kind} options={VEHICLE_KINDS.map((kind) => [kind, kind])} />
        )}
      </Labelled>
    </BlankForm>
  );
}

function MonthsForm({ done }: { done: () => void }) {
  const { brief } = useRig().rig;
  const options = MONTHS.map((month, index): [string, string] => [String(index + 1), month]);
  return (
    <BlankForm
      done={done}
      patch={(form) => [
        { op: "replace", path: "/brief/first_month", value: Number(form.get("first")) },
        { op: "replace", path: "/brief/last_month", value: Number(form.get("last")) },
      ]}
    >
      <Labelled label="From">
        {(id) => <Select id={id} name="first" value={String(brief.first_month)} options={options} />}
      </Labelled>
      <Labelled label="To">
        {(id) => <Select id={id} name="last" value={String(brief.last_month)} options={options} />}
      </Labelled>
    </BlankForm>
  );
}

function CriticalForm({ done }: { done: () => void }) {
  const { brief } = useRig().rig;
  const names = (form: FormData) =>
    String(form.get("names"))
      .split(",")
      .map((name) => name.trim())
      .filter(Boolean);
  return (
    <BlankForm done={done} patch={(form) => [{ op: "replace", path: "/brief/must_not_go_dark", value: names(form) }]}>
      <Labelled label="Names as on the load lines, with commas between">
        {(id) => (
          <input id={id} name="names" defaultValue={brief.must_not_go_dark.join(", ")} className="field w-full" />
        )}
      </Labelled>
    </BlankForm>
  );
}

function RegionForm({ done }: { done: () => void }) {
  const { region } = useRig().rig;
  const set = (form: FormData, name: string, turn: (text: string) => unknown = (text) => text): PatchOperation => ({
    op: "replace",
    path: `/region/${name}`,
    value: turn(String(form.get(name))),
  });
  return (
    <BlankForm
      done={done}
      patch={(form) => [set(form, "code_pack"), set(form, "mains_v", Number), set(form, "mains_hz", Number)]}
    >
      <Labelled label="Codes and tables">
        {(id) => <Select id={id} name="code_pack" value={region.code_pack} options={Object.entries(CODE_PACKS)} />}
      </Labelled>
      <Labelled label="Mains">
        {(id) => (
          <Select
            id={id}
            name="mains_v"
            value={String(region.mains_v)}
            options={[100, 110, 120, 220, 230, 240].map((volts) => [String(volts), `${volts} V`])}
          />
        )}
      </Labelled>
      <Labelled label="Frequency">
        {(id) => (
          <Select
            id={id}
            name="mains_hz"
            value={String(region.mains_hz)}
            options={[
              ["50", "50 Hz"],
              ["60", "60 Hz"],
            ]}
          />
        )}
      </Labelled>
    </BlankForm>
  );
}

function Select({
  id,
  name,
  value,
  options,
}: {
  id: string;
  name: string;
  value: string;
  options: readonly (readonly [string, string])[];
}) {
  return (
    <select id={id} name={name} defaultValue={value} className="field w-full">
      {options.map(([option, label]) => (
        <option key={option} value={option}>
          {label}
        </option>
      ))}
    </select>
  );
}
