import { asItIs, client, unwrap } from "../../api/client";
import type { PatchOperation } from "../../api/types";
import { Button } from "../../ui/Button";
import { FilePicker } from "../../ui/FilePicker";
import { Refusal } from "../../ui/Refusal";
import { sayPlace } from "../../ui/sayPlace";
import { useTask } from "../../ui/useTask";
import { FieldRow } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";

/** A year of hours of one's own: EPW, TMY3, or the typical year of PVGIS. */
export function WeatherFile() {
  const { rig, optionId, edit, answer } = useRig();
  const own = rig.solar.own_sun;
  const { busy, refusal, run } = useTask();
  const read = (file: File) =>
    run(async () => {
      const found = (await unwrap(
        client.POST("/api/v1/options/{option_id}/weather-file", {
          params: { path: { option_id: optionId } },
          ...asItIs(file, "application/octet-stream"),
        }),
      )) as { patch: PatchOperation[] };
      await edit(found.patch);
    });
  return (
    <FieldRow
      label="Weather file"
      hint="EPW, TMY3, or the typical year (TMY) of PVGIS as CSV or JSON. It is read, not kept."
    >
      {own && (
        <span>
          <span className="font-semibold">{own.name.replaceAll('"', "")}</span>{" "}
          <span className="figure text-[13px] text-soft">{sayPlace(own.lat_deg, own.lon_deg)}</span>
        </span>
      )}
      {answer.may_edit && (
        <FilePicker label="Weather file" accept=".epw,.csv,.json" onFile={(file) => void read(file)}>
          {(choose) => (
            <Button onClick={choose} disabled={busy}>
              {own ? "Read another" : "Read a file"}
            </Button>
          )}
        </FilePicker>
      )}
      {busy && <span className="text-[14px] text-soft">Reading its hours…</span>}
      <Refusal>{refusal}</Refusal>
    </FieldRow>
  );
}
