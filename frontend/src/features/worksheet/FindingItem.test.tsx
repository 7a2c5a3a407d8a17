// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it } from "vitest";
import { fixesQuery } from "../../api/queries";
import type { Finding, Fix } from "../../api/types";
import { FindingItems } from "./FindingItem";
import { AroundRig, fakeRig } from "./fakeRig";

afterEach(cleanup);

const finding = (key: string, change: Partial<Finding> = {}): Finding =>
  ({
    key,
    code: key.split("@")[0],
    subject: key.split("@")[1] ?? "",
    name: "",
    step: "storage",
    severity: "fault",
    what: `What of ${key}.`,
    why: `Why of ${key}.`,
    fixable: false,
    overruled: null,
    source: { id: "practice", title: "Common practice", edition: "", from_memory: false },
    ...change,
  }) as unknown as Finding;

function show(findings: Finding[], change: Parameters<typeof fakeRig>[0] = {}, fixes: Record<string, Fix> = {}) {
  const keys = findings.filter((one) => one.fixable).map((one) => one.key);
  // As the page has it where whoever looks may edit; nobody else asks for it.
  const known = change.answer?.may_edit === false ? [] : [[fixesQuery("option", 7, keys).queryKey, fixes] as const];
  render(
    <AroundRig context={fakeRig(change).context} known={known}>
      <ul>
        <FindingItems findings={findings} />
      </ul>
    </AroundRig>,
  );
  return screen.getAllByRole("listitem");
}

