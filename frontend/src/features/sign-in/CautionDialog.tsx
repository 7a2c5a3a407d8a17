import { useQueryClient } from "@tanstack/react-query";
import { client, unwrap } from "../../api/client";
import { sessionQuery } from "../../api/queries";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";

/** Shown until it has been read once by each person. */
export function CautionDialog({ caution }: { caution: string }) {
  const queries = useQueryClient();
  const confirm = async () => {
    await unwrap(client.POST("/api/v1/session/caution"));
    await queries.invalidateQueries({ queryKey: sessionQuery.queryKey });
  };
  return (
    <Dialog title="Before you start" describedBy="caution">
      <div id="caution" className="flex flex-col gap-3">
        <p>{caution}</p>
        <p>
          Batteries and the wiring behind them can burn a vehicle and hurt people. Where a rule here and the local code
          differ, the local code holds. Work on mains and on more than 50 V belongs to a licensed person.
        </p>
        <p className="text-soft">
          Every figure opens its working and its source when pressed. A small circle behind a figure marks a source from
          memory.
        </p>
      </div>
      <div className="mt-6 text-right">
        <Button kind="main" onClick={() => void confirm()}>
          I have read this
        </Button>
      </div>
    </Dialog>
  );
}
