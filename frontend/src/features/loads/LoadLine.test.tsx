// @vitest-environment jsdom
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, it } from "vitest";
import type { LineAnswer } from "../../api/types";
import { AroundRig, fakeRig } from "../worksheet/fakeRig";
import { LoadLine, lineQuery } from "./LoadLine";

afterEach(cleanup);

const usual = (word: string, line: string) => ({ word, line, note: "" });
const toIn = {
  load: null,
  understood: "",
  questions: [],
  doubts: [],
  completions: [
    usual("inverter fridge", "inverter fridge 45 W"),
    usual("induction hob", "induction hob 1600 W 30 min"),
  ],
} as unknown as LineAnswer;

it.each([
  ["in", "inverter fridge 45 W"],
  ["indu", "induction hob 1600 W 30 min"],
  ["in hob", "in hob"],
])("the tab key takes the first that still stands beneath “%s”, before that is answered", async (typed, value) => {
  render(
    <AroundRig context={fakeRig().context} known={[[lineQuery("option", 7, "in", null).queryKey, toIn]]}>
      <LoadLine label="Add a load" action="Enter" onTake={() => {}} />
    </AroundRig>,
  );
  const field = screen.getByRole("textbox", { name: "Add a load" });
  await userEvent.clear(field); // What was half typed in the case before is still there.
  await userEvent.type(field, "in");
  expect(await screen.findAllByRole("button", { name: /inverter fridge|induction hob/ })).toHaveLength(2);
  if (typed.length > 2) await userEvent.type(field, typed.slice(2));
  await userEvent.tab();
  expect((field as HTMLInputElement).value).toBe(value);
});
