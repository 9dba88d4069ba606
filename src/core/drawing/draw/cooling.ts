import { centreLine } from "../parts/geometry";
import type { ColdPlate, FinStack, HeatPipe, Pad, PathPoint, Spreader, VapourChamber } from "../parts/parts";
import { cornered, el, n, path, rect } from "./markup";

/** Comb of fins along the flow: dark gap and light edge at the true pitch, a frame strip where the air leaves. */
export function drawFins(f: FinStack): string {
  const { wMm: w, hMm: h } = f;
  const upright = f.outlet === "top" || f.outlet === "bottom";
  const long = upright ? w : h;
  const pitch = Math.max(0.6, f.pitchMm);
  const count = Math.max(1, Math.floor((long - 1.4) / pitch));
  const start = -(count * pitch) / 2;
  let gaps = "";
  let edges = "";
  for (let i = 0; i < count; i++) {
    const at = start + (i + 0.5) * pitch;
    gaps += upright
      ? `M${n(at)} ${n(-h / 2 + 1.6)}V${n(h / 2 - 0.7)}`
      : `M${n(-w / 2 + 0.7)} ${n(at)}H${n(w / 2 - 1.6)}`;
    edges += upright
      ? `M${n(at + pitch * 0.36)} ${n(-h / 2 + 1.6)}V${n(h / 2 - 0.7)}`
      : `M${n(-w / 2 + 0.7)} ${n(at + pitch * 0.36)}H${n(w / 2 - 1.6)}`;
  }
  return [
    rect(-w / 2, -h / 2, w, h, { rx: 0.8, fill: "var(--d-al2)", stroke: "var(--d-ink)", "stroke-width": 0.5 }),
    path(gaps, { stroke: "var(--d-we2)", "stroke-width": pitch * 0.42, "stroke-opacity": 0.85 }),
    path(edges, { stroke: "var(--d-al1)", "stroke-width": pitch * 0.22 }),
    rect(-w / 2, -h / 2, w, h, { rx: 0.8, fill: "url(#ov-sheen)", stroke: "none" }),
  ].join("");
}

/** A centre line with true bends as path data. */
export function centreLinePath(points: readonly PathPoint[]): string {
  const pieces = centreLine(points);
  const first = pieces[0];
  if (!first) return points[0] ? `M${n(points[0].xMm)} ${n(points[0].yMm)}h0.01` : "";
  let d = `M${n(first.from[0])} ${n(first.from[1])}`;
  for (const p of pieces)
    d +=
      p.kind === "line"
        ? `L${n(p.to[0])} ${n(p.to[1])}`
        : `A${n(p.radiusMm)} ${n(p.radiusMm)} 0 0 ${p.sweepDeg > 0 ? 1 : 0} ${n(p.to[0])} ${n(p.to[1])}`;
  return d;
}

/** A flattened copper pipe: shadow, edge, dark, mid, a wide flat light and a thin glint; crimped at both ends. */
export function drawPipe(h: HeatPipe): string {
  const d = centreLinePath(h.points);
  const w = h.widthMm;
  const stroke = (colour: string, width: number, more: Record<string, string | number> = {}) =>
    path(d, { fill: "none", stroke: colour, "stroke-width": width, "stroke-linejoin": "round", ...more });
  return [
    stroke("var(--d-shadow)", w + 0.6, { transform: "translate(0.7 1.3)" }),
    crimp(h.points, w, false),
    crimp(h.points, w, true),
    stroke("var(--cu0)", w),
    stroke("var(--cu1)", w - 0.9),
    stroke("var(--cu2)", w * 0.8),
    stroke("var(--cu3)", w * 0.6, { transform: `translate(${n(-0.02 * w)} ${n(-0.04 * w)})` }),
    stroke("var(--cu4)", w * 0.3, { transform: `translate(${n(-0.06 * w)} ${n(-0.1 * w)})` }),
    stroke("var(--cu5)", w * 0.07, { transform: `translate(${n(-0.09 * w)} ${n(-0.17 * w)})`, "stroke-opacity": 0.9 }),
    h.damage === "none" ? "" : damageMark(h),
  ].join("");
}

function crimp(points: readonly PathPoint[], w: number, atEnd: boolean): string {
  const pieces = centreLine(points);
  const piece = atEnd ? pieces[pieces.length - 1] : pieces[0];
  if (!piece) return "";
  const tip = atEnd ? piece.to : piece.from;
  const angle =
    piece.kind === "line"
      ? Math.atan2(piece.to[1] - piece.from[1], piece.to[0] - piece.from[0])
      : Math.atan2(tip[1] - piece.centre[1], tip[0] - piece.centre[0]) + (Math.sign(piece.sweepDeg) * Math.PI) / 2;
  const deg = ((atEnd ? angle : angle + Math.PI) * 180) / Math.PI;
  return path(`M-0.2 ${n(-w / 2)}L${n(0.42 * w)} ${n(-w * 0.16)}V${n(w * 0.16)}L-0.2 ${n(w / 2)}Z`, {
    transform: `translate(${n(tip[0])} ${n(tip[1])}) rotate(${n(deg)})`,
    fill: "var(--cu1)",
    stroke: "var(--cu0)",
    "stroke-width": 0.5,
    "stroke-linejoin": "round",
  });
}

