import { useState } from "react";
import { client, RequestFailed, unwrap } from "../../api/client";
import type { PatchOperation, Problem } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { FilePicker } from "../../ui/FilePicker";
import { useRig } from "../worksheet/useRig";
import { LoadSetsDialog } from "./loadDialogs";

/** The list out, for spreadsheets, and a list in. What is read is one edit, and undone as one. */
export function LoadLists({ empty }: { empty: boolean }) {
  const { optionId, answer, edit } = useRig();
  const [sets, setSets] = useState(false);
  const [refused, setRefused] = useState<Pick<Problem, "detail" | "errors"> | null>(null);
  const take = async (file: File) => {
    try {
      const read = await unwrap(
        client.POST("/api/v1/options/{option_id}/loads/reading", {
          params: { path: { option_id: optionId } },
          // The server reads the bytes itself, so that every fault is told in its words.
          body: file as never,
          bodySerializer: (body) => body as unknown as string,
          headers: { "Content-Type": "text/csv" },
        }),
      );
      await edit(read.patch as PatchOperation[]);
    } catch (error) {
      if (!(error instanceof RequestFailed)) throw error;
      setRefused(error.problem ?? { detail: error.message, errors: [] });
    }
  };
  const address = `/api/v1/options/${optionId}/loads`;
  return (
    <div className="mt-3 flex flex-wrap items-baseline gap-x-5 gap-y-1 text-[14px]">
      {!empty && (
        <>
          <a href={`${address}.csv`} className="touch text-stored underline underline-offset-2" download>
            Take the list out as CSV
          </a>
          <a href={`${address}.xlsx`} className="touch text-stored underline underline-offset-2" download>
            as a workbook
          </a>
        </>
      )}
      {answer.may_edit && (
        <button type="button" className="touch text-stored underline underline-offset-2" onClick={() => setSets(true)}>
          Sets of the shop
        </button>
      )}
      {sets && <LoadSetsDialog onClose={() => setSets(false)} />}
      {answer.may_edit && (
        <FilePicker label="Load list" accept=".csv,text/csv" onFile={(file) => void take(file)}>
          {(choose) => (
            <button type="button" className="touch text-stored underline underline-offset-2" onClick={choose}>
              Take a list in from CSV
            </button>
          )}
        </FilePicker>
      )}
      {refused && (
        <Dialog title="This list was not taken" onClose={() => setRefused(null)}>
          <p>{refused.detail} Nothing was added.</p>
          <ul className="mt-3 max-h-[40dvh] overflow-auto">
            {refused.errors?.map((fault) => {
              const [, row, column] = fault.pointer.split("/");
              return (
                <li key={fault.pointer + fault.detail} className="border-rule border-t py-1.5">
                  <span className="text-soft">
                    Row <span className="figure">{row}</span>, {column?.replaceAll("_", " ")}:
                  </span>{" "}
                  {fault.detail}
                </li>
              );
            })}
          </ul>
          <div className="mt-5 text-right">
            <Button kind="main" onClick={() => setRefused(null)}>
              Close
            </Button>
          </div>
        </Dialog>
      )}
    </div>
  );
}
