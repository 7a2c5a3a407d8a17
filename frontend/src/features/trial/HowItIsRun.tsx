import { Section } from "../../ui/PageHead";
import { AssumptionList } from "../worksheet/AssumptionList";
import { NumberField, SelectField } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";

const percent = {
  unit: "%",
  send: (value: number | null) => (value === null ? null : value / 100),
};
const hundredths = (share: number | null) => (share === null ? null : Math.round(share * 1000) / 10);

/** What people do on the trip, and which years they meet. */
export function HowItIsRun({ notes }: { notes: string[] }) {
  const { trial, solar, stays } = useRig().rig;
  const several = Object.keys(stays).length > 1;
  const carried = Object.values(solar.arrays).some((array) => array.place === "carried");
  return (
    <>
      {notes.length > 0 && (
        <ul className="mb-5 max-w-[46rem] list-disc pl-5">
          {notes.map((note) => (
            <li key={note}>{note}</li>
          ))}
        </ul>
      )}
      <Section title="On departure">
        <NumberField
          {...percent}
          label="Charge of the bank"
          path="/trial/start_frac"
          value={hundredths(trial.start_frac)}
          hint="And after nights that belong to no stay."
        />
        <NumberField
          label="Age of the bank"
          path="/trial/age_years"
          unit="years"
          value={trial.age_years}
          hint="An old bank holds less; a new one keeps the promise for longer than it will."
        />
      </Section>
      <Section title="Habits" aside="by default nobody watches the gauge">
        <NumberField
          {...percent}
          label="What may be shed goes off below"
          path="/trial/shed_below_frac"
          value={hundredths(trial.shed_below_frac)}
          nullable
          empty="never"
          hint="Of the charge that is available. Loads that may be shed, the least important first."
        />
        <NumberField
          {...percent}
          label="All but what must run goes off below"
          path="/trial/spare_below_frac"
          value={hundredths(trial.spare_below_frac)}
          nullable
          empty="never"
        />
        {carried && (
          <SelectField
            label="The portable array is set out"
            path="/trial/portable_out"
            value={trial.portable_out}
            options={[
              { value: true, label: several ? "at the stays ticked below" : "at every stay" },
              { value: false, label: "never" },
            ]}
          />
        )}
        {carried && trial.portable_out && <SetOutAt />}
      </Section>
      <Section title="Which years">
        <NumberField
          label="Number that they are drawn by"
          path="/trial/seed"
          unit=""
          value={trial.seed}
          hint="The same number gives the same years, for this rig and any other."
        />
      </Section>
      <Section title="What the trial assumes">
        <AssumptionList of="trial_" />
      </Section>
    </>
  );
}

/** At which stays: a car park lets nobody set anything out. */
function SetOutAt() {
  const { rig, answer, edit } = useRig();
  const stays = Object.entries(rig.stays).sort(([, one], [, other]) => one.position - other.position);
  const { left_in_at: leftIn } = rig.trial;
  if (stays.length < 2) return null;
  return (
    <fieldset className="py-2" disabled={!answer.may_edit}>
      <legend className="text-[14px] text-soft">It is set out at</legend>
      {stays.map(([id, { place }], at) => (
        <label key={id} className="touch mr-5 inline-flex items-center gap-2">
          <input
            type="checkbox"
            checked={!leftIn.includes(id)}
            onChange={(event) => {
              const still = leftIn.filter((one) => one !== id && rig.stays[one]);
              const value = event.target.checked ? still : [...still, id];
              void edit([{ op: "add", path: "/trial/left_in_at", value }]);
            }}
          />
          {place || `stay ${at + 1}`}
        </label>
      ))}
    </fieldset>
  );
}
