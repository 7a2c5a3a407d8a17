// @vitest-environment jsdom
import { QueryClientProvider } from "@tanstack/react-query";
import { cleanup, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { RequestFailed } from "../api/client";
import { queryClient } from "../api/queries";
import { lazyDialog, lazyPage } from "./lazyPage";

const readiness = vi.hoisted(() => ({ answers: true }));
vi.mock(import("../api/client"), async (original) => {
  const real = await original();
  return {
    ...real,
    unwrap: (async () => {
      if (!readiness.answers) throw new real.RequestFailed(0, null);
      return {};
    }) as never,
    client: { GET: () => undefined } as never,
  };
});

afterEach(() => {
  cleanup();
  queryClient.clear();
  readiness.answers = true;
});

function Sheet({ name }: { name: string }) {
  return <p>The sheet of {name}</p>;
}
const show = (piece: React.ReactNode) =>
  render(<QueryClientProvider client={queryClient}>{piece}</QueryClientProvider>);

describe("a piece of the page that is fetched when it is opened", () => {
  it("says what is coming, and is there with what it was given", async () => {
    const Piece = lazyPage<{ name: string }>("the loads", async () => Sheet);
    show(<Piece name="Ada" />);
    expect(screen.getByRole("status").textContent).toBe("Opening the loads…");
    expect(await screen.findByText("The sheet of Ada")).toBeTruthy();
  });

  it("is there at once when it was fetched ahead, and fetched once", async () => {
    const load = vi.fn(async () => Sheet);
    const Piece = lazyPage<{ name: string }>("the storage", load);
    await Piece.fetchAhead();
    show(<Piece name="Ada" />);
    expect(screen.getByText("The sheet of Ada")).toBeTruthy();
    expect(load).toHaveBeenCalledTimes(1);
  });

  it("is its own, though another is called alike", async () => {
    const One = lazyPage<{ name: string }>("the form", async () => () => <p>One</p>);
    const Other = lazyPage<{ name: string }>("the form", async () => () => <p>Other</p>);
    await Promise.all([One.fetchAhead(), Other.fetchAhead()]);
    show(<Other name="" />);
    expect(screen.getByText("Other")).toBeTruthy();
  });

  it("is waited for while the server is away, and comes when it answers", async () => {
    readiness.answers = false;
    const load = vi.fn(async () => Sheet).mockRejectedValueOnce(new TypeError("no answer"));
    const Piece = lazyPage<{ name: string }>("the wiring", load);
    show(<Piece name="Ada" />);
    expect(await screen.findByText(/The server does not answer yet/)).toBeTruthy();
    readiness.answers = true;
    expect(await screen.findByText("The sheet of Ada", {}, { timeout: 3000 })).toBeTruthy();
  });

  it("says so where a newer release has taken its place, and is not asked for again", async () => {
    const load = vi.fn(async () => {
      throw new TypeError("404");
    });
    const Piece = lazyPage("the solar", load);
    show(<Piece />);
    expect((await screen.findByRole("alert")).textContent).toContain("has been renewed on the server");
    expect(load).toHaveBeenCalledTimes(1);
  });

  it("as a dialog stands at once and can be left", async () => {
    const onClose = vi.fn();
    const Piece = lazyDialog<{ onClose: () => void }>("the notes", () => new Promise(() => {}));
    show(<Piece onClose={onClose} />);
    expect(screen.getByRole("dialog").textContent).toContain("Opening the notes…");
    expect(RequestFailed).toBeTruthy();
  });
});
