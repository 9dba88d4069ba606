import { bad, good, type Result } from "../result";
import { KINDS, type FieldSpec } from "../drawing/kinds";
import {
  usualFigures,
  type Figures,
  type Kind,
  type Layout,
  type Part,
  type PathPoint,
  type ToldLink,
} from "../drawing/parts";
import { layoutProblem } from "./problems";

export const MOST_PARTS = 2000;
const MOST_POINTS = 400;
/** Parts may stand a little outside any base. */
const REACH_MM = 2000;

class Refusal extends Error {
  constructor(
    readonly where: string,
    readonly wants: string,
  ) {
    super(`${where} ${wants}`);
  }
}

const refuse = (where: string, wants: string): never => {
  throw new Refusal(where, wants);
};

type Plain = Record<string, unknown>;

const object = (v: unknown, where: string): Plain =>
  typeof v === "object" && v !== null && !Array.isArray(v) ? (v as Plain) : refuse(where, "must be an object");
const list = (v: unknown, where: string, most: number): unknown[] =>
  Array.isArray(v)
    ? v.length <= most
      ? v
      : refuse(where, `may hold ${most} entries at most`)
    : refuse(where, "must be a list");
const text = (v: unknown, where: string, most: number): string =>
  typeof v === "string" && v.length <= most ? v : refuse(where, `must be text of up to ${most} characters`);
const number = (v: unknown, where: string, min: number, max: number): number =>
  typeof v === "number" && Number.isFinite(v) && v >= min && v <= max
    ? v
    : refuse(where, `must be a number from ${min} to ${max}`);

function known(v: Plain, where: string, keys: readonly string[]): void {
  for (const key of Object.keys(v))
    if (!keys.includes(key)) refuse(`${where ? `${where}.` : ""}${key.slice(0, 40)}`, "is not a field of a layout");
}

function fieldValue(f: FieldSpec, v: unknown, where: string): unknown {
  if (v === undefined) return f.start;
  if (f.type === "number") return number(v, where, f.min, f.max);
  if (f.type === "text") return text(v, where, f.max);
  if (f.type === "flag") return typeof v === "boolean" ? v : refuse(where, "must be true or false");
  return f.options.some(([value]) => value === v)
    ? v
    : refuse(where, `must be one of ${f.options.map(([value]) => value).join(", ")}`);
}

const COMMON = ["id", "kind", "tag", "locked", "group"];
const BOX = ["xMm", "yMm", "wMm", "hMm", "turnDeg"];

function partFrom(v: unknown, where: string): Part {
  const p = object(v, where);
  const kind = p.kind as Kind;
  const spec =
    typeof kind === "string" && Object.hasOwn(KINDS, kind)
      ? KINDS[kind]
      : refuse(`${where}.kind`, `must be one of ${Object.keys(KINDS).join(", ")}`);
  known(p, where, [...COMMON, ...(spec.shape === "box" ? BOX : ["points"]), ...spec.fields.map((f) => f.key)]);
  const id = text(p.id, `${where}.id`, 24);
  if (!/^[A-Za-z0-9_-]+$/.test(id)) refuse(`${where}.id`, "must be letters and digits");
  const common = {
    id,
    kind,
    tag: text(p.tag ?? "", `${where}.tag`, 8),
    locked:
      p.locked === undefined
        ? false
        : typeof p.locked === "boolean"
          ? p.locked
          : refuse(`${where}.locked`, "must be true or false"),
    group: text(p.group ?? "", `${where}.group`, 24),
  };
  const place =
    spec.shape === "box"
      ? {
          xMm: number(p.xMm, `${where}.xMm`, -REACH_MM, REACH_MM),
          yMm: number(p.yMm, `${where}.yMm`, -REACH_MM, REACH_MM),
          wMm: number(p.wMm, `${where}.wMm`, 0.2, REACH_MM),
          hMm: number(p.hMm, `${where}.hMm`, 0.2, REACH_MM),
          turnDeg: number(p.turnDeg ?? 0, `${where}.turnDeg`, -360, 360),
        }
      : { points: pointsFrom(p.points, `${where}.points`) };
  const own = Object.fromEntries(spec.fields.map((f) => [f.key, fieldValue(f, p[f.key], `${where}.${f.key}`)]));
  return { ...common, ...place, ...own } as unknown as Part;
}

