import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, unwrap } from "../../api/client";
import { defaultsQuery, referenceQuery } from "../../api/queries";
import type { Assumption, Person, ShopDefaults } from "../../api/types";
import { Button } from "../../ui/Button";
import { formatNumber } from "../../ui/formatQuantity";
import { Labelled } from "../../ui/Labelled";
import { Section } from "../../ui/PageHead";
import { Refusal } from "../../ui/Refusal";
import { readQuantity } from "../../ui/readQuantity";
import { Failed, Waiting } from "../../ui/states";
import { useTask } from "../../ui/useTask";

/** What new rigs start from. Rigs there already keep what they have. */
export function Defaults({ person }: { person: Person }) {
  const defaults = useQuery(defaultsQuery);
  const reference = useQuery(referenceQuery);
  const failed = defaults.error ?? reference.error;
  if (failed) {
    return <Failed error={failed} retry={() => void Promise.all([defaults.refetch(), reference.refetch()])} />;
  }
  if (!defaults.data || !reference.data) return <Waiting what="the defaults" failed={defaults.failureReason} />;
  return (
    <DefaultsForm stored={defaults.data} assumptions={reference.data.assumptions} owner={person.role === "owner"} />
  );
}

function DefaultsForm({
  stored,
  assumptions,
  owner,
}: {
  stored: ShopDefaults;
  assumptions: Assumption[];
  owner: boolean;
}) {
  const queries = useQueryClient();
  const task = useTask();
  const [typed, setTyped] = useState<ShopDefaults>(stored);
  const set = (part: Partial<ShopDefaults>) => setTyped((before) => ({ ...before, ...part }));
  const region = (part: Partial<ShopDefaults["region"]>) => set({ region: { ...typed.region, ...part } });
  const [seen, setSeen] = useState(stored);
  const settle = async () => {
    const body = { ...typed, seen } as never;
    const next = (await unwrap(client.PUT("/api/v1/shop/defaults", { body }))) as ShopDefaults;
    queries.setQueryData(defaultsQuery.queryKey, next);
    setSeen(next);
  };
  const changed = JSON.stringify(typed) !== JSON.stringify(stored);
  return (
    <Section title="What new rigs start from" aside="copied into each new job; older jobs stay as they are">
      <fieldset disabled={!owner} className="mt-3">
        <div className="mb-5 flex flex-wrap gap-x-6 gap-y-3">
          <Labelled label="Codes and tables">
            {(id) => (
              <select
                id={id}
                className="field"
                value={typed.region.code_pack}
                onChange={(event) => region({ code_pack: event.target.value as ShopDefaults["region"]["code_pack"] })}
              >
                <option value="na_vehicle">North American vehicle</option>
                <option value="na_marine">North American marine</option>
                <option value="international">International</option>
              </select>
            )}
          </Labelled>
          <Labelled label="Mains">
            {(id) => (
              <select
                id={id}
                className="field"
                value={`${typed.region.mains_v} ${typed.region.mains_hz}`}
                onChange={(event) => {
                  const [volts, hertz] = event.target.value.split(" ").map(Number);
                  region({ mains_v: volts as 120, mains_hz: hertz as 60 });
                }}
              >
                {["120 60", "230 50", "240 50", "240 60", "220 60", "220 50", "110 60", "100 50", "100 60"].map(
                  (one) => (
                    <option key={one} value={one}>
                      {one.replace(" ", " V, ")} Hz
                    </option>
                  ),
                )}
              </select>
            )}
          </Labelled>
          <Labelled label="School of sizing">
            {(id) => (
              <select
                id={id}
                className="field"
                value={typed.sizing}
                onChange={(event) => set({ sizing: event.target.value as ShopDefaults["sizing"] })}
              >
                <option value="largest_governs">largest governs</option>
                <option value="multiply_all">all multiplied</option>
              </select>
            )}
          </Labelled>
          <Labelled label="Currency">
            {(id) => (
              <input
                id={id}
                className="field w-20 font-mono"
                maxLength={3}
                value={typed.currency}
                onChange={(event) => set({ currency: event.target.value.toUpperCase() })}
              />
            )}
          </Labelled>
          <Labelled label="An hour of work">
            {(id) => (
              <input
                id={id}
                className="field w-24 text-right font-mono"
                inputMode="decimal"
                placeholder="none"
                value={typed.labour.price_per_h?.amount ?? ""}
                onChange={(event) => {
                  const amount = event.target.value.replace(",", ".");
                  set({ labour: { price_per_h: amount ? { amount, currency: typed.currency } : null } });
                }}
              />
            )}
          </Labelled>
        </div>
        <ul className="grid gap-x-10 md:grid-cols-2">
          {assumptions.map((one) => (
            <AssumptionDefault
              key={one.id}
              assumption={one}
              own={typed.assumptions[one.id]}
              onChange={(value) => {
                const { [one.id]: _, ...others } = typed.assumptions;
                set({ assumptions: value === undefined ? others : { ...others, [one.id]: value } });
              }}
            />
          ))}
        </ul>
      </fieldset>
      {owner ? (
        <div className="sticky bottom-0 flex items-center gap-4 border-ink border-t bg-paper py-3">
          <Button kind="main" disabled={!changed || task.busy} onClick={() => void task.run(settle)}>
            Settle these
          </Button>
          <Button disabled={!changed} onClick={() => setTyped(stored)}>
            Back to what is settled
          </Button>
          <Refusal>{task.refusal}</Refusal>
          <span role="status" className="text-[14px] text-soft">
            {changed ? "Not settled yet" : "Settled"}
          </span>
        </div>
      ) : (
        <p className="mt-3 text-[14px] text-soft">An owner of the shop settles these.</p>
      )}
    </Section>
  );
}

