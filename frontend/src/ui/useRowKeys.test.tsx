// @vitest-environment jsdom
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it } from "vitest";
import { useRowKeys } from "./useRowKeys";

afterEach(cleanup);

function List({ rows }: { rows: number }) {
  const { list, field, onKeyDown } = useRowKeys<HTMLUListElement>();
  return (
    <main onKeyDown={onKeyDown}>
      <input ref={field} aria-label="Find" autoFocus />
      <ul ref={list}>
        {Array.from({ length: rows }, (_, row) => `Job ${row + 1}`).map((name) => (
          <li key={name}>
            <a href={`#${name}`} data-row-link="">
              {name}
            </a>
            <button type="button">about {name}</button>
          </li>
        ))}
      </ul>
    </main>
  );
}

const held = () => document.activeElement?.textContent || document.activeElement?.getAttribute("aria-label");

describe("keys through the rows of a list", () => {
  it.each([
    ["the first", "{ArrowDown}", "Job 1"],
    ["the tenth, in one key", "{PageDown}", "Job 10"],
    ["one further, and back", "{ArrowDown}{ArrowDown}{ArrowDown}{ArrowUp}", "Job 2"],
    ["the last and no further", "{PageDown}{PageDown}{PageDown}{PageDown}", "Job 20"],
    ["the field again above the first", "{ArrowDown}{ArrowUp}", "Find"],
    ["not past the first by a page", "{ArrowDown}{ArrowDown}{PageUp}", "Job 1"],
  ])("%s", async (_what, keys, at) => {
    render(<List rows={20} />);
    await userEvent.keyboard(keys);
    expect(held()).toBe(at);
  });

  it("leave a list without rows, and what else is typed, alone", async () => {
    render(<List rows={0} />);
    await userEvent.keyboard("{ArrowDown}{PageDown}nurses");
    expect((screen.getByLabelText("Find") as HTMLInputElement).value).toBe("nurses");
  });

  it("leave a button beside a row alone", async () => {
    render(<List rows={3} />);
    screen.getByText("about Job 2").focus();
    await userEvent.keyboard("{ArrowDown}");
    expect(held()).toBe("about Job 2");
  });
});
