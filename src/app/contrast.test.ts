import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";

const css = readFileSync(new URL("./globals.css", import.meta.url), "utf8");
/** The tokens of a theme: those of the light one, with what it sets otherwise. */
function tokensOf(theme: "light" | "dark" | "lamp"): Map<string, string> {
  const block = (selector: string) => new RegExp(`${selector}\\s*\\{([^}]*)\\}`).exec(css)?.[1] ?? "";
  const own = theme === "light" ? "" : block(`\\[data-theme="${theme}"\\]`);
  const light = block(':root(?:,\\s*\\[data-theme="light"\\])?');
  return new Map(
    [light, own].flatMap((b) =>
      [...b.matchAll(/--([\w-]+):\s*(#[0-9a-f]{6})\b/gi)].map((m) => [m[1] ?? "", m[2] ?? ""]),
    ),
  );
}

/** Relative luminance of a colour (WCAG 2.2, from sRGB). */
function luminance(hex: string): number {
  const [r = 0, g = 0, b = 0] = [1, 3, 5].map((i) => {
    const c = parseInt(hex.slice(i, i + 2), 16) / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** Contrast ratio of two colours (WCAG 2.2, 1.4.3). */
function contrast(a: string, b: string): number {
  const [low = 0, high = 0] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (high + 0.05) / (low + 0.05);
}

const SHEETS = ["bench", "sheet", "plane"];
const WASHES = ["copper-wash", "paste-wash", "air-wash", "room-wash", "caution-wash"];
/** What words are written in, and on what. */
const WORDS: readonly (readonly [ink: string, on: readonly string[]])[] = [
  ["ink", [...SHEETS, ...WASHES]],
  ["ink-2", [...SHEETS, ...WASHES]],
  ["ink-3", SHEETS],
  ["copper", ["sheet", "plane"]],
  ["paste", ["sheet", "plane", "paste-wash"]],
  ["air", ["sheet", "plane", "air-wash"]],
  ["room-ink", ["sheet", "plane", "room-wash"]],
  ["caution-ink", ["sheet", "plane", "caution-wash"]],
  ["stop-ink", ["sheet", "plane"]],
  ["on-copper", ["copper"]],
  ["on-paste", ["paste"]],
  ["on-stop", ["stop"]],
];
/** Words of the caution band are dark in every theme, as its ground is light in every theme. */
const ON_CAUTION = "#16211f";

describe.each(["light", "dark", "lamp"] as const)("words in the %s theme", (theme) => {
  const tokens = tokensOf(theme);
  const of = (name: string): string => {
    const value = tokens.get(name);
    if (!value) throw new Error(`${name} is no token`);
    return value;
  };

  it("stand out from what they are written on: 4.5 to 1 and more", () => {
    const weak = WORDS.flatMap(([ink, grounds]) =>
      grounds.flatMap((ground) => {
        const ratio = contrast(of(ink), of(ground));
        return ratio < 4.5 ? [`${ink} on ${ground}: ${ratio.toFixed(2)}`] : [];
      }),
    );
    expect(weak).toEqual([]);
    expect(contrast(ON_CAUTION, of("caution"))).toBeGreaterThan(4.5);
  });

  it("are on controls whose edges stand out: 3 to 1 and more", () => {
    for (const [edge, ground] of [
      ["ink", "sheet"],
      ["copper", "sheet"],
      ["stop", "sheet"],
      ["room", "sheet"],
    ] as const)
      expect([edge, contrast(of(edge), of(ground)) >= 3]).toEqual([edge, true]);
  });
});

it("the ratio is that of the standard: black on white is 21, a colour on itself 1", () => {
  expect(contrast("#000000", "#ffffff")).toBeCloseTo(21, 9);
  expect(contrast("#0b6a94", "#0b6a94")).toBe(1);
  expect(contrast("#777777", "#ffffff")).toBeCloseTo(4.48, 2);
});
