import fc from "fast-check";
import { expect, it } from "vitest";
import { demoLayouts } from "../../../samples/layouts";
import { golden } from "../../../testing/golden";
import { anyLayout } from "../../../testing/layouts";
import { drawingColours } from "../draw/colours";
import { layoutFrom, layoutJson, layoutSchema, layoutSvg, partsTable, readSvg, svgWidthMm } from "./index";

const foreign = (inside: string, more = "") =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="100mm" viewBox="0 0 400 200"${more}>${inside}</svg>`;
const drawings: Record<string, string> = {
  shapes: foreign(
    `<rect x="10" y="10" width="60" height="20" rx="4"/><circle cx="100" cy="50" r="12"/>` +
      `<ellipse cx="150" cy="60" rx="20" ry="8"/><line x1="0" y1="0" x2="40" y2="90"/>` +
      `<polyline points="0,0 10,5 20,0"/><polygon points="50,50 60,50 55,60"/>`,
  ),
  paths: foreign(
    `<path d="M10 10h50v20l-9 9z m80 0 a20 10 30 0 1 30 15"/>` +
      `<path d="M0 0C10 0 20 10 20 20S40 40 60 20 Q70 5 80 20 T99 9"/>` +
      `<path d="M nonsense"/><path d=""/>`,
  ),
  moved: foreign(
    `<g transform="translate(20 10) rotate(30) scale(2)"><rect width="10" height="5"/>` +
      `<g transform="matrix(1 0 0.5 1 0 0)">` +
      `<circle r="3" transform="skewX(10)"/></g></g>`,
  ),
  "left out": foreign(
    `<script>alert(1)</script><image href="http://x"/><text x="3" y="4">Words</text>` +
      `<use href="#a"/><style>a{}</style>` +
      `<foreignObject/><rect width="0" height="4"/><defs><rect width="4" height="4"/></defs>`,
  ),
  "in pixels": `<svg width="378" height="189"><rect x="37.8" y="37.8" width="75.6" height="37.8"/></svg>`,
  inches: `<svg width="2in" height="1in" viewBox="0 0 100 50"><rect x="5" y="5" width="50" height="20"/></svg>`,
  "no size": `<svg><rect x="5" y="5" width="50" height="20"/></svg>`,
  "not a drawing": "<html><body/></html>",
  broken: "<svg><rect></svg>",
  entities: `<!DOCTYPE svg [<!ENTITY a "b">]><svg><rect width="4" height="4"/></svg>`,
  nothing: foreign(""),
};

it.each(Object.keys(drawings))("another program's drawing is taken in as kept: %s", async (name) => {
  const text = golden(readSvg(drawings[name] ?? "", { xMm: 12, yMm: 7 }));
  await expect(text).toMatchFileSnapshot(`golden/${name.replace(/ /g, "-")}.txt`);
});

it("files and tables of a drawing stand as kept", async () => {
  const any = fc.sample(anyLayout, { seed: 11, numRuns: 4 });
  const tables = [...demoLayouts(), ...any].map((l) => partsTable(l).map((row) => row.join(" | ")));
  await expect(golden({ schema: layoutSchema(), tables })).toMatchFileSnapshot("golden/tables.txt");
  const [first] = demoLayouts();
  if (!first) throw new Error("no layout");
  const svg = layoutSvg(first, drawingColours);
  expect(svgWidthMm(first)).toBeCloseTo(Number(/width="([\d.]+)mm"/.exec(svg)?.[1]), 6);
  const heads = demoLayouts().map((l) =>
    [layoutSvg(l, drawingColours).slice(0, 700), layoutJson(l).slice(0, 900)].join("\n"),
  );
  await expect(`${heads.join("\n\n")}\n`).toMatchFileSnapshot("golden/files.txt");
});

const part = { id: "a", kind: "screw", xMm: 1, yMm: 1, wMm: 5, hMm: 5 };
const plain = { version: 1, model: "Bench 15", base: { widthMm: 356, depthMm: 246 }, parts: [part] as unknown[] };
const wrong: unknown[] = [
  null,
  [],
  "text",
  {},
  { ...plain, version: 2 },
  { ...plain, model: "" },
  { ...plain, model: 7 },
  { ...plain, base: { widthMm: -4, depthMm: 246 } },
  { ...plain, base: { widthMm: 9000, depthMm: 246 } },
  { ...plain, parts: [part, part] },
  { ...plain, parts: [{ ...part, kind: "rocket" }] },
  { ...plain, parts: [{ ...part, xMm: "1" }] },
  { ...plain, parts: [{ ...part, wMm: 0 }] },
  { ...plain, parts: [{ ...part, more: 1 }] },
  { ...plain, parts: [{ id: "p", kind: "pipe", points: [] }] },
  { ...plain, parts: {} },
];
it("what is wrong with a file is said as kept", async () => {
  await expect(golden(wrong.map((w) => layoutFrom(w)))).toMatchFileSnapshot("golden/wrong.txt");
});
