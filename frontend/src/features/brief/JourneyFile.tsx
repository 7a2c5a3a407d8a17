import { useState } from "react";
import { asItIs, client, unwrap } from "../../api/client";
import type { Journey } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { FilePicker } from "../../ui/FilePicker";
import { formatNumber } from "../../ui/formatQuantity";
import { HeadRow } from "../../ui/HeadRow";
import { Refusal } from "../../ui/Refusal";
import { sayPlace } from "../../ui/sayPlace";
import { useTask } from "../../ui/useTask";
import { useRig } from "../worksheet/useRig";
import { sayWhen } from "./when";

/** A GPX track or plan becomes stays: seen first, then added behind those that are there. */
export function JourneyFile() {
  const { optionId, edit } = useRig();
  const { busy, refusal, run } = useTask();
  const [found, setFound] = useState<Journey | null>(null);
  const read = (file: File) =>
    run(async () => {
      setFound(
        (await unwrap(
          client.POST("/api/v1/options/{option_id}/journey-file", {
            params: { path: { option_id: optionId } },
            ...asItIs(file, "application/gpx+xml"),
          }),
        )) as Journey,
      );
    });
  const nights = found?.stays.reduce((sum, stay) => sum + stay.nights, 0) ?? 0;
  return (
    <>
      <FilePicker label="Journey file" accept=".gpx" onFile={(file) => void read(file)}>
        {(choose) => (
          <Button onClick={choose} disabled={busy}>
            {busy ? "Reading…" : "Read a GPX"}
          </Button>
        )}
      </FilePicker>
      <Refusal>{refusal}</Refusal>
      {found && (
        <Dialog title={`${found.stays.length} stays, ${nights} nights`} onClose={() => setFound(null)} wide>
          <div className="max-h-[60dvh] overflow-auto">
            <table className="w-full">
              <HeadRow
                columns={[
                  { label: "Where" },
                  { label: "When" },
                  { label: "Nights", right: true },
                  { label: "Driving a day", right: true },
                ]}
              />
              <tbody>
                {found.stays.map((stay) => (
                  <tr key={`${stay.lat_deg} ${stay.lon_deg} ${sayWhen(stay)}`} className="border-rule border-t">
                    <td className="py-1">
                      {stay.place}{" "}
                      <span className="figure text-[13px] text-soft">{sayPlace(stay.lat_deg, stay.lon_deg)}</span>
                    </td>
                    <td className="py-1">{sayWhen(stay)}</td>
                    <td className="figure py-1 pr-3 text-right">{stay.nights}</td>
                    <td className="figure py-1 pr-3 text-right">
                      {formatNumber(stay.driving_hours_per_day)}
                      <span className="unit">h</span>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <p className="mt-3 text-[14px] text-soft">
            Nights within 2 km of one another are one stay. Weather and hookups are asked next, stay by stay.
          </p>
          <div className="mt-4 flex justify-end gap-3">
            <Button onClick={() => setFound(null)}>Leave them</Button>
            <Button
              kind="main"
              onClick={() => {
                setFound(null);
                void edit(found.patch);
              }}
            >
              Add these stays
            </Button>
          </div>
        </Dialog>
      )}
    </>
  );
}
