import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, RequestFailed, unwrap } from "../../api/client";
import type { Problem } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { FilePicker } from "../../ui/FilePicker";

/** Start a job from a job file. A file with faults starts nothing; each fault is named with its place. */
export function OpenFile() {
  const queries = useQueryClient();
  const [refused, setRefused] = useState<Pick<Problem, "detail" | "errors"> | null>(null);

  const open = async (file: File) => {
    const content = await file.text();
    try {
      await unwrap(
        client.POST("/api/v1/jobs/file", {
          // The server reads the text itself, so that every fault is told in its words.
          body: content as never,
          bodySerializer: (text) => text as unknown as string,
          headers: { "Content-Type": "application/octet-stream" },
        }),
      );
      await queries.invalidateQueries({ queryKey: ["jobs"] });
    } catch (error) {
      if (!(error instanceof RequestFailed)) throw error;
      setRefused(error.problem ?? { detail: error.message, errors: [] });
    }
  };

  return (
    <>
      <FilePicker label="Job file" accept=".json,application/json" onFile={(file) => void open(file)}>
        {(choose) => <Button onClick={choose}>Open a job file</Button>}
      </FilePicker>
      {refused && (
        <Dialog title="This file was not taken" onClose={() => setRefused(null)}>
          <p>{refused.detail} Nothing was stored.</p>
          <ul className="mt-3 max-h-[40dvh] overflow-auto">
            {refused.errors?.map((fault) => (
              <li key={fault.pointer + fault.code} className="border-rule border-t py-1.5">
                <span className="break-all font-mono text-[13px]">{fault.pointer}</span>
                <br />
                {fault.detail}
              </li>
            ))}
          </ul>
          <div className="mt-5 text-right">
            <Button kind="main" onClick={() => setRefused(null)}>
              Close
            </Button>
          </div>
        </Dialog>
      )}
    </>
  );
}