describe("findings as lines", () => {
  it("say what does not fit; pressed, why, and what may be done", async () => {
    const [line] = show([finding("storage.short")]);
    const row = within(line as HTMLElement);
    expect(row.getByText(/What of storage.short/)).toBeTruthy();
    expect(row.queryByRole("button", { name: "Let it stand…" })).toBeNull();

    const toggle = row.getByRole("button", { expanded: false });
    toggle.focus();
    await userEvent.keyboard("{Enter}");
    expect(row.getByText("Why of storage.short.").closest("[hidden]")).toBeNull();
    expect(row.getByRole("button", { name: "Let it stand…" })).toBeTruthy();
    await userEvent.keyboard("{Enter}");
    expect(row.getByText("Why of storage.short.").closest("[hidden]")).not.toBeNull();
  });

  it("have their fix at hand before they are opened, once it has been tried", () => {
    const fixes = { "storage.short": { label: "Add a string", patch: [] } };
    const [short, thin] = show(
      [finding("storage.short", { fixable: true }), finding("storage.thin", { fixable: true })],
      {},
      fixes,
    );
    expect(within(short as HTMLElement).getByRole("button", { name: "Add a string…" })).toBeTruthy();
    expect(within(thin as HTMLElement).queryByRole("button", { name: /…/ })).toBeNull();
  });

  it("keep their fix, and what it would change, while the fixes are tried anew behind an edit", async () => {
    const found = [finding("storage.short", { fixable: true })];
    const fixes = { "storage.short": { label: "Add a string", patch: [] } };
    const known: Record<number, Record<string, Fix>> = { 7: fixes, 9: {}, 10: {} };
    const at = (revision: number, option = "option") => (
      <AroundRig
        context={fakeRig({ optionId: option, answer: { revision } }).context}
        known={
          revision in known
            ? [[fixesQuery(option, revision, ["storage.short"]).queryKey, known[revision] as Record<string, Fix>]]
            : []
        }
      >
        <FindingItems findings={found} />
      </AroundRig>
    );
    const { rerender } = render(at(7));
    const button = screen.getByRole("button", { name: "Add a string…" });
    button.focus();

    rerender(at(8)); // nothing has come yet: the cursor stays where it was
    expect(document.activeElement).toBe(button);
    await userEvent.keyboard("{Enter}");
    rerender(at(9)); // it does not hold any longer: what is open stays until it is left
    expect(screen.getByRole("button", { name: "Accept" })).toBeTruthy();
    await userEvent.click(screen.getByRole("button", { name: "Leave it" }));
    expect(screen.queryByRole("button", { name: "Add a string…" })).toBeNull();

    rerender(at(7));
    expect(screen.getByRole("button", { name: "Add a string…" })).toBeTruthy();
    rerender(at(8, "other")); // nor is a fix of another option offered for this one
    expect(screen.queryByRole("button", { name: "Add a string…" })).toBeNull();
  });

  it.each([
    ["goes in", 1, { label: "Add a string", patch: [{ op: "add" as const, path: "/a", value: 1 }] }],
    ["is shown, and stays out", 0, { label: "Add a string", patch: [{ op: "add" as const, path: "/a", value: 2 }] }],
    ["stays out", 0, undefined],
  ])("accepted before it is tried anew, what comes back as it then is %s", async (_, times, fresh) => {
    const found = [finding("storage.short", { fixable: true })];
    const before = {
      "storage.short": { label: "Add a string", patch: [{ op: "add" as const, path: "/a", value: 1 }] },
    };
    const known: Record<number, Record<string, Fix>> = { 7: before, 9: fresh ? { "storage.short": fresh } : {} };
    const { context, sent } = fakeRig();
    const at = (revision: number) => (
      <AroundRig
        context={{ ...context, answer: { ...context.answer, revision } }}
        known={known[revision] ? [[fixesQuery("option", revision, ["storage.short"]).queryKey, known[revision]]] : []}
      >
        <FindingItems findings={found} />
      </AroundRig>
    );
    const { rerender } = render(at(7));
    await userEvent.click(screen.getByRole("button", { name: "Add a string…" }));
    rerender(at(8));
    fireEvent.click(screen.getByRole("button", { name: "Accept" })); // at once, while nothing has come back
    expect(sent).toEqual([]);
    expect(screen.getByRole("button", { name: "Trying it first…" })).toBeTruthy();

    rerender(at(9));
    expect(sent.length).toBe(times);
    expect(screen.queryAllByRole("button", { name: "Accept" }).length).toBe(1 - times);
  });

  it.each(["Leave it", "Escape"])(
    "accepted and then left by %s before it is tried anew, a fix stays out",
    async (by) => {
      const found = [finding("storage.short", { fixable: true })];
      const fixes = {
        "storage.short": { label: "Add a string", patch: [{ op: "add" as const, path: "/a", value: 1 }] },
      };
      const { context, sent } = fakeRig();
      const at = (revision: number) => (
        <AroundRig
          context={{ ...context, answer: { ...context.answer, revision } }}
          known={revision === 8 ? [] : [[fixesQuery("option", revision, ["storage.short"]).queryKey, fixes]]}
        >
          <FindingItems findings={found} />
        </AroundRig>
      );
      const { rerender } = render(at(7));
      await userEvent.click(screen.getByRole("button", { name: "Add a string…" }));
      rerender(at(8));
      fireEvent.click(screen.getByRole("button", { name: "Accept" }));
      if (by === "Leave it") fireEvent.click(screen.getByRole("button", { name: by }));
      else fireEvent.keyDown(document.activeElement ?? document.body, { key: by });
      expect(screen.queryByRole("button", { name: "Trying it first…" })).toBeNull();

      rerender(at(9));
      expect(sent).toEqual([]);
    },
  );

  it("offer whoever only looks no fix", () => {
    const fixes = { "storage.short": { label: "Add a string", patch: [] } };
    const [line] = show([finding("storage.short", { fixable: true })], { answer: { may_edit: false } }, fixes);
    expect(within(line as HTMLElement).queryByRole("button", { name: /Add a string/ })).toBeNull();
  });

  it("stand for each thing by itself, those of one rule on one line until they are asked for", async () => {
    const found = [
      finding("space.tight@compartment:b"),
      finding("other"),
      finding("space.tight@compartment:a", { name: "A" }),
    ];
    const whats = (lines: Element[]) => lines.map((line) => /What of (\S+)\./.exec(line.textContent ?? "")?.[1]);
    expect(whats(show(found))).toEqual(["space.tight@compartment:b", undefined, "other"]);
    await userEvent.click(screen.getByRole("button", { name: "The same of 1 more: A" }));
    expect(whats(screen.getAllByRole("listitem"))).toEqual([
      "space.tight@compartment:b",
      undefined,
      "space.tight@compartment:a",
      "other",
    ]);
  });

  it("that were let stand and have become worse are open, with what was said", () => {
    const overruled = { by: "Ada", on: "1 May 2026", reason: "they know", said: "What it was." };
    show([finding("storage.short", { overruled } as Partial<Finding>)]);
    expect(screen.getByText("Let stand before, and worse since.").closest("[hidden]")).toBeNull();
    expect(screen.getByText(/“they know”/)).toBeTruthy();
  });

  it("of another step name it, and a danger cannot be let stand", async () => {
    show([finding("charging.relay", { step: "charging", severity: "danger" })]);
    await userEvent.click(screen.getByRole("button", { expanded: false }));
    expect(screen.getByRole("link", { name: "Go to Charging" }).getAttribute("href")).toBe("/jobs/job/option/charging");
    expect(screen.queryByRole("button", { name: "Let it stand…" })).toBeNull();
  });
});
