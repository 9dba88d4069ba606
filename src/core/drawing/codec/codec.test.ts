import { Ajv2020 } from "ajv/dist/2020";
import { XMLValidator } from "fast-xml-parser";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoLayouts } from "../../../samples/layouts";
import { anyLayout } from "../../../testing/layouts";
import { drawingColours } from "../draw/colours";
import { csvCell, partsTable } from "./csv";
import { layoutFrom, layoutJson, parseLayout } from "./json";
import { layoutSchema, MOST_PARTS } from "./schema";
import { layoutSvg, readSvg } from "./svg";

const refused = (plain: unknown): string => {
  const read = layoutFrom(plain);
  if (read.ok) throw new Error("should have been refused");
  return read.problem.message;
};
const plain = { version: 1, model: "Bench 15", base: { widthMm: 356, depthMm: 246 }, parts: [] as unknown[] };
const screw = { id: "a", kind: "screw", xMm: 1, yMm: 1, wMm: 5, hMm: 5 };

describe("a layout as JSON", () => {
  it("comes back as it was", () => {
    fc.assert(
      fc.property(anyLayout, (l) => {
        const back = parseLayout(layoutJson(l));
        expect(back.ok && back.value).toEqual(l);
      }),
      { numRuns: 150 },
    );
  });

  it("is refused with the place and what is wanted there", () => {
    expect(refused({ ...plain, colour: 1 })).toBe("colour is not a field here.");
    expect(refused({ ...plain, version: 2 })).toContain("version must be 1");
    expect(refused({ ...plain, base: { widthMm: "wide", depthMm: 246 } })).toContain("base.widthMm must be a number");
    expect(refused({ ...plain, parts: [{ ...screw, kind: "constructor" }] })).toContain("parts[0].kind must be one of");
    expect(refused({ ...plain, parts: [screw, screw] })).toContain("parts[1].id stands twice");
    expect(refused({ ...plain, parts: [{ ...screw, head: "star" }] })).toContain("parts[0].head must be one of");
    expect(refused({ ...plain, parts: [{ ...screw, wMm: 0 }] })).toContain("parts[0].wMm");
    expect(refused({ ...plain, parts: [{ ...screw, id: "<b>" }] })).toContain("letters and digits");
    expect(refused({ ...plain, parts: [{ id: "h", kind: "pipe", points: [{ xMm: 1, yMm: 1 }] }] })).toContain(
      "must hold 2 to 400 points",
    );
    expect(refused({ ...plain, links: [{ a: "a", b: "b", is: "yes" }] })).toContain(
      "links[0].is must be true or false",
    );
    expect(refused({ ...plain, parts: Array.from({ length: MOST_PARTS + 1 }, () => screw) })).toContain(
      String(MOST_PARTS),
    );
    expect(refused([])).toContain("must be an object");
    expect(parseLayout("{").ok).toBe(false);
  });

  it("fills what a hand-written file leaves out", () => {
    const read = layoutFrom({ ...plain, parts: [screw] });
    expect(read.ok && read.value.parts[0]).toMatchObject({
      tag: "",
      locked: false,
      turnDeg: 0,
      head: "cross-0",
      under: "nothing",
    });
  });
});

