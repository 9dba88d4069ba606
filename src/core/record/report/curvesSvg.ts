import { el, n, path, rect } from "../../drawing/draw/markup";
import type { PairCurves } from "../../measure/judge";
import type { Said } from "./form";
import { MONO, PAPER, SANS } from "./paper";
import type { Texts } from "./texts";

export const CURVES_W = 680;
export const CURVES_H = 190;
/** Left edge of the plot, px. */
const LEFT = 44;
/** Top edge of the plot, px. */
const TOP = 12;
const FOOT = CURVES_H - 28;

/** Chip temperatures of both runs, load starts laid on each other: before dashed, after solid. */
export function curvesSvg(curves: PairCurves, limitC: number | null, t: Texts, said: Said): string {
  const all = curves.chips.flatMap((c) => [...c.before, ...c.after]);
  const C = all.flatMap((p) => [p.min, p.max]).filter(Number.isFinite);
  const low = Math.floor((Math.min(...C, 30) - 2) / 10) * 10;
  const high = Math.max(...C, limitC ?? 0) + 4;
  const endS = Math.max(curves.loadS.before, curves.loadS.after) + 90;
  const x = (s: number) => LEFT + ((s + 60) / (endS + 60)) * (CURVES_W - LEFT - 8);
  const y = (c: number) => FOOT - ((c - low) / (high - low)) * (FOOT - TOP);
  const text = (tx: number, ty: number, words: string, anchor: string, family?: string) =>
    el(
      "text",
      { x: tx, y: ty, "font-size": 13, "text-anchor": anchor, fill: PAPER.ink2, "font-family": family },
      words,
    );
  const grid: string[] = [];
  for (let c = low + 20; c < high; c += 20)
    grid.push(
      path(`M${LEFT} ${n(y(c))}H${CURVES_W - 8}`, { stroke: PAPER.line2, "stroke-width": 1, fill: "none" }),
      text(LEFT - 7, y(c) + 4.5, said.number(said.unit === "F" ? 32 + 1.8 * c : c), "end", MONO),
    );
  for (let s = 0; s < endS; s += endS > 1500 ? 600 : 300)
    grid.push(text(x(s), FOOT + 18, `${Math.round(s / 60)} min`, "middle"));
  const line = (points: PairCurves["chips"][number]["before"]) =>
    points.map((p, i) => `${i ? "L" : "M"}${n(x(p.t))} ${n(y((p.min + p.max) / 2))}`).join("");
  const lines = curves.chips.flatMap((c, i) => {
    const width = i === 0 ? 2.2 : 1.2;
    return [
      path(line(c.before), { stroke: PAPER.ink2, "stroke-width": width, "stroke-dasharray": "5 4", fill: "none" }),
      path(line(c.after), { stroke: PAPER.ink, "stroke-width": width, fill: "none" }),
    ];
  });
  return el(
    "svg",
    {
      xmlns: "http://www.w3.org/2000/svg",
      viewBox: `0 0 ${CURVES_W} ${CURVES_H}`,
      width: CURVES_W,
      height: CURVES_H,
      "font-family": SANS,
    },
    [
      rect(x(0), TOP, x(Math.max(curves.loadS.before, curves.loadS.after)) - x(0), FOOT - TOP, { fill: "#F6E9DF" }),
      ...grid,
      ...(limitC === null
        ? []
        : [path(`M${LEFT} ${n(y(limitC))}H${CURVES_W - 8}`, { stroke: PAPER.ink, "stroke-width": 1.8, fill: "none" })]),
      path(`M${LEFT} ${FOOT}H${CURVES_W - 8}`, { stroke: PAPER.ink, "stroke-width": 1.2, fill: "none" }),
      ...lines,
      text(CURVES_W - 10, FOOT - 22, `- - ${t.ladder.before.toLowerCase()}`, "end"),
      text(CURVES_W - 10, FOOT - 7, `— ${t.ladder.after.toLowerCase()}`, "end"),
    ],
  );
}
