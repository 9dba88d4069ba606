import { shuffler } from "d3-array";
import { randomInt, randomLcg } from "d3-random";

/** A sheet or off-cut to cut from, and a piece wanted; mm. */
export interface Sheet {
  id: string;
  widthMm: number;
  heightMm: number;
  thicknessMm: number;
  offcut?: boolean;
}
export interface Piece {
  id: string;
  widthMm: number;
  heightMm: number;
  thicknessMm: number;
}
/** From the sheet's top left corner. `turned` when width and height are changed over. */
export interface Placement {
  piece: string;
  sheet: string;
  xMm: number;
  yMm: number;
  turned: boolean;
}
/** A straight knife line from edge to edge of the piece in hand, in cutting order from 1. */
export interface KnifeLine {
  n: number;
  sheet: string;
  x1: number;
  y1: number;
  x2: number;
  y2: number;
}
/** What is left whole of a sheet. */
export interface Rest {
  sheet: string;
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
  thicknessMm: number;
}
export interface CuttingPlan {
  placed: Placement[];
  unplaced: string[];
  lines: KnifeLine[];
  rests: Rest[];
  /** Size of each placed piece, by its id. */
  sizes: Record<string, { widthMm: number; heightMm: number }>;
  /** Area of the placed pieces over that of the sheets cut into; 0 when none is. */
  usedShare: number;
}

interface Rect {
  x: number;
  y: number;
  w: number;
  h: number;
}
/** How a sheet is cut up: a leaf is left whole or is a piece, else one line parts it in two. */
type Cut = { rect: Rect; piece?: Placement; line?: Omit<KnifeLine, "n" | "sheet">; parts: Cut[]; waste?: true };

const EPS = 1e-9;
/** What a knife and a careful hand leave between pads, mm. */
export const KERF_MM = 1;
/** What is trimmed off the factory edges of a whole sheet, mm: they are seldom straight, and the film lifts there. */
export const MARGIN_MM = 1;
/** Rests smaller than this either way are waste, mm. */
export const LEAST_REST_MM = 9;
const SHUFFLES = 220;

/**
 * Lays pieces on sheets of their thickness so that each can be cut out by straight lines from edge to edge of the
 * piece in hand (guillotine cuts), with `kerfMm` lost to every line. Off-cuts are used before whole sheets, small ones
 * first. Many orders of the pieces, two fits and three ways to part the rest are tried (a seeded search, the same every
 * time); kept is the plan that leaves the fewest pieces out, opens the least area of whole sheets, then of off-cuts,
 * and
 * leaves the largest whole rests. Of whole sheets `marginMm` along every edge becomes no part of a piece.
 *
 * @example
 * const plan = cuttingPlan(sheets, pieces);
 * plan.unplaced; // tags no sheet has room for
 */
export function cuttingPlan(
  sheets: readonly Sheet[],
  pieces: readonly Piece[],
  kerfMm = 0.5,
  marginMm = 0,
): CuttingPlan {
  const thicknesses = [...new Set(pieces.map((p) => p.thicknessMm))].sort((a, b) => a - b);
  const plans = thicknesses.map((t) =>
    bestOf(
      sheets.filter((s) => Math.abs(s.thicknessMm - t) < EPS),
      pieces.filter((p) => p.thicknessMm === t),
      kerfMm,
      marginMm,
    ),
  );
  const placed = plans.flatMap((p) => p.placed);
  const opened = sheets.filter((s) => placed.some((p) => p.sheet === s.id));
  const pieceArea = placed.reduce((s, p) => s + areaOf(pieces.find((x) => x.id === p.piece)), 0);
  const lines: KnifeLine[] = [];
  for (const p of plans) for (const l of p.lines) lines.push({ ...l, n: lines.length + 1 });
  return {
    placed,
    unplaced: pieces.filter((p) => !placed.some((x) => x.piece === p.id)).map((p) => p.id),
    lines,
    rests: plans.flatMap((p) => p.rests),
    sizes: Object.fromEntries(
      pieces
        .filter((p) => placed.some((x) => x.piece === p.id))
        .map((p) => [p.id, { widthMm: p.widthMm, heightMm: p.heightMm }]),
    ),
    usedShare: opened.length ? pieceArea / opened.reduce((s, x) => s + x.widthMm * x.heightMm, 0) : 0,
  };
}

const areaOf = (p: { widthMm: number; heightMm: number } | undefined): number => (p ? p.widthMm * p.heightMm : 0);

interface Trial {
  placed: Placement[];
  lines: KnifeLine[];
  rests: Rest[];
  cost: number[];
}

