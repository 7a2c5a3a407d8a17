import { useQuery } from "@tanstack/react-query";
import { referenceQuery } from "../../api/queries";
import type { PatchOperation, Sight } from "../../api/types";
import { useRig } from "../worksheet/useRig";
import { calledPlace, type Place } from "./placesOf";

const GROUPS: Record<Sight["group"], string> = {
  battery: "At the batteries",
  cable: "At cables and joints",
  protection: "At fuses and switches",
  solar: "At the panels",
  place: "In the place itself",
};

/** What is worth looking for at a place: batteries and panels only where there are some, or where nobody has said. */
export function sightsAt(place: Place, sights: readonly Sight[]): Sight[] {
  const kinds = place.things.map(([, one]) => one.kind);
  const unknown = place.things.length === 0;
  return sights.filter(
    ({ group, code }) =>
      place.look?.seen[code] !== undefined ||
      (group === "battery"
        ? unknown || kinds.includes("bank")
        : group === "solar"
          ? unknown || kinds.includes("panels")
          : true),
  );
}

/**
 * What is seen at one place, one tap each: tapped once it is seen, twice it is not so, and a third time it was not looked at.
 * “Nothing else seen here” closes the place.
 */
export function Sights({
  place,
  large = false,
  folded = false,
}: {
  place: Place;
  large?: boolean;
  /** One line a place, which opens. */
  folded?: boolean;
}) {
  const { answer, edit } = useRig();
  const reference = useQuery(referenceQuery);
  const shown = sightsAt(place, reference.data?.sights ?? []);
  const look = `/survey/looks/${place.lookId}`;
  /** A place that nobody has looked at yet becomes one with the first tap. */
  const say = (change: PatchOperation[]) =>
    void edit(
      place.look
        ? change
        : [{ op: "add", path: look, value: newLook(place) }, ...change.filter((one) => one.op !== "remove")],
    );
  const tap = (code: string) => {
    const path = `${look}/seen/${code}`;
    const now = place.look?.seen[code];
    if (now === undefined) say([{ op: "add", path, value: "seen" }]);
    else if (now === "seen") say([{ op: "add", path, value: "not_so" }]);
    else say([{ op: "remove", path }]);
  };
  const closed = place.look?.nothing_else ?? false;
  const groups = Object.entries(GROUPS).filter(([group]) => shown.some((one) => one.group === group));
  const all = groups.map(([group, title]) => (
    <fieldset key={group} className="mb-2">
      <legend className="mb-1 text-[13px] text-soft">{title}</legend>
      <div className="flex flex-wrap gap-1.5">
        {shown
          .filter((one) => one.group === group)
          .map((one) => (
            <SightButton
              key={one.code}
              sight={one}
              seen={place.look?.seen[one.code]}
              large={large}
              disabled={!answer.may_edit}
              onTap={() => tap(one.code)}
            />
          ))}
      </div>
    </fieldset>
  ));
  const close = answer.may_edit && (
    <button
      type="button"
      aria-pressed={closed}
      aria-label={`Nothing else seen here, ${calledPlace(place)}`}
      onClick={() => say([{ op: "add", path: `${look}/nothing_else`, value: !closed }])}
      className={`touch border px-3 ${large ? "mt-1 min-h-14 w-full text-[18px]" : "h-8 text-[14px]"} ${
        closed ? "border-ink bg-ink text-paper" : "border-mark bg-sheet hover:border-ink"
      }`}
    >
      {closed && <span aria-hidden="true">✓ </span>}
      Nothing else seen here
    </button>
  );
  if (!folded) {
    return (
      <>
        {all}
        {close}
      </>
    );
  }
  return (
    <div className="flex flex-wrap items-start gap-x-4 gap-y-2 py-2 pl-6.5">
      <details className="min-w-0 flex-1 basis-72">
        <summary className="touch cursor-pointer py-0.5">
          <span aria-hidden="true" className="text-mark">
            ▾{" "}
          </span>
          <Seen place={place} shown={shown} />
        </summary>
        <div className="mt-2">{all}</div>
      </details>
      {close}
    </div>
  );
}

/** A look at a place, with nothing said yet. */
function newLook({ where, name }: Place): NonNullable<Place["look"]> {
  return { position: 0, name: where ? "" : name, where, seen: {}, nothing_else: false, note: "" };
}

/** What was seen, in one line. */
function Seen({ place, shown }: { place: Place; shown: readonly Sight[] }) {
  const seen = shown.filter((one) => place.look?.seen[one.code] === "seen");
  if (seen.length > 0) return <>Seen: {seen.map((one) => one.label).join(", ")}</>;
  if (place.look?.nothing_else) return <span className="text-soft">Looked at, and nothing seen</span>;
  return <span className="text-soft">Not looked at yet: {shown.length} things that may be seen here</span>;
}

const SAID = { seen: "seen", not_so: "not so" } as const;

function SightButton({
  sight,
  seen,
  large,
  disabled,
  onTap,
}: {
  sight: Sight;
  seen: "seen" | "not_so" | undefined;
  large: boolean;
  disabled: boolean;
  onTap: () => void;
}) {
  const look =
    seen === "seen"
      ? `border-2 font-semibold ${sight.severity === "danger" ? "border-danger text-danger" : "border-fault text-fault"}`
      : seen === "not_so"
        ? "border border-rule text-soft line-through"
        : "border border-rule bg-sheet hover:border-ink";
  return (
    <button
      type="button"
      disabled={disabled}
      aria-label={`${sight.label}: ${seen ? SAID[seen] : "not looked at"}`}
      title={sight.source.title}
      onClick={onTap}
      className={`touch px-2.5 text-left leading-tight ${large ? "min-h-12 text-[16px]" : "min-h-8 text-[14px]"} ${look}`}
    >
      {seen === "seen" && <span aria-hidden="true">● </span>}
      {sight.label}
    </button>
  );
}
