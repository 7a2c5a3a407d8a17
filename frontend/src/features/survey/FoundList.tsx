import { useState } from "react";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { HeadRow } from "../../ui/HeadRow";
import { Menu } from "../../ui/Menu";
import { useRig } from "../worksheet/useRig";
import { FoundLine, WaitingLines } from "./FoundLine";
import { FoundDialog } from "./foundDialogs";
import { FATES, FOUND_NAMES, type Found, type FoundKind, nameOf, say } from "./foundKinds";
import { placeName } from "./placesOf";
import { StillAsked } from "./StillAsked";

const COLUMNS = [
  { label: "What" },
  { label: "Says" },
  { label: "Condition" },
  { label: "In the plan" },
  { label: "Remove", hidden: true },
];

const MORE_KINDS = [
  "dcdc",
  "inverter",
  "controller",
  "main_cable",
  "fuse",
  "cable",
  "switch",
  "cord",
  "generator",
  "dc_gear",
  "negative",
  "ac_panel",
  "ac_guard",
  "other",
] as const;
const PLACEHOLDERS = [
  "4 x 6V 225Ah agm 2s2p front bay 6 years",
  "alternator 180A smart",
  "2 panels 200W 21V 12A in series on the roof",
  "mppt 100V 30A",
  "inverter 2000W pure sine under the bed",
  "300A class T at the bank",
  "bank to inverter 1/0 6 ft",
  "30A cord 25 ft",
  "converter 45A on the panel",
];

/** What is there, a row each: pressed, it opens; whether it stays is decided in the row. */
export function FoundList() {
  const { rig, answer } = useRig();
  const [open, setOpen] = useState<{ kind: FoundKind; id: string | null } | null>(null);
  const items = Object.entries(rig.survey.items).sort(([, one], [, other]) => one.position - other.position);
  return (
    <>
      {answer.may_edit && (
        <FoundLine
          of="thing"
          label="Add what is there"
          autoFocus={items.length === 0}
          placeholder={PLACEHOLDERS[items.length % PLACEHOLDERS.length] ?? ""}
        />
      )}
      <WaitingLines of="thing" />
      <StillAsked onSay={(kind, id) => setOpen({ kind, id })} />
      {items.length === 0 ? (
        <p className="mb-4 max-w-[42rem] text-soft">
          One line is one thing, as its label has it: “4 x 6V 225Ah agm 2s2p front bay 6 years”, “bank to inverter 1/0 6
          ft”, “no main fuse”. What a meter reads goes here too, “reads 12.6 V resting”, and room: “locker 120 x 60 x 45
          cm”.
        </p>
      ) : (
        <table className="mb-4 w-full">
          <HeadRow columns={COLUMNS} />
          <tbody>
            {items.map(([id, item]) => (
              <Row key={id} id={id} item={item} onOpen={() => setOpen({ kind: item.kind, id })} />
            ))}
          </tbody>
        </table>
      )}
      {answer.may_edit && (
        <div className="flex flex-wrap items-center gap-2">
          <span className="text-[14px] text-soft">By a form:</span>
          {(["bank", "alternator", "panels", "shore_charger"] as const).map((kind) => (
            <Button key={kind} onClick={() => setOpen({ kind, id: null })}>
              + {FOUND_NAMES[kind]}
            </Button>
          ))}
          <Menu
            trigger={<Button>+ More ▾</Button>}
            items={MORE_KINDS.map((kind) => ({
              label: FOUND_NAMES[kind],
              onSelect: () => setOpen({ kind, id: null }),
            }))}
          />
        </div>
      )}
      {open && <FoundDialog {...open} onClose={() => setOpen(null)} />}
    </>
  );
}

function Row({ id, item, onOpen }: { id: string; item: Found; onOpen: () => void }) {
  const { edit, answer, rig } = useRig();
  const name = nameOf(item);
  const where = placeName(rig, item);
  const condition = item.condition?.replace("_", " ") ?? "";
  const age = item.age_years === null ? "" : `${item.age_years} ${item.age_years === 1 ? "year" : "years"}`;
  return (
    <tr className={`border-rule border-t align-middle ${item.fate === "goes" ? "text-soft" : ""}`}>
      <td className="py-1 pr-3">
        <button
          type="button"
          className="touch text-left font-semibold hover:underline"
          onClick={onOpen}
          disabled={!answer.may_edit}
        >
          {name}
        </button>
        {where && <span className="block text-[13px] text-soft">{where}</span>}
      </td>
      <td className="py-1 pr-3">{say(item)}</td>
      <td className={`py-1 pr-3 ${item.condition === "damaged" ? "font-semibold text-danger" : ""}`}>
        {[condition, age].filter(Boolean).join(", ") || <span className="text-soft">not known</span>}
      </td>
      <td className="min-w-44 py-1">
        <Choice
          label={`${name} in the plan`}
          value={item.fate}
          disabled={!answer.may_edit}
          options={FATES}
          onChange={(fate) => void edit([{ op: "replace", path: `/survey/items/${id}/fate`, value: fate }])}
        />
      </td>
      <td className="py-1 text-right">
        {answer.may_edit && (
          <button
            type="button"
            aria-label={`Remove ${name}`}
            className="touch h-8 w-8 text-soft hover:text-danger"
            onClick={() => void edit([{ op: "remove", path: `/survey/items/${id}` }])}
          >
            ×
          </button>
        )}
      </td>
    </tr>
  );
}
