import { useEffect } from "react";
import { useNavigate, useParams } from "react-router";
import { useSteps } from "../../api/useSteps";
import type { RigContext } from "../../features/worksheet/useRig";
import { turnLedger } from "./useWholeLedger";

/** Keys that hold on every step. Inside a field only those with Ctrl do. */
export function useKeys(rig: RigContext, onHelp: () => void): void {
  const navigate = useNavigate();
  const { jobId, optionId } = useParams();
  const steps = useSteps();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest("input, textarea, select") !== null;
      const command = event.ctrlKey || event.metaKey;
      // In a field Ctrl-Z belongs to the field, unless nothing is typed there to take back.
      const free = !typing || (event.target instanceof HTMLInputElement && event.target.value === "");
      if (command && event.key.toLowerCase() === "z" && free) {
        event.preventDefault();
        void rig.walk(event.shiftKey ? "redo" : "undo");
        return;
      }
      if (typing || command || event.altKey || document.querySelector('[role="dialog"]')) return;
      const step = steps[Number(event.key) - 1]?.step;
      if (step) {
        navigate(`/jobs/${jobId}/${optionId}/${step}`);
      } else if (event.key === "?") {
        event.preventDefault();
        onHelp();
      } else if (event.key === "l") {
        turnLedger();
      } else if (event.key === "/") {
        event.preventDefault();
        const line = document.querySelector<HTMLElement>("[data-load-line], [data-thing-line], [data-reading-line]");
        if (line) line.focus();
        else navigate(`/jobs/${jobId}/${optionId}/loads`);
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [rig, navigate, jobId, optionId, steps, onHelp]);
}