function pointsFrom(v: unknown, where: string): PathPoint[] {
  const points = list(v, where, MOST_POINTS).map((q, i) => {
    const at = `${where}[${i}]`;
    const p = object(q, at);
    known(p, at, ["xMm", "yMm", "bendMm"]);
    return {
      xMm: number(p.xMm, `${at}.xMm`, -REACH_MM, REACH_MM),
      yMm: number(p.yMm, `${at}.yMm`, -REACH_MM, REACH_MM),
      bendMm: number(p.bendMm ?? 0, `${at}.bendMm`, 0, 500),
    };
  });
  return points.length >= 2 ? points : refuse(where, "must hold two points or more");
}

function linkFrom(v: unknown, where: string): ToldLink {
  const l = object(v, where);
  known(l, where, ["a", "b", "is"]);
  return {
    a: text(l.a, `${where}.a`, 24),
    b: text(l.b, `${where}.b`, 24),
    is: typeof l.is === "boolean" ? l.is : refuse(`${where}.is`, "must be true or false"),
  };
}

function figuresFrom(v: unknown): Figures {
  const f = object(v ?? {}, "figures");
  known(f, "figures", Object.keys(usualFigures));
  return {
    pipe6W: number(f.pipe6W ?? usualFigures.pipe6W, "figures.pipe6W", 1, 200),
    perBend: number(f.perBend ?? usualFigures.perBend, "figures.perBend", 0, 0.5),
    pasteWmK: number(f.pasteWmK ?? usualFigures.pasteWmK, "figures.pasteWmK", 0.1, 100),
    padWmK: number(f.padWmK ?? usualFigures.padWmK, "figures.padWmK", 0.1, 50),
  };
}

/**
 * A layout from plain data; refuses unknown fields and kinds, figures out of range, ids that stand twice, and says
 * where.
 */
export function layoutFrom(plain: unknown): Result<Layout> {
  try {
    const l = object(plain, "The layout");
    known(l, "", ["version", "model", "variant", "base", "parts", "links", "figures"]);
    if (l.version !== 1) refuse("version", "must be 1");
    const b = object(l.base, "base");
    known(b, "base", ["widthMm", "depthMm", "cornerMm"]);
    const base = {
      widthMm: number(b.widthMm, "base.widthMm", 50, 1000),
      depthMm: number(b.depthMm, "base.depthMm", 50, 1000),
      cornerMm: number(b.cornerMm ?? 9, "base.cornerMm", 0, 60),
    };
    if (Array.isArray(l.parts) && l.parts.length > MOST_PARTS) return bad(layoutProblem.tooMany(MOST_PARTS));
    const parts = list(l.parts, "parts", MOST_PARTS).map((p, i) => partFrom(p, `parts[${i}]`));
    const seen = new Set<string>();
    for (const [i, p] of parts.entries()) {
      if (seen.has(p.id)) refuse(`parts[${i}].id`, "stands twice");
      seen.add(p.id);
    }
    return good({
      version: 1,
      model: text(l.model, "model", 60),
      variant: text(l.variant ?? "", "variant", 60),
      base,
      parts,
      links: list(l.links ?? [], "links", 4000).map((x, i) => linkFrom(x, `links[${i}]`)),
      figures: figuresFrom(l.figures),
    });
  } catch (e) {
    if (e instanceof Refusal) return bad(layoutProblem.field(e.where, e.wants));
    throw e;
  }
}

/** A layout from the text of a JSON file. */
export function parseLayout(json: string): Result<Layout> {
  let plain: unknown;
  try {
    plain = JSON.parse(json.replace(/^\ufeff/, ""));
  } catch {
    return bad(layoutProblem.notJson());
  }
  return layoutFrom(plain);
}

/** The file of a layout. */
export const layoutJson = (layout: Layout): string => `${JSON.stringify(layout, null, 1)}\n`;
