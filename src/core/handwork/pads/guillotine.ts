import {
  areaOf,
  EPS,
  type KnifeLine,
  type Piece,
  type Placement,
  type Rest,
  type Sheet,
  type SheetSide,
} from "./sheets";

interface Rect {
  x: number;
  y: number;
  w: number;
  h: number;
}
/** How a sheet is cut up: a leaf is left whole or is a piece, else one line parts it in two. */
type Cut = { rect: Rect; piece?: Placement; line?: Omit<KnifeLine, "n" | "sheet">; parts: Cut[]; waste?: true };

/** Rests smaller than this either way are waste, mm. */
export const LEAST_REST_MM = 9;

export interface Trial {
  placed: Placement[];
  lines: KnifeLine[];
  rests: Rest[];
  cost: number[];
}

/** How a trial lays: into the smallest leaf or the closest, which line cuts first. */
export interface Manner {
  kerf: number;
  margin: number;
  fit: "area" | "side";
  split: "short" | "long" | "whole";
}

/** Lays pieces in their order, each on the first sheet that has room for it. */
export function lay(sheets: readonly Sheet[], order: readonly Piece[], manner: Manner): Trial {
  const { margin, kerf, fit } = manner;
  const trees = new Map<string, Cut>(sheets.map((s) => [s.id, rootOf(s, margin)]));
  const placed: Placement[] = [];
  const out: Piece[] = [];
  for (const p of order) {
    let done = false;
    for (const s of sheets) {
      const tree = trees.get(s.id);
      const spot = tree && bestLeaf(tree, p, fit, { w: s.widthMm, h: s.heightMm, kerf, ...farEdges(s, margin) });
      if (!spot) continue;
      placed.push(cutInto(spot, p, s.id, manner));
      done = true;
      break;
    }
    if (!done) out.push(p);
  }
  const lines: KnifeLine[] = [];
  const rests: Rest[] = [];
  let [fresh, old, kept, opened] = [0, 0, 0, 0];
  for (const s of sheets) {
    const tree = trees.get(s.id);
    if (!tree || !placed.some((p) => p.sheet === s.id)) continue;
    opened++;
    if (s.offcut) old += areaOf(s);
    else fresh += areaOf(s);
    gather(tree, s, lines, rests);
  }
  for (const r of rests) kept += areaOf(r) ** 1.5;
  return {
    placed,
    lines,
    rests,
    cost: [out.reduce((s, p) => s + areaOf(p), 0), fresh, opened, old, -kept, lines.length],
  };
}

const EVERY_SIDE = ["left", "top", "right", "bottom"] as const;

/** Sides of a sheet that are as the factory left them: all of a whole one, none of an off-cut that says nothing. */
export const factorySides = (s: Pick<Sheet, "offcut" | "factory">): readonly SheetSide[] =>
  s.factory ?? (s.offcut ? [] : EVERY_SIDE);

/** What stays over along the right and lower factory edges, mm: it is cut away from the piece there. */
function farEdges(s: Sheet, margin: number): { right: number; bottom: number } {
  const sides = factorySides(s);
  return { right: sides.includes("right") ? margin : 0, bottom: sides.includes("bottom") ? margin : 0 };
}

/** A sheet before it is cut; factory edges on the left and above are trimmed first. */
function rootOf(s: Sheet, margin: number): Cut {
  const [w, h] = [s.widthMm, s.heightMm];
  const sides = factorySides(s);
  const left = sides.includes("left") ? margin : 0;
  const top = sides.includes("top") ? margin : 0;
  const root: Cut = { rect: { x: 0, y: 0, w, h }, parts: [] };
  if (margin <= 0 || margin * 2 >= Math.min(w, h)) return root;
  let at = root;
  const trim = (rest: Rect, off: Rect, line: NonNullable<Cut["line"]>) => {
    const inner: Cut = { rect: rest, parts: [] };
    at.line = line;
    at.parts = [inner, { rect: off, parts: [], waste: true }];
    at = inner;
  };
  if (left > 0)
    trim({ x: left, y: 0, w: w - left, h }, { x: 0, y: 0, w: left, h }, { x1: left, y1: 0, x2: left, y2: h });
  if (top > 0) {
    const wide = w - left;
    trim(
      { x: left, y: top, w: wide, h: h - top },
      { x: left, y: 0, w: wide, h: top },
      { x1: left, y1: top, x2: w, y2: top },
    );
  }
  return root;
}