describe("the published schema", () => {
  const valid = new Ajv2020({ strict: false }).compile(layoutSchema());

  it("takes every layout that is written, and the demo's", () => {
    for (const l of demoLayouts()) expect(valid(l), JSON.stringify(valid.errors?.slice(0, 2))).toBe(true);
    fc.assert(
      fc.property(anyLayout, (l) => {
        expect(valid(l), JSON.stringify(valid.errors?.slice(0, 2))).toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  it("and the reader agree on what is wrong", () => {
    for (const wrong of [
      { ...plain, version: 2 },
      { ...plain, colour: 1 },
      { ...plain, parts: [{ ...screw, head: "star" }] },
      { ...plain, parts: [{ ...screw, wMm: 0 }] },
      { ...plain, parts: [{ ...screw, blades: 3 }] },
      { ...plain, base: { widthMm: 2, depthMm: 2 } },
    ]) {
      expect(valid(wrong)).toBe(false);
      expect(layoutFrom(wrong).ok).toBe(false);
    }
  });
});

describe("a layout as SVG", () => {
  it("is well formed, names no unknown colour, and comes back without loss", () => {
    fc.assert(
      fc.property(anyLayout, (l) => {
        const svg = layoutSvg(l, drawingColours);
        expect(XMLValidator.validate(svg)).toBe(true);
        expect(svg).not.toMatch(/var\(|undefined|NaN|<script|\son\w+=/);
        const back = readSvg(svg);
        expect(back.ok && back.value.own && back.value.layout).toEqual(l);
      }),
      { numRuns: 80 },
    );
  });

  it("is in true size and draws every part once", () => {
    for (const l of demoLayouts()) {
      const svg = layoutSvg(l, drawingColours);
      expect(svg).toContain(`width="${l.base.widthMm + 16}mm"`);
      expect(svg.match(/<g id="part-/g)?.length).toBe(l.parts.length);
    }
  });

  it("of others is reduced to lines, with what was left out", () => {
    const read = readSvg(
      '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" viewBox="0 0 200 200" ' +
        'onload="x()"><style>*{}</style><g transform="scale(2)"><rect x="20" y="40" width="60" ' +
        'height="20"/></g><circle cx="10" cy="10" r="5"/><path d="M0 0h10v10z"/><path ' +
        'd="nonsense"/><script>x()</script><foreignObject><b/></foreignObject><a href="javascript:x()"><line ' +
        'x1="0" y1="0" x2="8" y2="0"/></a></svg>',
    );
    if (!read.ok || read.value.own) throw new Error("should be foreign");
    expect(read.value.sketches.map((s) => [s.closed, s.points.length])).toEqual([
      [true, 4],
      [true, 24],
      [true, 3],
      [false, 2],
    ]);
    // 100 mm over 200 units: half a millimetre each, twice as large by its group
    expect(read.value.sketches[0]?.points[0]).toEqual({ xMm: 20, yMm: 40, bendMm: 0 });
    expect(read.value.leftOut.join()).toMatch(
      /event handlers.*styles.*<path> that could not be read.*<script>.*<foreignObject>.*references/,
    );
  });

  const sketchesOf = (inner: string) => {
    const read = readSvg(`<svg xmlns="http://www.w3.org/2000/svg" width="100mm" viewBox="0 0 100 100">${inner}</svg>`);
    if (!read.ok || read.value.own) throw new Error("should be foreign");
    return read.value.sketches.map((s) => s.points.map((p) => [p.xMm, p.yMm]));
  };

  it("curves are followed, not cut off: a half circle by arcs stays round", () => {
    const [ring] = sketchesOf('<path d="M10 50A40 40 0 0 1 90 50"/>');
    expect(ring?.length).toBeGreaterThan(10);
    for (const [x = 0, y = 0] of ring ?? []) expect(Math.hypot(x - 50, y - 50)).toBeCloseTo(40, 1);
  });

  it("every subpath is a ring of its own", () => {
    const rings = sketchesOf('<path d="M0 0h10v10z m20 20 l5 0 0 5z M50 50q10 0 10 10"/>');
    expect(rings.length).toBe(3);
    expect(rings[1]).toEqual([
      [20, 20],
      [25, 20],
      [25, 25],
    ]);
    expect(rings[2]?.at(-1)).toEqual([60, 60]);
  });

  it("turns, moves and mirrors of groups are applied from the outside in", () => {
    const [line] = sketchesOf(
      '<g transform="translate(50 50)"><g transform="rotate(90)"><line x1="0" y1="0" x2="10" y2="0"/></g></g>',
    );
    expect(line).toEqual([
      [50, 50],
      [50, 60],
    ]);
    const [box] = sketchesOf('<rect x="0" y="0" width="4" height="2" transform="matrix(-1 0 0 1 20 0)"/>');
    expect(box?.[1]).toEqual([16, 0]);
  });

  it("that declares entities, is broken, or holds nothing harmless is refused", () => {
    const why = (svg: string) => {
      const read = readSvg(svg);
      return read.ok ? "" : read.problem.message;
    };
    expect(why('<!DOCTYPE svg [<!ENTITY a SYSTEM "file:///x">]><svg>&a;</svg>')).toContain("entities");
    expect(why("<svg><rect></svg>")).toContain("not SVG");
    expect(why("<html></html>")).toContain("not SVG");
    expect(why('<svg xmlns="http://www.w3.org/2000/svg"><image href="x.png"/></svg>')).toContain("Nothing in this SVG");
    expect(why('<svg><metadata id="ovrant-layout">{"version":1}</metadata></svg>')).toContain("base must be an object");
  });

  it("deeper than any drawing is read without end or overflow", () => {
    const rect = '<rect width="4" height="4"/>';
    const nested = "<g>".repeat(90) + rect + "</g>".repeat(90);
    const deep = `<svg xmlns="http://www.w3.org/2000/svg">${nested}${rect}</svg>`;
    const read = readSvg(deep);
    expect(read.ok && !read.value.own && read.value.sketches.length).toBe(1);
  });
});

describe("the parts list as CSV", () => {
  it("defuses what a table program would run, and leaves numbers alone", () => {
    expect(csvCell("=1+1")).toBe("'=1+1");
    expect(csvCell("@SUM(A1)")).toBe("'@SUM(A1)");
    expect(csvCell("-12.5")).toBe("-12.5");
    for (const sign of ["\u0000", "\u0001", "\t", "\n", "\r", "\u001b", "\u007f"])
      expect(csvCell(`${sign}=1+1`).replace(/^"/, ""), JSON.stringify(sign)).toMatch(/^'/);
    expect(csvCell('say "a", b')).toBe('"say ""a"", b"');
    fc.assert(
      fc.property(anyLayout, (l) => {
        for (const row of partsTable(l)) for (const cell of row) expect(csvCell(cell)).not.toMatch(/^"?[=+@\t\r]/);
      }),
      { numRuns: 60 },
    );
  });

  it("has a row for each part under one heading", () => {
    for (const l of demoLayouts()) {
      const table = partsTable(l);
      expect(table.length).toBe(l.parts.length + 1);
      expect(new Set(table.map((r) => r.length)).size).toBe(1);
    }
  });
});

describe("a hostile SVG", () => {
  const rect = '<rect x="1" y="1" width="5" height="5"/>';
  const svg = (inner: string, head = "") =>
    `${head}<svg xmlns="http://www.w3.org/2000/svg" width="100mm" viewBox="0 0 100 100">${inner}</svg>`;
  const code = (text: string) => {
    const read = readSvg(text);
    return read.ok ? "read" : read.problem.code;
  };
  it.each([1_000, 20_000, 200_000])("nested %i deep is refused in words", (depth) => {
    expect(code(svg("<g>".repeat(depth) + rect + "</g>".repeat(depth)))).toBe("svg-too-strange");
  });
  it.each(["__proto__", "constructor", "prototype"])("with an element %s is refused in words", (name) => {
    expect(code(svg(`<${name}>${rect}</${name}>`))).toBe("svg-too-strange");
  });
  it("that declares entities is refused; a plain DOCTYPE is passed over", () => {
    const plain =
      '<?xml version="1.0"?><!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" ' +
      '"http://www.w3.org/Graphics/SVG/1.1/DTD/svg11.dtd">';
    expect(code(svg(rect, plain))).toBe("read");
    for (const bad of [
      '<!DOCTYPE svg [<!ENTITY x "boom">]>',
      `${plain.slice(21)}<!ENTITY x "b">`,
      `${plain.slice(21)}${plain.slice(21)}`,
    ])
      expect(code(svg(rect, bad)), bad).not.toBe("read");
  });
  it("what it gives can be saved", () => {
    const many = Array.from({ length: 2_500 }, (_, i) => `<rect x="${i % 50}" y="1e9" width="5" height="NaN"/>`).join(
      "",
    );
    const read = readSvg(svg(many));
    if (!read.ok || read.value.own) throw new Error("should have been read as foreign");
    const saved = layoutFrom({ ...plain, parts: JSON.parse(JSON.stringify(read.value.sketches)) as unknown[] });
    expect(saved.ok).toBe(true);
    expect(read.value.leftOut.join()).toMatch(/past the limit \(500\)/);
  });
});
