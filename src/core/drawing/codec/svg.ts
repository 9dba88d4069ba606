import svgpath from "svgpath";
import { MOST_PARTS } from "./schema";
import { XMLParser, XMLValidator } from "fast-xml-parser";
import { bad, ok, type Result } from "../../base/result";
import { drawBase } from "../draw/case";
import { el, n } from "../draw/markup";
import { drawingDefs, drawPart } from "../draw/part";
import { partName } from "../parts/kinds";
import { drawOrder } from "../parts/order";
import type { Layout, PathPoint, Sketch } from "../parts/parts";
import { layoutFrom } from "./json";
import { layoutProblem } from "./problems";

const MARK = "ovrant-layout";
const EDGE_MM = 8;

/** Width of the picture of a layout, with the edge round the base, mm. */
export const svgWidthMm = (layout: Layout): number => layout.base.widthMm + 2 * EDGE_MM;

/**
 * A layout as SVG in true size (mm) that any viewer shows: colours are written out, no styles, no scripts, no
 * references to outside. The layout itself rides along as text in the metadata, so it comes back without loss.
 * @param colours figures for the drawing's named colours, such as { "cu2": "#B4622F" }
 */
export function layoutSvg(layout: Layout, colours: Readonly<Record<string, string>>): string {
  const { widthMm: w, depthMm: d } = layout.base;
  const parts = drawOrder(layout.parts).map((p) =>
    el("g", { id: `part-${p.id}` }, [el("title", {}, partName(p)), drawPart(p)]),
  );
  const svg = el(
    "svg",
    {
      xmlns: "http://www.w3.org/2000/svg",
      version: "1.1",
      width: `${n(w + 2 * EDGE_MM)}mm`,
      height: `${n(d + 2 * EDGE_MM)}mm`,
      viewBox: `${n(-EDGE_MM)} ${n(-EDGE_MM)} ${n(w + 2 * EDGE_MM)} ${n(d + 2 * EDGE_MM)}`,
    },
    [
      el("title", {}, `${layout.model}${layout.variant ? `, ${layout.variant}` : ""}: underside, seen from below`),
      el("metadata", { id: MARK }, JSON.stringify(layout)),
      drawingDefs(),
      drawBase(layout.base),
      ...parts,
    ],
  );
  const coloured = svg.replace(/var\(--(?:d-)?([a-z0-9-]+)\)/g, (whole: string, name: string) =>
    literal(whole, name, colours),
  );
  return `<?xml version="1.0" ` + `encoding="UTF-8"?>\n${coloured}\n`;
}

function literal(whole: string, name: string, colours: Readonly<Record<string, string>>): string {
  const full = whole.slice(6, -1);
  if (full.startsWith("font-")) return full === "font-num" ? "monospace" : "sans-serif";
  return colours[full] ?? colours[name] ?? "#808080";
}

/** What came out of an SVG: our own layout whole, or the harmless shapes of a foreign one and what was left out. */
export type SvgIntake = { own: true; layout: Layout } | { own: false; sketches: Sketch[]; leftOut: string[] };

type Node = Record<string, unknown>;

/** Reads an SVG. Entities are never expanded, nothing is fetched, nothing of it is ever shown as it stands. */
export function readSvg(svg: string, at: { xMm: number; yMm: number } = { xMm: 0, yMm: 0 }): Result<SvgIntake> {
  // a plain DOCTYPE, as drawing programs write it, declares nothing and is passed over
  const plain = svg.replace(/<!DOCTYPE[^<>[\]]{0,400}>/i, "");
  if (/<!(DOCTYPE|ENTITY)/i.test(plain))
    return bad({
      ...layoutProblem.notSvg(),
      message: "The SVG declares entities of its own, which can hide anything; it is refused.",
    });
  const valid = XMLValidator.validate(plain);
  if (valid !== true) return bad(layoutProblem.notSvg(valid.err.line));
  const parsed = parsedXml(plain);
  if (!parsed) return bad(layoutProblem.tooStrange());
  const root = parsed.find((x) => "svg" in x);
  if (!root) return bad(layoutProblem.notSvg());
  const own = ownLayout(root);
  if (own) return own;
  return foreign(root, at);
}

/** The elements of an XML text; null where it nests deeper than any drawing does, or bears names no drawing has. */
function parsedXml(xml: string): Node[] | null {
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: "@",
    preserveOrder: true,
    parseTagValue: false,
    parseAttributeValue: false,
    trimValues: false,
    processEntities: true,
  });
  try {
    return parser.parse(xml) as Node[];
  } catch {
    return null;
  }
}

