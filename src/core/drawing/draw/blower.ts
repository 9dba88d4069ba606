import type { Blower, Side } from "../parts/parts";
import { circle, cornered, el, n, path } from "./markup";

const blows = (b: Blower, side: Side) => b.outlet === side || b.outlet2 === side;

/** Scroll housing with open outlet edges, lip ring, dark well, swept blades, domed hub with the arrow of rotation. */
export function drawBlower(b: Blower): string {
  const { wMm: w, hMm: h } = b;
  const m = Math.min(w, h);
  const x = -w / 2;
  const y = -h / 2;
  const back = (s: Side, t: Side) => (blows(b, s) || blows(b, t) ? 2.2 : 0.36 * m);
  const radii = [back("top", "left"), back("top", "right"), back("bottom", "right"), back("bottom", "left")] as const;
  const turn = b.turns === "cw" ? 1 : -1;
  const hub = 0.15 * m;
  const inner = 0.185 * m;
  const outer = 0.392 * m;
  const blades = bladePath(b.blades, inner, outer, turn);
  const open = (["top", "right", "bottom", "left"] as const).filter((s) => blows(b, s)).map((s) => outletEdge(s, w, h));
  return [
    path(cornered(x, y, w, h, radii), { fill: "url(#ov-fan)", stroke: "var(--d-ink)", "stroke-width": 0.55 }),
    path(
      cornered(x + 1.3, y + 1.3, w - 2.6, h - 2.6, radii.map((r) => Math.max(1, r - 1.3)) as unknown as typeof radii),
      { fill: "none", stroke: "var(--d-al1)", "stroke-opacity": 0.7, "stroke-width": 0.4 },
    ),
    path(open.join(""), { fill: "none", stroke: "var(--d-we2)", "stroke-width": 1.1 }),
    circle(0.5, 0.8, 0.432 * m, { fill: "var(--d-shadow)" }),
    circle(0, 0, 0.428 * m, { fill: "var(--d-lip)", stroke: "var(--d-ink)", "stroke-width": 0.4 }),
    circle(0, 0, 0.408 * m, { fill: "url(#ov-well)", stroke: "var(--d-ink)", "stroke-width": 0.45 }),
    path(blades, {
      fill: "none",
      stroke: "#000",
      "stroke-opacity": 0.55,
      "stroke-width": Math.max(0.5, (m / Math.max(8, b.blades)) * 0.95),
      transform: `rotate(${turn * 2.2})`,
    }),
    path(blades, {
      fill: "none",
      stroke: "var(--d-blade)",
      "stroke-width": Math.max(0.3, (m / Math.max(8, b.blades)) * 0.42),
      "stroke-linecap": "round",
    }),
    circle(0, 0, inner * 1.02, { fill: "var(--d-we2)", stroke: "var(--d-ink)", "stroke-width": 0.3 }),
    circle(0, 0, hub, { fill: "url(#ov-hub)", stroke: "var(--d-ink)", "stroke-width": 0.45 }),
    arrow(hub * 0.8, turn),
  ].join("");
}

function bladePath(blades: number, inner: number, outer: number, turn: number): string {
  let d = "";
  const count = Math.max(3, Math.round(blades));
  for (let i = 0; i < count; i++) {
    const a = (i / count) * 2 * Math.PI;
    const at = (r: number, by: number) => `${n(r * Math.cos(a + turn * by))} ${n(r * Math.sin(a + turn * by))}`;
    d += `M${at(inner, 0)}Q${at((inner + outer) / 2, 0.07)} ${at(outer, 0.42)}`;
  }
  return d;
}

function outletEdge(side: Side, w: number, h: number): string {
  const [x, y] = [w / 2 - 3, h / 2 - 0.6];
  return {
    top: `M${n(-x)} ${n(-y)}H${n(x)}`,
    bottom: `M${n(-x)} ${n(y)}H${n(x)}`,
    left: `M${n(-w / 2 + 0.6)} ${n(-h / 2 + 3)}V${n(h / 2 - 3)}`,
    right: `M${n(w / 2 - 0.6)} ${n(-h / 2 + 3)}V${n(h / 2 - 3)}`,
  }[side];
}

/** An arc over the hub with a head: which way the blades turn, seen from below. */
function arrow(r: number, turn: number): string {
  const p = (deg: number, rr = r) =>
    [rr * Math.cos((deg * Math.PI) / 180), rr * Math.sin((deg * Math.PI) / 180)] as const;
  const [sx, sy] = p(-90 - turn * 62);
  const [ex, ey] = p(-90 + turn * 18);
  const [ax, ay] = p(-90 - turn * 4, r * 1.26);
  const [bx, by] = p(-90 - turn * 4, r * 0.74);
  const [tx, ty] = p(-90 + turn * 30);
  return el("g", { fill: "var(--on-al)", stroke: "var(--on-al)" }, [
    path(`M${n(sx)} ${n(sy)}A${n(r)} ${n(r)} 0 0 ${turn > 0 ? 1 : 0} ${n(ex)} ${n(ey)}`, {
      fill: "none",
      "stroke-width": 0.55,
    }),
    path(`M${n(ax)} ${n(ay)}L${n(tx)} ${n(ty)}L${n(bx)} ${n(by)}Z`, { "stroke-width": 0.1 }),
  ]);
}