function damageMark(h: HeatPipe): string {
  const p = h.points[Math.floor(h.points.length / 2)];
  if (!p) return "";
  return h.damage === "dent"
    ? el("ellipse", {
        cx: p.xMm,
        cy: p.yMm,
        rx: h.widthMm * 0.45,
        ry: h.widthMm * 0.3,
        fill: "var(--cu0)",
        "fill-opacity": 0.55,
      })
    : path(
        `M${n(p.xMm - h.widthMm / 2)} ${n(p.yMm - h.widthMm / 2)}l${n(h.widthMm)} ` +
          `${n(h.widthMm)}M${n(p.xMm - h.widthMm / 2 + 1.6)} ${n(p.yMm - h.widthMm / 2)}l${n(h.widthMm)} ` +
          `${n(h.widthMm)}`,
        { stroke: "var(--cu0)", "stroke-width": 0.7 },
      );
}

const metal = (material: string): string =>
  material === "aluminium" || material === "nickel"
    ? "url(#ov-alu)"
    : material === "graphite"
      ? "var(--d-we2)"
      : "url(#ov-copper)";

/** Copper or aluminium plate with chamfered corners, a bevel line and spring arms out to its screws. */
export function drawPlate(p: ColdPlate): string {
  const { wMm: w, hMm: h } = p;
  const c = Math.min(3, w / 6, h / 6);
  const copper = p.material === "copper";
  const ring = (i: number) =>
    `M${n(-w / 2 + c)} ${n(-h / 2 + i)}H${n(w / 2 - c)}L${n(w / 2 - i)} ` +
    `${n(-h / 2 + c)}V${n(h / 2 - c)}L${n(w / 2 - c)} ${n(h / 2 - i)}H${n(-w / 2 + c)}L${n(-w / 2 + i)} ` +
    `${n(h / 2 - c)}V${n(-h / 2 + c)}Z`;
  return [
    path(ring(0), { fill: "var(--d-shadow)", transform: "translate(0.8 1.4)" }),
    path(ring(0), { fill: metal(p.material), stroke: copper ? "var(--cu0)" : "var(--d-ink)", "stroke-width": 0.6 }),
    path(ring(1.1), {
      fill: "none",
      stroke: copper ? "var(--cu5)" : "#fff",
      "stroke-opacity": 0.7,
      "stroke-width": 0.35,
    }),
  ].join("");
}

/** Sealed copper sheet with rim line and dotted wick. */
export function drawChamber(v: VapourChamber): string {
  const { wMm: w, hMm: h } = v;
  return [
    rect(-w / 2 + 0.8, -h / 2 + 1.5, w, h, { rx: 4, fill: "var(--d-shadow)" }),
    rect(-w / 2, -h / 2, w, h, { rx: 4, fill: "url(#ov-copper)", stroke: "var(--cu0)", "stroke-width": 0.6 }),
    rect(-w / 2 + 2.6, -h / 2 + 2.6, w - 5.2, h - 5.2, {
      rx: 2.6,
      fill: "url(#ov-wick)",
      stroke: "var(--cu5)",
      "stroke-opacity": 0.85,
      "stroke-width": 0.4,
    }),
    v.damage === "dent"
      ? el("ellipse", { cx: w * 0.2, cy: h * 0.1, rx: 6, ry: 4, fill: "var(--cu0)", "fill-opacity": 0.4 })
      : "",
  ].join("");
}

/** Thin sheet with a window cut out and an inner edge line. */
export function drawSpreader(s: Spreader): string {
  const { wMm: w, hMm: h, windowWMm: ww, windowHMm: wh } = s;
  const outer = cornered(-w / 2, -h / 2, w, h, [2.4, 2.4, 2.4, 2.4]);
  const window = ww > 0 && wh > 0 ? cornered(-ww / 2, -wh / 2, ww, wh, [1, 1, 1, 1]) : "";
  return [
    path(outer + window, { fill: "var(--d-shadow)", "fill-rule": "evenodd", transform: "translate(0.6 1)" }),
    path(outer + window, {
      fill: metal(s.material),
      "fill-rule": "evenodd",
      stroke: s.material === "copper" ? "var(--cu0)" : "var(--d-ink)",
      "stroke-width": 0.5,
    }),
    path(cornered(-w / 2 + 1.2, -h / 2 + 1.2, w - 2.4, h - 2.4, [1.6, 1.6, 1.6, 1.6]), {
      fill: "none",
      stroke: "#fff",
      "stroke-opacity": 0.6,
      "stroke-width": 0.35,
    }),
  ].join("");
}

/** Soft pad with a diagonal hatch; a missing one is a dashed hole, a torn one shows its tear. */
export function drawPad(p: Pad): string {
  const { wMm: w, hMm: h } = p;
  const box = { rx: 0.9 };
  if (p.state === "missing")
    return rect(-w / 2, -h / 2, w, h, {
      ...box,
      fill: "var(--caution-wash)",
      stroke: "var(--caution-ink)",
      "stroke-width": 0.7,
      "stroke-dasharray": "1.8 1.1",
    });
  return [
    rect(-w / 2, -h / 2, w, h, { ...box, fill: "var(--d-pad)", stroke: "none" }),
    rect(-w / 2, -h / 2, w, h, { ...box, fill: "url(#ov-hatch)", stroke: "var(--d-padl)", "stroke-width": 0.5 }),
    p.state === "torn"
      ? path(
          `M${n(-0.1 * w)} ${n(-h / 2)}l${n(0.08 * w)} ${n(0.24 * h)}l${n(-0.1 * w)} ` +
            `${n(0.2 * h)}l${n(0.12 * w)} ${n(0.26 * h)}l${n(-0.06 * w)} ${n(0.3 * h)}`,
          { fill: "none", stroke: "var(--sheet)", "stroke-width": 1.4 },
        )
      : "",
  ].join("");
}