const childrenOf = (node: Node): Node[] => {
  const tag = tagOf(node);
  return tag && Array.isArray(node[tag]) ? (node[tag] as Node[]) : [];
};
const tagOf = (node: Node): string => Object.keys(node).find((k) => k !== ":@") ?? "";
const attributes = (node: Node): Record<string, string> => (node[":@"] ?? {}) as Record<string, string>;

function ownLayout(root: Node): Result<SvgIntake> | null {
  const meta = childrenOf(root).find((c) => tagOf(c) === "metadata" && attributes(c)["@id"] === MARK);
  if (!meta) return null;
  const text = childrenOf(meta)
    .map((c) => (typeof c["#text"] === "string" ? c["#text"] : ""))
    .join("");
  try {
    const layout = layoutFrom(JSON.parse(text));
    return layout.ok ? ok({ own: true, layout: layout.value }) : layout;
  } catch {
    return bad(layoutProblem.notJson());
  }
}

const SHAPES = ["rect", "circle", "ellipse", "line", "polyline", "polygon", "path"];
const QUIET = ["svg", "g", "title", "desc", "metadata", "defs", "#text", "?xml", "style"];

/** What a foreign drawing gave, and how much of what was left out. */
class Gathered {
  readonly rings: Ring[] = [];
  private readonly left = new Map<string, number>();

  drop(what: string): void {
    this.left.set(what, (this.left.get(what) ?? 0) + 1);
  }

  get leftOut(): string[] {
    return [...this.left].map(([what, count]) => (count > 1 ? `${what} (${count})` : what));
  }

  /** Takes one element, moved and turned as it and what it lies in say. */
  take(node: Node, outer: string): string {
    const tag = tagOf(node);
    const a = attributes(node);
    for (const key of Object.keys(a)) {
      if (/^@on/i.test(key)) this.drop("event handlers");
      else if (/href$/i.test(key)) this.drop("references");
    }
    const transform = [outer, a["@transform"] ?? ""].filter(Boolean).join(" ");
    if (tag === "style") this.drop("styles");
    else if (SHAPES.includes(tag)) this.shape(tag, a, transform);
    else if (!QUIET.includes(tag)) this.drop(`<${tag.slice(0, 24)}>`);
    return transform;
  }

  private shape(tag: string, a: Record<string, string>, transform: string): void {
    const read = (tag === "path" ? pathRings(a["@d"] ?? "") : [ringOf(tag, a)]).filter((r) => r.points.length >= 2);
    if (read.length === 0) this.drop(`<${tag}> that could not be read`);
    for (const r of read) {
      if (this.rings.length < MOST_PARTS) this.rings.push(transform ? moved(r, transform) : r);
      else this.drop("shapes past the limit");
    }
  }
}

/** A ring under the transforms of its element and of what it lies in. */
function moved(ring: Ring, transform: string): Ring {
  const [head, ...more] = ring.points.map(([x, y]) => `${x} ${y}`);
  const { points } =
    pathRings(
      svgpath(`M${[head, ...more].join("L")}`)
        .transform(transform)
        .toString(),
    )[0] ?? ring;
  return { points, closed: ring.closed };
}

function foreign(root: Node, at: { xMm: number; yMm: number }): Result<SvgIntake> {
  const gathered = new Gathered();
  const walk = (node: Node, depth: number, outer: string) => {
    const transform = gathered.take(node, outer);
    if (depth < 40 && !["defs", "style", "metadata"].includes(tagOf(node)))
      for (const c of childrenOf(node)) walk(c, depth + 1, transform);
  };
  walk(root, 0, "");
  const { rings } = gathered;
  if (rings.length === 0) return bad(layoutProblem.nothingHarmless());
  const scale = mmPerUnit(attributes(root));
  const sketches = rings.map((r, i): Sketch => ({
    id: `s${i + 1}`,
    kind: "sketch",
    tag: "",
    locked: false,
    group: "imported",
    closed: r.closed,
    points: r.points
      .slice(0, 400)
      .map(([x, y]): PathPoint => ({ xMm: clamp(at.xMm + x * scale), yMm: clamp(at.yMm + y * scale), bendMm: 0 })),
  }));
  return ok({ own: false, sketches, leftOut: gathered.leftOut });
}

