import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import type { TrialQuestionAnswer } from "../../api/types";
import { Button } from "../../ui/Button";
import { Refusal } from "../../ui/Refusal";
import { Waiting } from "../../ui/states";
import { useDelayed } from "../../ui/useDelayed";
import { useTask } from "../../ui/useTask";
import { askTrial, trialQuestionsQuery } from "../worksheet/trialQueries";
import { useRig } from "../worksheet/useRig";
import { PAUSE_MS } from "../worksheet/useTrial";

const EXAMPLES = ["stay ten nights", "three days of rain", "in January", "air conditioner eight hours"];

/** A question in one line: answered at once, and kept with the job to be asked again after each edit. */
export function Questions() {
  const { answer, optionId, rig, edit } = useRig();
  const kept = Object.entries(rig.trial.questions).sort(([, one], [, other]) => one.position - other.position);
  const query = useQuery({
    ...trialQuestionsQuery(optionId, useDelayed(answer.revision, PAUSE_MS)),
    enabled: kept.length > 0,
  });
  const [said, setSaid] = useState("");
  const [asked, setAsked] = useState<{ said: string; revision: number; answer: TrialQuestionAnswer }>();
  const { busy, refusal, run } = useTask();
  const ask = (event: FormEvent) => {
    event.preventDefault();
    const line = said.trim();
    if (line === "" || busy) return;
    void run(async () => {
      const found = await askTrial(optionId, line);
      setAsked({ said: line, revision: answer.revision, answer: found });
    });
  };
  const keep = (line: string) => {
    const id = `q-${Date.now().toString(36)}`;
    const position = Math.max(0, ...kept.map(([, one]) => one.position)) + 1;
    void edit([{ op: "add", path: `/trial/questions/${id}`, value: { position, said: line } }]);
    setAsked(undefined);
    setSaid((now) => (now.trim() === line ? "" : now));
  };
  return (
    <section aria-label="Questions" className="mb-7">
      <form onSubmit={ask} className="flex flex-wrap items-end gap-3">
        <label className="min-w-60 flex-1 text-[13px] text-soft">
          What if…
          <input
            value={said}
            maxLength={120}
            onChange={(event) => setSaid(event.target.value)}
            placeholder={EXAMPLES[kept.length % EXAMPLES.length]}
            className="field mt-0.5 w-full text-[15px] text-ink"
          />
        </label>
        <Button type="submit" disabled={busy || said.trim() === ""}>
          {busy ? "Asking…" : "Ask"}
        </Button>
      </form>
      <Refusal>{refusal}</Refusal>
      <div aria-live="polite">
        {asked && (
          <div className="mt-2 border-incoming border-l-[3px] pl-3">
            <p className="font-semibold first-letter:uppercase">{asked.said}</p>
            <Told answer={asked.answer} stale={asked.revision !== answer.revision} />
            {asked.answer.dark_frac !== null && answer.may_edit && (
              <p className="mt-1">
                <button
                  type="button"
                  className="touch text-[14px] text-stored underline underline-offset-2"
                  onClick={() => keep(asked.said)}
                >
                  Keep it, and ask it again after each edit
                </button>
              </p>
            )}
          </div>
        )}
      </div>
      {kept.length > 0 && (
        <ul aria-label="Questions that are kept" className="mt-3 border-ink border-t">
          {kept.map(([id, one]) => {
            const found = query.data?.answers[id];
            return (
              <li key={id} className="flex items-baseline gap-4 border-rule border-b py-1.5">
                <div className="flex-1">
                  <p className="font-semibold first-letter:uppercase">{one.said}</p>
                  {found ? (
                    <Told answer={found} stale={query.isPlaceholderData} />
                  ) : (
                    <Waiting what="the answer" failed={query.failureReason} />
                  )}
                </div>
                {answer.may_edit && (
                  <button
                    type="button"
                    aria-label={`Ask no longer: ${one.said}`}
                    className="touch text-[13px] text-soft hover:text-ink"
                    onClick={() => void edit([{ op: "remove", path: `/trial/questions/${id}` }])}
                  >
                    ask no longer
                  </button>
                )}
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}

function Told({ answer, stale }: { answer: TrialQuestionAnswer; stale: boolean }) {
  if (answer.unread !== null)
    return (
      <p>
        “{answer.unread}” is not understood here. Say how long they stay, which month, how long a load runs, or how many
        days it rains: {EXAMPLES.map((one) => `“${one}”`).join(", ")}.
      </p>
    );
  if (answer.dark_frac === null) return <p>{answer.says}</p>;
  return (
    <p className={stale ? "text-soft" : ""}>
      <span className={`inline-block first-letter:uppercase ${answer.lit ? "" : "font-semibold"}`}>{answer.says}</span>{" "}
      <span className="text-[14px] text-soft">
        ({answer.between}){answer.must && `; what must run: ${answer.must}`}. Read as: {answer.read_as.join("; ")}.
        {stale && " Of the rig before the last edit."}
      </span>
    </p>
  );
}
