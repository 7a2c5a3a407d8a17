import type { ReactNode } from "react";
import { PartFields } from "../../ui/parts/PartFields";

const SHOWN = ["rated_a", "alternator_v", "regulation", "charges_house"];
const WAYS: Record<string, string> = {
  relay: "relay",
  hand_switch: "hand switch",
  dcdc: "DC-DC charger",
  manager: "managing device",
  regulated: "straight",
};

type Fields = Parameters<typeof PartFields>[0];

/** An alternator as it hangs on the rig: what is known of each piece is written at the piece. */
export function AlternatorSketch({ fields, ...rest }: Fields) {
  const only = (...names: string[]) => fields.filter((field) => names.includes(field.name));
  const path = rest.typed.charges_house;
  return (
    <div>
      <svg
        viewBox="0 0 720 120"
        className="w-full text-ink"
        role="img"
        aria-label="Engine with alternator, starter battery, the way to the house bank, house bank"
      >
        <g fill="none" stroke="currentColor" strokeWidth="1.6">
          <circle cx="70" cy="62" r="34" />
          <circle cx="70" cy="62" r="9" />
          <path d="M47 37 L93 87 M93 37 L47 87" strokeWidth="0.8" />
          <path d="M104 62 H236" strokeWidth="2.6" className="text-incoming" stroke="currentColor" />
          <rect x="236" y="36" width="92" height="54" />
          <path d="M252 36 v-8 h14 v8 M298 36 v-8 h14 v8" />
          <path
            d="M328 62 H424 M516 62 H600"
            strokeWidth="2.6"
            className="text-incoming"
            stroke="currentColor"
            strokeDasharray={path === "none" ? "3 6" : undefined}
          />
          <rect x="424" y="40" width="92" height="44" strokeDasharray={path === "none" ? "3 4" : undefined} />
          {(path === "relay" || path === "hand_switch") && <path d="M438 68 H462 L484 50 M484 68 H502" />}
          {(path === "dcdc" || path === "manager") && <path d="M424 84 L516 40" />}
          <rect x="600" y="30" width="104" height="64" className="text-stored" stroke="currentColor" />
          <path d="M618 30 v-8 h16 v8 M670 30 v-8 h16 v8" className="text-stored" stroke="currentColor" />
        </g>
        <g className="fill-soft text-[13px]" textAnchor="middle">
          <text x="70" y="114">
            alternator
          </text>
          <text x="282" y="114">
            starter battery
          </text>
          <text x="470" y="114">
            {WAYS[String(path)] ?? "no way yet"}
          </text>
          <text x="652" y="114">
            house bank
          </text>
        </g>
      </svg>
      <div className="mt-3 grid gap-x-6 gap-y-3 sm:grid-cols-2">
        <Note>
          <PartFields fields={only("rated_a", "alternator_v")} {...rest} columns={2} />
        </Note>
        <Note>
          <PartFields fields={only("regulation", "charges_house")} {...rest} columns={1} />
        </Note>
      </div>
      <details className="mt-3">
        <summary className="touch cursor-pointer text-soft hover:text-ink">At idle, its way, what stops it</summary>
        <PartFields fields={fields.filter(({ name }) => !SHOWN.includes(name))} {...rest} columns={2} />
      </details>
    </div>
  );
}

function Note({ children }: { children: ReactNode }) {
  return <div className="border-incoming border-l-2 pl-3">{children}</div>;
}