function bestOf(sheets: readonly Sheet[], pieces: readonly Piece[], kerf: number, margin: number): Trial {
  const inOrder = [...sheets].sort(
    (a, b) =>
      Number(b.offcut ?? false) - Number(a.offcut ?? false) || areaOf(a) - areaOf(b) || a.id.localeCompare(b.id),
  );
  const by = (key: (p: Piece) => number) => [...pieces].sort((a, b) => key(b) - key(a) || a.id.localeCompare(b.id));
  const long = (p: Piece) => Math.max(p.widthMm, p.heightMm);
  const short = (p: Piece) => Math.min(p.widthMm, p.heightMm);
  const orders = [
    by(areaOf),
    by(long),
    by(short),
    by((p) => p.widthMm + p.heightMm),
    by((p) => long(p) * 1000 + short(p)),
  ];
  const source = randomLcg(0.42);
  const shuffle = shuffler(source);
  const pick = randomInt.source(source);
  for (let k = 0; k < SHUFFLES && pieces.length > 2; k++) {
    const order = [...(orders[pick(0, 5)()] ?? pieces)];
    // half of them shuffled whole, half with a few changed over
    if (k % 2) shuffle(order);
    else
      for (let n = 0; n < 2; n++) {
        const [i, j] = [pick(0, order.length)(), pick(0, order.length)()];
        [order[i], order[j]] = [order[j] as Piece, order[i] as Piece];
      }
    orders.push(order);
  }
  let best: Trial | null = null;
  for (const order of orders)
    for (const fit of ["area", "side"] as const)
      for (const split of ["short", "long", "whole"] as const) {
        const t = lay(inOrder, order, { kerf, margin, fit, split });
        if (!best || less(t.cost, best.cost)) best = t;
      }
  return best ?? { placed: [], lines: [], rests: [], cost: [] };
}

const less = (a: readonly number[], b: readonly number[]): boolean => {
  for (let i = 0; i < a.length; i++) if (Math.abs((a[i] ?? 0) - (b[i] ?? 0)) > EPS) return (a[i] ?? 0) < (b[i] ?? 0);
  return false;
};

/** How a trial lays: into the smallest leaf or the closest, which line cuts first. */
interface Manner {
  kerf: number;
  margin: number;
  fit: "area" | "side";
  split: "short" | "long" | "whole";
}

function lay(sheets: readonly Sheet[], order: readonly Piece[], manner: Manner): Trial {
  const { margin, fit } = manner;
  const trees = new Map<string, Cut>(sheets.map((s) => [s.id, rootOf(s, margin)]));
  const placed: Placement[] = [];
  const out: Piece[] = [];
  for (const p of order) {
    let done = false;
    for (const s of sheets) {
      const tree = trees.get(s.id);
      const spot = tree && bestLeaf(tree, p, fit, { w: s.widthMm, h: s.heightMm, margin: s.offcut ? 0 : margin });
      if (!spot) continue;
      placed.push(cutInto(spot, p, s.id, manner));
      done = true;
      break;
    }
    if (!done) out.push(p);
  }
  const lines: KnifeLine[] = [];
  const rests: Rest[] = [];
  let [fresh, old, kept] = [0, 0, 0];
  for (const s of sheets) {
    const tree = trees.get(s.id);
    if (!tree || !placed.some((p) => p.sheet === s.id)) continue;
    if (s.offcut) old += areaOf(s);
    else fresh += areaOf(s);
    gather(tree, s, lines, rests);
  }
  for (const r of rests) kept += areaOf(r) ** 1.5;
  return { placed, lines, rests, cost: [out.reduce((s, p) => s + areaOf(p), 0), fresh, old, -kept, lines.length] };
}

/** A sheet before it is cut; of a whole one the edges on the left and above are trimmed first. */
function rootOf(s: Sheet, margin: number): Cut {
  const [w, h] = [s.widthMm, s.heightMm];
  const root: Cut = { rect: { x: 0, y: 0, w, h }, parts: [] };
  if (s.offcut || margin <= 0 || margin * 2 >= Math.min(w, h)) return root;
  const inner: Cut = { rect: { x: margin, y: margin, w: w - margin, h: h - margin }, parts: [] };
  const upper: Cut = {
    rect: { x: margin, y: 0, w: w - margin, h },
    parts: [inner, { rect: { x: margin, y: 0, w: w - margin, h: margin }, parts: [], waste: true }],
    line: { x1: margin, y1: margin, x2: w, y2: margin },
  };
  root.line = { x1: margin, y1: 0, x2: margin, y2: h };
  root.parts = [upper, { rect: { x: 0, y: 0, w: margin, h }, parts: [], waste: true }];
  return root;
}

/** The leaf a piece fits best into, and whether it is turned there; an exact fit is never turned. */
function bestLeaf(
  tree: Cut,
  p: Piece,
  fit: "area" | "side",
  sheet: { w: number; h: number; margin: number },
): { leaf: Cut; turned: boolean } | null {
  let best: { leaf: Cut; turned: boolean; score: number } | null = null;
  const visit = (c: Cut) => {
    if (c.piece || c.waste) return;
    // along the sheet's own edge the margin stays over, to be cut away
    const over = {
      w: c.rect.x + c.rect.w > sheet.w - EPS ? sheet.margin : 0,
      h: c.rect.y + c.rect.h > sheet.h - EPS ? sheet.margin : 0,
    };
    if (c.parts.length) return c.parts.forEach(visit);
    for (const turned of [false, true]) {
      const [w, h] = turned ? [p.heightMm, p.widthMm] : [p.widthMm, p.heightMm];
      const [dw, dh] = [c.rect.w - w, c.rect.h - h];
      if (dw < over.w - EPS || dh < over.h - EPS) continue;
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
  if (c.parts.length === 0 && !c.piece && !c.waste && c.rect.w >= LEAST_REST_MM && c.rect.h >= LEAST_REST_MM)
    rests.push({
      sheet: s.id,
      xMm: c.rect.x,
      yMm: c.rect.y,
      widthMm: c.rect.w,
      heightMm: c.rect.h,
      thicknessMm: s.thicknessMm,
    });
  for (const part of c.parts) gather(part, s, lines, rests);
}