const clamp = (v: number) => Math.max(-2000, Math.min(2000, Math.round(v * 1000) / 1000));

/** mm of one unit: from a width in mm, cm or in against the view box, else a CSS pixel (25.4 / 96 mm). */
function mmPerUnit(a: Record<string, string>): number {
  const size = /^([\d.]+)(mm|cm|in)$/.exec(a["@width"] ?? "");
  const box = (a["@viewBox"] ?? "").split(/[\s,]+/).map(Number)[2];
  const mm = size ? Number(size[1]) * { mm: 1, cm: 10, in: 25.4 }[size[2] as "mm" | "cm" | "in"] : null;
  return mm && box && box > 0 ? mm / box : 25.4 / 96;
}

function ringOf(tag: string, a: Record<string, string>): Ring {
  const v = (key: string) => Number.parseFloat(a[`@${key}`] ?? "0") || 0;
  if (tag === "rect")
    return {
      closed: true,
      points: [
        [v("x"), v("y")],
        [v("x") + v("width"), v("y")],
        [v("x") + v("width"), v("y") + v("height")],
        [v("x"), v("y") + v("height")],
      ],
    };
  if (tag === "circle" || tag === "ellipse") {
    const [rx, ry] = tag === "circle" ? [v("r"), v("r")] : [v("rx"), v("ry")];
    return {
      closed: true,
      points: Array.from({ length: 24 }, (_, i): [number, number] => [
        v("cx") + rx * Math.cos((i / 12) * Math.PI),
        v("cy") + ry * Math.sin((i / 12) * Math.PI),
      ]),
    };
  }
  if (tag === "line")
    return {
      closed: false,
      points: [
        [v("x1"), v("y1")],
        [v("x2"), v("y2")],
      ],
    };
  const numbers = (a["@points"] ?? "").match(/-?\d*\.?\d+(?:e[-+]?\d+)?/gi)?.map(Number) ?? [];
  return { closed: tag === "polygon", points: pairs(numbers) };
}

const pairs = (v: readonly number[]): [number, number][] =>
  Array.from({ length: v.length >> 1 }, (_, i): [number, number] => [v[2 * i] ?? 0, v[2 * i + 1] ?? 0]).filter((p) =>
    p.every(Number.isFinite),
  );

interface Ring {
  points: [number, number][];
  closed: boolean;
}

/** Straight stretches that a curve of a path is followed by. */
const CURVE_STEPS = 8;

/**
 * The stretches of a path as corners: arcs turned into curves, curves followed in small steps, subpaths each a ring.
 * Long path data is read as far as it makes sense.
 */
function pathRings(d: string): Ring[] {
  const rings: Ring[] = [];
  let open: [number, number][] = [];
  const end = (closed: boolean) => {
    if (open.length >= 2) rings.push({ points: open, closed });
    open = [];
  };
  svgpath(d.slice(0, 200_000))
    .abs()
    .unarc()
    .unshort()
    .iterate((segment, _index, x, y) => {
      const [command = "", ...n] = segment as [string, ...number[]];
      if (command === "M") end(false);
      if (command === "Z") return end(true);
      if (open.length === 0 && command !== "M") open.push([x, y]);
      open.push(...stretch(command, n, [x, y]));
    });
  end(false);
  return rings;
}

/** The corners a segment adds after the point it starts from. */
function stretch(command: string, n: readonly number[], [x, y]: readonly [number, number]): [number, number][] {
  if (command === "H") return [[n[0] ?? x, y]];
  if (command === "V") return [[x, n[0] ?? y]];
  if (command !== "C" && command !== "Q") return [[n[0] ?? x, n[1] ?? y]];
  const controls = [[x, y], ...pairs(n)];
  return Array.from({ length: CURVE_STEPS }, (_, i) => bezier(controls, (i + 1) / CURVE_STEPS));
}

/** A point of a Bézier curve, by de Casteljau. */
function bezier(controls: readonly (readonly number[])[], t: number): [number, number] {
  let points = controls.map(([x = 0, y = 0]): [number, number] => [x, y]);
  while (points.length > 1)
    points = points.slice(1).map(([x, y], i): [number, number] => {
      const [ax, ay] = points[i] ?? [x, y];
      return [ax + t * (x - ax), ay + t * (y - ay)];
    });
  return points[0] ?? [0, 0];
}