/** The shop's value beside the product's own: where they differ both are seen. */
function AssumptionDefault({
  assumption,
  own,
  onChange,
}: {
  assumption: Assumption;
  own: number | undefined;
  onChange: (value: number | undefined) => void;
}) {
  const share = assumption.id.endsWith("_frac");
  const scale = share ? 100 : 1;
  const unit = share ? "%" : assumption.unit;
  const [draft, setDraft] = useState<string | null>(null);
  const [fault, setFault] = useState("");
  const text = own === undefined ? "" : formatNumber(own * scale);
  const commit = () => {
    if (draft === null) return;
    const read = readQuantity(draft, unit, "metric");
    if ("fault" in read) return setFault(read.fault);
    const value = read.value === null ? undefined : read.value / scale;
    if (value !== undefined && (value < assumption.min || value > assumption.max)) {
      return setFault(
        `From ${formatNumber(assumption.min * scale)} to ${formatNumber(assumption.max * scale)} ${unit}.`,
      );
    }
    setFault("");
    setDraft(null);
    onChange(value === assumption.value ? undefined : value);
  };
  return (
    <li className="border-rule border-b py-1">
      <div className="flex items-center gap-3">
        <span className={`flex-1 leading-tight ${own === undefined ? "" : "font-semibold"}`}>{assumption.title}</span>
        {own !== undefined && (
          <span className="text-[13px] text-soft">the product's own: {formatNumber(assumption.value * scale)}</span>
        )}
        <input
          aria-label={assumption.title}
          inputMode="decimal"
          placeholder={formatNumber(assumption.value * scale)}
          className="field w-[4.6rem] text-right font-mono"
          value={draft ?? text}
          aria-invalid={fault !== ""}
          onChange={(event) => setDraft(event.target.value)}
          onBlur={commit}
          onKeyDown={(event) => event.key === "Enter" && commit()}
        />
        <span className="w-12 text-[13px] text-soft">{unit}</span>
      </div>
      {fault && (
        <p role="alert" className="text-[14px] text-danger">
          {fault}
        </p>
      )}
    </li>
  );
}
