import { describe, expect, it } from "vitest";

const files = import.meta.glob("./**/*.{ts,tsx}", { query: "?raw", import: "default", eager: true }) as Record<
  string,
  string
>;

/** What each folder may import beside itself. */
const MAY: Record<string, string[]> = {
  ui: ["ui", "api", "app/theme"],
  api: ["api", "ui"],
  "features/worksheet": ["ui", "api"],
  features: ["ui", "api", "features/worksheet"],
};

const allowed = Object.entries(files).flatMap(([path, text]) => {
  const from = folderOf(path);
  const rule = MAY[from] ?? (from.startsWith("features/") ? MAY.features : undefined);
  if (!rule || path.endsWith(".test.ts") || path.endsWith(".test.tsx")) return [];
  return [...text.matchAll(/from "(\.[^"]+)"|import\("(\.[^"]+)"\)/g)].map((found) => {
    const to = new URL(found[1] ?? found[2] ?? "", `http://x/${path.slice(2)}`).pathname.slice(1);
    return { path, to, may: to.startsWith(`${from}/`) || rule.some((one) => to === one || to.startsWith(`${one}/`)) };
  });
});

function folderOf(path: string): string {
  const parts = path.slice(2).split("/");
  return parts[0] === "features" ? parts.slice(0, 2).join("/") : (parts[0] ?? "");
}

describe("arrows between folders", () => {
  it("finds the imports at all", () => expect(allowed.length).toBeGreaterThan(400));
  it("lets no page import another page", () => expect(allowed.filter((one) => !one.may)).toEqual([]));
});
