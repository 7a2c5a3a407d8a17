import { describe, expect, it } from "vitest";
import css from "./tokens.css?raw";

function tokens(theme: "light" | "dark"): Record<string, string> {
  const pairs = [...css.matchAll(/--([a-z-]+): light-dark\((#[0-9a-f]{6}), (#[0-9a-f]{6})\)/g)];
  return Object.fromEntries(pairs.map(([, name, light, dark]) => [name, theme === "light" ? light : dark]));
}

/** Contrast after WCAG 2.2, success criterion 1.4.3. */
function contrast(one: string, other: string): number {
  const luminance = (hex: string) => {
    const [r = 0, g = 0, b = 0] = [1, 3, 5].map((at) => {
      const channel = Number.parseInt(hex.slice(at, at + 2), 16) / 255;
      return channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4;
    });
    return 0.2126 * r + 0.7152 * g + 0.0722 * b;
  };
  const [low, high] = [luminance(one), luminance(other)].sort((a, b) => a - b) as [number, number];
  return (high + 0.05) / (low + 0.05);
}

const TEXT = ["ink", "soft", "stored", "incoming-text", "danger", "fault", "advice", "fits"];
const MARKS = ["mark", "stored", "danger", "fault", "advice", "fits", "focus"];

describe.each(["light", "dark"] as const)("%s theme", (name) => {
  const theme = tokens(name);

  it.each(TEXT)("text in %s can be read on paper and sheet", (name) => {
    for (const ground of ["paper", "sheet"]) {
      expect(contrast(theme[name] as string, theme[ground] as string)).toBeGreaterThanOrEqual(4.5);
    }
  });

  it.each(MARKS)("marks in %s can be told from paper and sheet", (name) => {
    for (const ground of ["paper", "sheet"]) {
      expect(contrast(theme[name] as string, theme[ground] as string)).toBeGreaterThanOrEqual(3);
    }
  });

  it("signs on marks can be read", () => {
    for (const name of ["danger", "fault"]) {
      expect(contrast(theme[name] as string, theme["on-mark"] as string)).toBeGreaterThanOrEqual(4.5);
    }
  });
});
