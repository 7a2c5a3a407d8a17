// @vitest-environment jsdom
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it } from "vitest";
import type { Outcome } from "../../api/outbox";
import type { UnitSystem } from "../../ui/formatQuantity";
import { LengthField } from "./cableFields";
import { AroundRig, fakeRig } from "./fakeRig";
import { FieldRow, NumberField, SelectField, WordsField } from "./fields";
import type { RigContext } from "./useRig";

afterEach(cleanup);

function show(field: React.ReactNode, change: Parameters<typeof fakeRig>[0] = {}) {
  const { context, sent } = fakeRig(change);
  const { rerender } = render(<AroundRig context={context}>{field}</AroundRig>);
  return {
    sent,
    again: (next: RigContext, shown: React.ReactNode) => rerender(<AroundRig context={next}>{shown}</AroundRig>),
  };
}

const refused: Outcome = {
  stored: false,
  failed: false,
  editId: "e",
  problem: {
    type: "",
    title: "",
    status: 422,
    code: "unacceptable",
    detail: "No.",
    errors: [{ pointer: "/x", code: "x", detail: "At most 100." }],
  },
};

describe("a number that is typed", () => {
  it.each([
    ["in the unit that is shown", "V", "metric", "27.4", [{ op: "add", path: "/x", value: 27.4 }]],
    ["with a comma", "V", "metric", "27,4", [{ op: "add", path: "/x", value: 27.4 }]],
    [
      "in another unit, which is kept",
      "m",
      "metric",
      "4 ft",
      [
        { op: "add", path: "/x", value: 1.2192 },
        { op: "add", path: "/typed/~1x", value: "4 ft" },
      ],
    ],
    ["bare, by who reads feet", "m", "us", "4", [{ op: "add", path: "/x", value: 1.2192 }]],
  ] as [string, string, UnitSystem, string, object[]][])("%s", async (_what, unit, units, typed, patch) => {
    const { sent } = show(<NumberField label="Length" path="/x" unit={unit} value={null} nullable />, { units });
    await userEvent.type(screen.getByLabelText("Length"), `${typed}{Enter}`);
    expect(sent).toEqual([{ patch, seen: 7 }]);
  });

  it("is sent once, by Enter and by leaving the field while the answer is on its way", async () => {
    const sent: unknown[] = [];
    const edit = (patch: unknown) => {
      sent.push(patch);
      return new Promise<Outcome>(() => {});
    };
    show(<NumberField label="Volts" path="/x" unit="V" value={12} />, { edit });
    await userEvent.type(screen.getByLabelText("Volts"), "5{Enter}");
    await userEvent.tab();
    expect(sent).toEqual([[{ op: "add", path: "/x", value: 125 }]]);
  });

  it("is not sent where it is as it was, nor after Escape", async () => {
    const { sent } = show(<NumberField label="Volts" path="/x" unit="V" value={12} />);
    const field = screen.getByLabelText("Volts") as HTMLInputElement;
    await userEvent.type(field, "3{Escape}");
    expect(field.value).toBe("12");
    await userEvent.type(field, "0{Backspace}{Enter}");
    expect(sent).toEqual([]);
  });

  it("stays in the field with the reason when it is refused", async () => {
    show(<NumberField label="Volts" path="/x" unit="V" value={12} />, { edit: async () => refused });
    const field = screen.getByLabelText("Volts") as HTMLInputElement;
    await userEvent.clear(field);
    await userEvent.type(field, "900{Enter}");
    expect(screen.getByRole("alert").textContent).toBe("At most 100.");
    expect([field.value, field.getAttribute("aria-invalid")]).toEqual(["900", "true"]);
    expect(field.getAttribute("aria-describedby")).toBe(screen.getByRole("alert").id);
  });

  it.each([
    ["where a number is needed", "{Backspace}{Enter}", "A number is needed here."],
    ["where it is of another kind", "{Backspace}5 Ah{Enter}", "“5 Ah” is capacity; here goes power, in W."],
  ])("is asked about %s, and not sent", async (_what, keys, said) => {
    const { sent } = show(<NumberField label="Draw" path="/x" unit="W" value={5} />);
    await userEvent.type(screen.getByLabelText("Draw"), keys);
    expect(screen.getByRole("alert").textContent).toBe(said);
    expect(sent).toEqual([]);
  });

  it("says the revision that was seen when the typing began, not the one that came meanwhile", async () => {
    const field = <NumberField label="Volts" path="/x" unit="V" value={12} />;
    const { sent, again } = show(field);
    await userEvent.type(screen.getByLabelText("Volts"), "4");
    const later = fakeRig({ answer: { revision: 9 } });
    again(later.context, field);
    await userEvent.type(screen.getByLabelText("Volts"), "8{Enter}");
    expect([sent, later.sent].map((all) => all.map((one) => one.seen))).toEqual([[], [7]]);
  });

  it("is shown only to who may not edit", () => {
    show(<NumberField label="Volts" path="/x" unit="V" value={12} />, { answer: { may_edit: false } });
    expect((screen.getByLabelText("Volts") as HTMLInputElement).disabled).toBe(true);
  });
});

describe("other fields", () => {
  it.each([
    ["a bare length takes the reader's unit", "us", "6", "6 ft"],
    ["and keeps what names its own", "us", "1.5 m", "1.5 m"],
    ["metric by metre", "metric", "2,5", "2,5 m"],
  ] as [string, UnitSystem, string, string][])("%s", async (_what, units, typed, value) => {
    const { sent } = show(<LengthField label="One way" path="/run" typed="" />, { units });
    await userEvent.type(screen.getByLabelText("One way"), `${typed}{Enter}`);
    expect(sent[0]?.patch).toEqual([{ op: "add", path: "/run", value }]);
  });

  it("one of many is sent when it is picked, as what it stands for", async () => {
    const options = [
      { value: null, label: "not said" },
      { value: 24, label: "24 V" },
    ] as const;
    const { sent } = show(<SelectField label="Class" path="/v" value={null} options={options} />);
    await userEvent.selectOptions(screen.getByLabelText("Class"), "24 V");
    expect(sent[0]?.patch).toEqual([{ op: "add", path: "/v", value: 24 }]);
  });

  it("words are sent without the room around them", async () => {
    const { sent } = show(<WordsField label="Where" path="/where" value="" />);
    await userEvent.type(screen.getByLabelText("Where"), "  aft locker {Enter}");
    expect(sent[0]?.patch).toEqual([{ op: "add", path: "/where", value: "aft locker" }]);
  });

  it("a row of several controls is a group with its name", () => {
    show(
      <FieldRow label="Path to the bank">
        <button type="button">Relay</button>
      </FieldRow>,
    );
    expect(screen.getByRole("group", { name: "Path to the bank" })).toBeTruthy();
    expect(document.querySelector("label")).toBeNull();
    expect(document.querySelector("[id^=undefined]")).toBeNull();
  });
});
