import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { client, unwrap } from "../../api/client";
import { jobQuery } from "../../api/queries";
import { Button } from "../../ui/Button";
import { Refusal } from "../../ui/Refusal";
import { useTask } from "../../ui/useTask";
import { useRig } from "../worksheet/useRig";

/** From a survey to options: what is there as it is found, what stays as the ground of a plan, and the same survey elsewhere. */
export function BeginFrom() {
  const { jobId = "" } = useParams();
  const { optionId, rig, answer } = useRig();
  const job = useQuery(jobQuery(jobId));
  const queries = useQueryClient();
  const navigate = useNavigate();
  const task = useTask();
  const [said, setSaid] = useState("");
  if (!job.data || !answer.may_edit || Object.keys(rig.survey.items).length === 0) return null;
  const { options } = job.data;
  const system = options.find((option) => option.id === optionId)?.system ?? "";
  const siblings = options.filter((option) => option.system === system && option.id !== optionId);
  const free = (name: string) => {
    const taken = siblings.map((option) => option.name.toLowerCase());
    const again = (count: number): string =>
      taken.includes(`${name} ${count}`.toLowerCase()) ? again(count + 1) : `${name} ${count}`;
    return taken.includes(name.toLowerCase()) ? again(2) : name;
  };
  const begin = (kind: "as_found" | "what_stays", name: string) =>
    task.run(async () => {
      const params = { path: { option_id: optionId } };
      const body = { name: free(name), begin: kind };
      const made = await unwrap(client.POST("/api/v1/options/{option_id}/copies", { params, body }));
      await queries.invalidateQueries({ queryKey: jobQuery(jobId).queryKey });
      navigate(`/jobs/${jobId}/${made.id}/${kind === "as_found" ? "survey" : "storage"}`);
    });
  const carry = () =>
    task.run(async () => {
      const params = { path: { option_id: optionId } };
      const { options: taken } = await unwrap(client.POST("/api/v1/options/{option_id}/survey/carrying", { params }));
      setSaid(taken.length > 0 ? `Carried to ${taken.join(", ")}.` : "The other options have it already.");
      await queries.invalidateQueries({ queryKey: ["option"] });
    });
  return (
    <div className="mt-6 border-rule border-t pt-4">
      <div className="flex flex-wrap items-center gap-2">
        {!rig.survey.as_found && (
          <Button onClick={() => void begin("as_found", "As found")} disabled={task.busy}>
            Judge it as found
          </Button>
        )}
        <Button onClick={() => void begin("what_stays", "Plan")} disabled={task.busy}>
          Plan on what stays
        </Button>
        {siblings.length > 0 && (
          <Button onClick={() => void carry()} disabled={task.busy}>
            Carry this survey to {siblings.map((option) => option.name).join(", ")}
          </Button>
        )}
      </div>
      <p role="status" className="mt-2 text-[14px] text-soft">
        {said ||
          (rig.survey.as_found
            ? "This option is what is there: its bank, chargers and cables follow the survey."
            : "An option as found holds exactly what is there, and the same rules judge it.")}
      </p>
      <Refusal>{task.refusal}</Refusal>
    </div>
  );
}
