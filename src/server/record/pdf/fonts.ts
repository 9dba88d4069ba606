import { existsSync, readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { create, type Font } from "fontkit";
import { unpackedFont } from "./woff";

/** Scripts the shipped letters come in, each a file of its own, and the characters that are looked for in it. */
const SCRIPTS = [
  ["latin", /[\u0020-\u00ff\u0131\u0152\u0153\u02c6\u02da\u02dc\u2002-\u203a\u20ac\u2122\u2212\u2215\u00a0]/],
  ["latin-ext", /[\u0100-\u024f\u1e00-\u1eff\u20a0-\u20bf]/],
  ["greek", /[\u0370-\u03ff]/],
  ["cyrillic", /[\u0400-\u045f\u0490-\u0491\u04b0-\u04b1\u2116]/],
] as const;
export type Weight = 400 | 600 | 700;
export type Family = "sans" | "mono";

const FILES: Record<Family, string> = { sans: "sofia-sans-semi-condensed", mono: "spline-sans-mono" };
const MONO_SCRIPTS = new Set(["latin", "latin-ext"]);

/** The name a font is registered under, and its file. */
export interface FontFile {
  name: string;
  path: string;
}

const fontName = (family: Family, weight: Weight, script: string): string => `${family}-${weight}-${script}`;

/** Where the packages lie: beside the server, or beside the command wherever it is called from. */
function packages(): string {
  const here = join(process.cwd(), "node_modules");
  const command = join(dirname(dirname(process.argv[1] ?? "")), "node_modules");
  return existsSync(join(here, "@fontsource")) ? here : command;
}

/** Every file of the report's letters. */
export const fontFiles = (): FontFile[] =>
  (["sans", "mono"] as const).flatMap((family) =>
    ([400, 600, 700] as const).flatMap((weight) =>
      SCRIPTS.filter(([s]) => family === "sans" || MONO_SCRIPTS.has(s)).map(([script]) => ({
        name: fontName(family, weight, script),
        path: join(packages(), `@fontsource/${FILES[family]}/files/${FILES[family]}-${script}-${weight}-normal.woff`),
      })),
    ),
  );

const read = new Map<string, Buffer>();
export function fontBytes(path: string): Buffer {
  const known = read.get(path) ?? unpackedFont(readFileSync(path));
  read.set(path, known);
  return known;
}

/** Letters of other scripts, in the order in which they are looked through; the last has a shape for nearly any. */
const OTHERS = [
  ["noto-sans-arabic", "arabic"],
  ["noto-sans-hebrew", "hebrew"],
  ["noto-sans-devanagari", "devanagari"],
  ["noto-sans-thai", "thai"],
  ["noto-emoji", "emoji"],
  ["noto-sans-sc", "chinese-simplified"],
  ["unifont", "latin"],
].map(([name = "", script = ""]): FontFile => ({
  name,
  path: join(packages(), `@fontsource/${name}/files/${name}-${script}-400-normal.woff`),
}));
const UNIFONT = OTHERS.at(-1) as FontFile;

/** A shape that stands for what no file has. */
const UNKNOWN = "\u25a1";

const opened = new Map<string, Font>();
/** Whether a file of letters has a shape for a character. */
function holds({ path }: FontFile, c: string): boolean {
  const font = opened.get(path) ?? (create(fontBytes(path)) as Font);
  opened.set(path, font);
  return font.hasGlyphForCodePoint(c.codePointAt(0) ?? 0);
}

/** The file of another script that a name stands for; undefined where it is one of ours. */
export const otherFont = (name: string): FontFile | undefined => OTHERS.find((f) => f.name === name);

/** A stretch of text in one font file. */
export interface Stretch {
  font: string;
  text: string;
}

/** Marks over and under letters, what joins two into one, and the choice of a coloured sign, which paper has not. */
const JOINS = /[\p{M}\u200c\u200d\u{1f3fb}-\u{1f3ff}]/u;
const NO_SHAPE = /[\ufe00-\ufe0f]/;

/** Text cut where another file of the letters holds the next character; what none holds is an empty box. */
export function stretchesOf(text: string, family: Family, weight: Weight): Stretch[] {
  const out: Stretch[] = [];
  for (const c of plain(text)) {
    if (NO_SHAPE.test(c)) continue;
    const script = SCRIPTS.find(([s, has]) => has.test(c) && (family === "sans" || MONO_SCRIPTS.has(s)))?.[0];
    const last = out.at(-1);
    if (last && JOINS.test(c)) {
      // what joins goes with what it joins, or nowhere
      const before = otherFont(last.font);
      if (before && holds(before, c)) {
        last.text += c;
        continue;
      }
      if (!/\p{M}/u.test(c)) continue;
    }
    const other = script ? undefined : OTHERS.find((f) => holds(f, c));
    const font = script ? fontName(family, weight, script) : (other ?? UNIFONT).name;
    const letter = script || other ? c : UNKNOWN;
    if (last?.font === font) last.text += letter;
    else out.push({ font, text: letter });
  }
  return out;
}

/** Marks the letters have no shape for, in ones they have. */
const plain = (text: string): string =>
  text
    .normalize("NFC")
    .replace(/[\u2000-\u200a\u202f\u00a0\t\r\n]/g, (c) => (c === "\u00a0" || c === "\u202f" ? "\u00a0" : " "))
    .replace(/\u200b|[\u200e\u200f\u202a-\u202e\u2066-\u2069\ufeff]/g, "")
    .replace(/[\u2010\u2011]/g, "-")
    .replace(/≥/g, "at least ")
    .replace(/≤/g, "at most ")
    .replace(/→/g, "to");
