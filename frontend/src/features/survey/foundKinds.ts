import type { Rig } from "../../api/types";
import { formatConductor, formatNumber } from "../../ui/formatQuantity";
import { HOOKUPS } from "../worksheet/words";

export type Found = Rig["survey"]["items"][string];
export type FoundKind = Found["kind"];

/** What each kind of thing is called; the order is that of the list to add from. */
export const FOUND_NAMES: Record<FoundKind, string> = {
  bank: "Bank",
  other_bank: "Starter or other bank",
  alternator: "Alternator",
  dcdc: "DC-DC charger",
  shore_charger: "Shore charger or converter",
  inverter: "Inverter",
  panels: "Panels",
  controller: "Solar controller",
  main_cable: "Main cable and fuse",
  fuse: "Fuse or breaker",
  cable: "Cable",
  switch: "Switch",
  cord: "Shore cord and inlet",
  generator: "Generator",
  dc_gear: "Bus bar, shunt, fuse box",
  negative: "Negative side",
  ac_panel: "AC panel",
  ac_guard: "Guard on the AC side",
  other: "Something else",
};

export const FATES = [
  { value: "stays", label: "stays" },
  { value: "goes", label: "goes" },
  { value: "open", label: "open" },
] as const;

export function nameOf(item: Found): string {
  return item.name || FOUND_NAMES[item.kind];
}

/** What it says on it, in a few words; what nobody read is left out. */
export function say(item: Found): string {
  return said(item).filter(Boolean).join(", ") || "plate not read";
}

const SWITCHES = { main: "parts the bank", isolator: "parts one circuit", transfer: "from one source to another" };
const GEAR = {
  main_switch: "main switch",
  bus_bar: "bus bar",
  shunt: "shunt",
  load_disconnect: "load disconnect",
  fuse_box: "fuse box",
};
const GUARDS = {
  rcd: "residual-current device",
  galvanic: "galvanic isolator",
  fail_safe: "isolator that fails closed",
  transformer: "isolation transformer",
  polarity: "polarity indicator",
};
const RCDS = { none: "none there", gfci: "GFCI", a: "type A", f: "type F", b: "type B", ac: "type AC" };
const KINDS: Record<string, string> = {
  gel: "gel",
  flooded: "flooded",
  sealed_wet: "sealed wet",
  nmc: "traction modules",
};

const amount = (value: number | null, unit: string) => (value === null ? "" : `${formatNumber(value)} ${unit}`);

function said(item: Found): (string | false)[] {
  switch (item.kind) {
    case "bank": {
      const count = item.series * item.parallel * item.paired;
      const { capacity_ah, chemistry, nominal_v, mass_kg } = item.battery;
      const unit = [amount(nominal_v, "V"), capacity_ah === null ? amount(mass_kg, "kg") : amount(capacity_ah, "Ah")];
      const each = unit.filter(Boolean).join(" ");
      return [
        count > 1 && each ? `${count} × ${each}` : each,
        chemistry !== null && (KINDS[chemistry] ?? chemistry.toUpperCase()),
      ];
    }
    case "other_bank": {
      const there = { starter: "starts the engine", second: "a second bank", backup: "a backup" };
      const kind = item.chemistry !== null && (KINDS[item.chemistry] ?? item.chemistry.toUpperCase());
      return [amount(item.capacity_ah, "Ah"), kind, item.role !== null && there[item.role]];
    }
    case "alternator": {
      const house = {
        none: "does not charge the house",
        relay: "relay to the house",
        dcdc: "DC-DC to the house",
        hand_switch: "hand switch to the house",
        manager: "managing device to the house",
        regulated: "straight to the house",
      };
      return [amount(item.rated_a, "A") || "label not read", item.charges_house !== null && house[item.charges_house]];
    }
    case "dcdc":
      return [
        amount(item.output_a, "A"),
        item.input_v !== null && item.output_v !== null && `${item.input_v} to ${item.output_v} V`,
      ];
    case "shore_charger":
      return [amount(item.output_a, "A"), item.output_v !== null && `${item.output_v} V`];
    case "inverter":
      return [
        amount(item.rated_w, "W"),
        item.waveform !== null && (item.waveform === "pure_sine" ? "pure sine" : "stepped"),
      ];
    case "generator":
      return [amount(item.rated_w, "W")];
    case "panels": {
      const place = {
        roof: "on the roof",
        arch: "on an arch",
        bonnet: "on the bonnet",
        ground: "on the ground",
        portable: "portable",
      };
      const each = amount(item.watts_each, "W");
      return [
        each ? `${item.count} × ${each}` : `${item.count} of them`,
        item.mounting !== null && place[item.mounting],
      ];
    }
    case "controller":
      return [amount(item.rated_a, "A"), item.method?.toUpperCase() ?? ""];
    case "main_cable": {
      const size = item.conductor === null ? null : formatConductor(item.conductor);
      const fuse = item.fuse_a === "none" ? "no fuse" : amount(item.fuse_a, "A fuse") || "fuse not known";
      return [size ? `${size.number} ${size.unit}` : "size not read", item.one_way_length?.typed ?? "", fuse];
    }
    case "fuse":
      return [item.rated_a === "none" ? "none there" : amount(item.rated_a, "A"), item.guards && `for ${item.guards}`];
    case "cable": {
      const size = item.conductor === null ? null : formatConductor(item.conductor);
      return [item.runs, size ? `${size.number} ${size.unit}` : "", item.one_way_length?.typed ?? ""];
    }
    case "switch":
      return [
        item.does !== null && SWITCHES[item.does],
        item.there === "none" ? "none there" : amount(item.rated_a, "A"),
        item.between,
      ];
    case "dc_gear":
      return [
        item.gear !== null && GEAR[item.gear],
        item.there === "none" ? "none there" : amount(item.rated_a, "A"),
        item.reach === "no" && "out of reach",
      ];
    case "negative":
      return [
        item.bms === "in_negative" && "electronics in it",
        (item.past_bms === "yes" || item.past_shunt === "yes") && "something goes past",
        item.chassis !== null && (item.chassis === "none" ? "not joined to the chassis" : "joined to the chassis"),
      ];
    case "ac_panel":
      return [amount(item.main_a, "A main"), item.legs === 2 && "two legs"];
    case "ac_guard":
      return [
        item.device !== null && GUARDS[item.device],
        item.there === "none" && "none there",
        item.rcd !== null && item.rcd !== "not_read" && RCDS[item.rcd],
      ];
    case "cord":
      return [item.rating === null ? "rating not read" : HOOKUPS[item.rating]];
    case "other":
      return [item.note || " "];
  }
}
