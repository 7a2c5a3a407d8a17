import { describe, expect, it } from "vitest";
import type { PartField } from "../../api/types";
import { documentOf, typedOf } from "./partDocument";

const field = (name: string, type: PartField["type"], more: Partial<PartField> = {}): PartField => ({
  name,
  type,
  label: name,
  unit: "",
  required: false,
  choices: [],
  default: null,
  ...more,
});
const FIELDS = [
  field("name", "text", { required: true }),
  field("capacity_ah", "number", { unit: "Ah", required: true }),
  field("mass_kg", "number", { unit: "kg" }),
  field("size", "size"),
  field("price", "price"),
  field("battery_v", "choice", { choices: [12, 24].map((value) => ({ value, label: String(value) })), default: 12 }),
  field("self_heating", "yes_no", { default: false }),
];
const PART = {
  name: "block",
  capacity_ah: 100,
  mass_kg: 10,
  size: { length_m: 0.3, width_m: 0.2, height_m: 0.2 },
  price: { amount: "345.50", currency: "EUR" },
  battery_v: 24,
  self_heating: true,
};

describe("a part as a form", () => {
  it("reads a bare number in the unit that its field shows, and others by their name", () => {
    const length = [field("length_m", "number", { unit: "m" })];

    expect(documentOf("box", length, { length_m: "1.2" }).document).toMatchObject({ length_m: 1.2 });
    expect(documentOf("box", length, { length_m: "4 ft" }).document).toMatchObject({ length_m: 1.2192 });
  });

  it("comes back as it was", () => {
    const typed = typedOf(FIELDS, PART as never, "USD");

    expect(documentOf("battery", FIELDS, typed).document).toEqual({ kind: "battery", ...PART });
  });

  it("keeps what is not known unknown, never zero", () => {
    const typed = { ...typedOf(FIELDS, null, "EUR"), name: "x", capacity_ah: "100" };

    expect(documentOf("battery", FIELDS, typed).document).toMatchObject({
      mass_kg: null,
      size: null,
      price: null,
      battery_v: 12,
    });
  });

  it("takes pounds and inches, and says what is wrong at its place", () => {
    const typed = { ...typedOf(FIELDS, PART as never, "EUR"), mass_kg: "22 lb", length_m: "12 in" };
    expect(documentOf("battery", FIELDS, typed).document).toMatchObject({
      mass_kg: 22 * 0.45359237,
      size: { length_m: 12 * 0.0254 },
    });

    const wrong = { ...typed, name: " ", capacity_ah: "2.7 kW", width_m: "" };
    expect(documentOf("battery", FIELDS, wrong).faults).toEqual({
      name: "This is needed.",
      capacity_ah: "“2.7 kW” is power; here goes capacity, in Ah.",
      length_m: "Give all three, or none.",
    });
  });
});