/** The leaf a piece fits best into, and whether it is turned there; an exact fit is never turned. */
function bestLeaf(
  tree: Cut,
  p: Piece,
  fit: "area" | "side",
  sheet: { w: number; h: number; kerf: number; right: number; bottom: number },
): { leaf: Cut; turned: boolean } | null {
  let best: { leaf: Cut; turned: boolean; score: number } | null = null;
  const visit = (c: Cut) => {
    if (c.piece || c.waste) return;
    // along the sheet's own edge the margin stays over, to be cut away
    const over = {
      w: c.rect.x + c.rect.w > sheet.w - EPS ? sheet.right : 0,
      h: c.rect.y + c.rect.h > sheet.h - EPS ? sheet.bottom : 0,
    };
    if (c.parts.length) return c.parts.forEach(visit);
    for (const turned of [false, true]) {
      const [w, h] = turned ? [p.heightMm, p.widthMm] : [p.widthMm, p.heightMm];
      const [dw, dh] = [c.rect.w - w, c.rect.h - h];
      if (dw < over.w - EPS || dh < over.h - EPS) continue;
      // what is thinner than the knife's own way is no strip that can be cut off
      if ((dw > EPS && dw < sheet.kerf - EPS) || (dh > EPS && dh < sheet.kerf - EPS)) continue;
      const score = fit === "area" ? c.rect.w * c.rect.h - w * h : Math.min(dw, dh);
      if (!best || score < best.score - EPS) best = { leaf: c, turned, score };
    }
  };
  visit(tree);
  return best;
}

/**
 * Cuts a piece from the top left of a leaf: first the line that parts the whole leaf, then the one that frees the
 * piece.
 */
function cutInto(
  { leaf, turned }: { leaf: Cut; turned: boolean },
  p: Piece,
  sheet: string,
  { kerf, split }: Manner,
): Placement {
  const { x, y, w, h } = leaf.rect;
  const [pw, ph] = turned ? [p.heightMm, p.widthMm] : [p.widthMm, p.heightMm];
  const placement: Placement = { piece: p.id, sheet, xMm: x, yMm: y, turned };
  const [dw, dh] = [w - pw, h - ph];
  const across = {
    rest: { x, y: y + ph + kerf, w, h: Math.max(0, dh - kerf) },
    side: { x: x + pw + kerf, y, w: Math.max(0, dw - kerf), h: ph },
  };
  const down = {
    rest: { x: x + pw + kerf, y, w: Math.max(0, dw - kerf), h },
    side: { x, y: y + ph + kerf, w: pw, h: Math.max(0, dh - kerf) },
  };
  const most = (o: typeof across) => Math.max(o.rest.w * o.rest.h, o.side.w * o.side.h);
  const first = split === "short" ? dw < dh : split === "long" ? dw >= dh : most(across) >= most(down);
  let node = leaf;
  const part = (a: Rect, b: Rect, line: Omit<KnifeLine, "n" | "sheet">) => {
    node.line = line;
    const inner: Cut = { rect: a, parts: [] };
    node.parts = [inner, ...(b.w > EPS && b.h > EPS ? [{ rect: b, parts: [] }] : [])];
    node = inner;
  };
  const cutAcross = (rect: Rect, rest: Rect) =>
    dh > EPS &&
    part({ ...rect, h: ph }, rest, { x1: rect.x, y1: y + ph + kerf / 2, x2: rect.x + rect.w, y2: y + ph + kerf / 2 });
  const cutDown = (rect: Rect, rest: Rect) =>
    dw > EPS &&
    part({ ...rect, w: pw }, rest, { x1: x + pw + kerf / 2, y1: rect.y, x2: x + pw + kerf / 2, y2: rect.y + rect.h });
  if (first) {
    cutAcross({ x, y, w, h }, across.rest);
    cutDown({ x, y, w, h: Math.min(h, ph) }, across.side);
  } else {
    cutDown({ x, y, w, h }, down.rest);
    cutAcross({ x, y, w: Math.min(w, pw), h }, down.side);
  }
  node.piece = placement;
  return placement;
}

function gather(c: Cut, s: Sheet, lines: KnifeLine[], rests: Rest[]): void {
  if (c.line) lines.push({ ...c.line, n: lines.length + 1, sheet: s.id });
  if (c.parts.length === 0 && !c.piece && !c.waste && c.rect.w >= LEAST_REST_MM && c.rect.h >= LEAST_REST_MM) {
    const { x, y, w, h } = c.rect;
    const touches = { left: x < EPS, top: y < EPS, right: x + w > s.widthMm - EPS, bottom: y + h > s.heightMm - EPS };
    rests.push({
      sheet: s.id,
      xMm: x,
      yMm: y,
      widthMm: w,
      heightMm: h,
      thicknessMm: s.thicknessMm,
      factory: factorySides(s).filter((side) => touches[side]),
    });
  }
  for (const part of c.parts) gather(part, s, lines, rests);
}
