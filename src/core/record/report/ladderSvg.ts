import { el, n, path, rect } from "../../drawing/draw/markup";
import { ladderPlan, rungsC, shownPath, type ChipVerdict, type LadderPlan } from "../../measure/judge";
import type { Verdict } from "../../measure/says";
import { MONO, PAPER, SANS } from "./paper";
import type { Said } from "./form";
import type { Speech } from "./speech";

export const LADDER_W = 330;
export const LADDER_H = 252;
/** Top of the ladder, px. */
const TOP = 30;
/** Its foot, px. */
const FOOT = 214;
/** Left rail of the run before, px. */
const BEFORE_X = 98;
/** Left rail of the run after, px. */
const AFTER_X = 202;
/** Between rails, px. */
const WIDE = 56;

/** Both ladders on paper: before dashed, after solid, from the room up to the chip; five kelvins a rung. */
export function ladderSvg(v: Verdict, lead: ChipVerdict, { t, said }: Speech): string {
  const { roomC } = v.matched;
  const plan = ladderPlan(lead, roomC, v.limitC, true);
  const y = (C: number) => FOOT - ((C - roomC) / (plan.topC - roomC)) * (FOOT - TOP);
  const beforeC = plan.before.totalC ?? roomC;
  const afterC = plan.after.totalC ?? roomC;
  const known = [plan.before, plan.after].every((l) => l.airKnown && l.contactKnown);
  return el(
    "svg",
    {
      xmlns: "http://www.w3.org/2000/svg",
      viewBox: `0 0 ${LADDER_W} ${LADDER_H}`,
      width: LADDER_W,
      height: LADDER_H,
      "font-family": SANS,
    },
    [
      ...scale(y, plan, said),
      ...(known ? wedges(y, plan) : []),
      ...(known
        ? [
            ...ladder(BEFORE_X, y, plan, "before"),
            ...ladder(AFTER_X, y, plan, "after"),
            ...pathLabels(y, plan, lead, { t, said }),
          ]
        : bare(y, { beforeC, afterC })),
      ...(v.limitC === null ? [] : limit(y(v.limitC), `${t.ladder.slowsAt} `, said.figures.degrees(v.limitC))),
      ground(),
      label(BEFORE_X + WIDE / 2, FOOT + 24, `${t.ladder.before} ${said.figures.degrees(beforeC)}`, {
        size: 14.5,
        anchor: "middle",
        fill: PAPER.ink,
        weight: 600,
      }),
      label(AFTER_X + WIDE / 2, FOOT + 24, `${t.ladder.after} ${said.figures.degrees(afterC)}`, {
        size: 14.5,
        anchor: "middle",
        fill: PAPER.ink,
        weight: 600,
      }),
    ],
  );
}

type Scale = (C: number) => number;

interface Label {
  size: number;
  anchor: "start" | "middle" | "end";
  fill: string;
  weight?: number;
  family?: string;
}

const label = (x: number, y: number, text: string, { size, anchor, fill, weight = 400, family }: Label): string =>
  el(
    "text",
    { x, y, "font-size": size, "text-anchor": anchor, fill, "font-weight": weight, "font-family": family },
    text,
  );

/** Between two marks of a scale in °F. */
const STEP_F = 40;
const inF = (C: number): number => 32 + 1.8 * C;

/** Marks of the scale at round figures of the unit the report is told in, °C. */
function marksOf({ roomC, topC, ticksC }: LadderPlan, unit: Said["unit"]): number[] {
  if (unit === "C") return ticksC;
  const marks: number[] = [];
  for (let F = Math.ceil((inF(roomC) + 4) / STEP_F) * STEP_F; F < inF(topC); F += STEP_F) marks.push((F - 32) / 1.8);
  return marks;
}

function scale(y: Scale, plan: LadderPlan, said: Said): string[] {
  const number = (C: number) => said.number(said.unit === "F" ? inF(C) : C);
  const out: string[] = [];
  for (const C of marksOf(plan, said.unit))
    out.push(
      path(`M40 ${n(y(C))}H${LADDER_W - 8}`, { stroke: PAPER.line2, "stroke-width": 1, fill: "none" }),
      label(34, y(C) + 5, number(C), { size: 13.5, anchor: "end", fill: PAPER.ink2, weight: 400, family: MONO }),
    );
  out.push(
    label(34, FOOT + 5, number(Math.round(plan.roomC)), {
      size: 13.5,
      anchor: "end",
      fill: PAPER.ink2,
      weight: 400,
      family: MONO,
    }),
  );
  return out;
}

function wedges(y: Scale, { roomC, before, after }: LadderPlan): string[] {
  const [a, b] = [BEFORE_X + WIDE, AFTER_X];
  const wedge = (from: number, to: number, lowFrom: number, lowTo: number, fill: string) =>
    path(`M${a} ${n(y(from))}L${b} ${n(y(to))}V${n(y(lowTo))}L${a} ${n(y(lowFrom))}Z`, { fill });
  return [
    wedge(before.airC, after.airC, roomC, roomC, PAPER.airWash),
    wedge(before.topC, after.topC, before.airC, after.airC, PAPER.pasteWash),
  ];
}

/** One ladder: airflow below, contact above; the form of its rungs tells them apart without colour. */
function ladder(x: number, y: Scale, plan: LadderPlan, run: "before" | "after"): string[] {
  const { roomC, rungK } = plan;
  const { airC, topC } = plan[run];
  const dashed = run === "before";
  const dash = dashed ? "4 3" : undefined;
  const part = (fromC: number, toC: number, colour: string, width: number): string[] => {
    const out = [
      path(`M${x} ${n(y(fromC))}V${n(y(toC))}M${x + WIDE} ${n(y(fromC))}V${n(y(toC))}`, {
        stroke: colour,
        "stroke-width": dashed ? 1.8 : 6,
        "stroke-dasharray": dash,
        fill: "none",
      }),
    ];
    for (const C of rungsC(fromC, toC, rungK))
      out.push(
        path(`M${x} ${n(y(C))}h${WIDE}`, {
          stroke: colour,
          "stroke-width": dashed ? 1.5 : width,
          "stroke-dasharray": dash,
          fill: "none",
        }),
      );
    return out;
  };
  return [...part(roomC, airC, PAPER.air, 2.4), ...part(airC, topC, PAPER.paste, 4.6), chip(x, y(topC), dash)];
}

const chip = (x: number, y: number, dash?: string): string =>
  rect(x + 10, y - 8, WIDE - 20, 7, {
    fill: dash ? "#FFFFFF" : PAPER.ink,
    stroke: PAPER.ink,
    "stroke-width": 1.4,
    "stroke-dasharray": dash,
  });

/** Where the paths are not told apart: the whole height alone. */
function bare(y: Scale, { beforeC, afterC }: { beforeC: number; afterC: number }): string[] {
  return [
    rect(BEFORE_X, y(beforeC), WIDE, FOOT - y(beforeC), {
      fill: "none",
      stroke: PAPER.ink,
      "stroke-width": 1.6,
      "stroke-dasharray": "4 3",
    }),
    rect(AFTER_X, y(afterC), WIDE, FOOT - y(afterC), { fill: PAPER.line2, stroke: PAPER.ink, "stroke-width": 1.6 }),
  ];
}

function pathLabels(y: Scale, { roomC, before, after }: LadderPlan, chip: ChipVerdict, { t, said }: Speech): string[] {
  const middle = (a: number, b: number) => (y(a) + y(b)) / 2;
  const x = AFTER_X + WIDE + 10;
  const airY = middle(roomC, after.airC);
  // two figures keep clear of one another
  const pasteY = Math.min(middle(after.airC, after.topC), airY - 44);
  const change = (path: "contact" | "airflow") => said.figures.signed(shownPath(chip, path, said.step), 0);
  const beforeAir = middle(roomC, before.airC) + 5;
  return [
    label(BEFORE_X - 8, Math.min(middle(before.airC, before.topC) + 5, beforeAir - 18), t.ladder.paste, {
      size: 13.5,
      anchor: "end",
      fill: PAPER.paste,
      weight: 600,
    }),
    label(BEFORE_X - 8, beforeAir, t.ladder.airflow, { size: 13.5, anchor: "end", fill: PAPER.air, weight: 600 }),
    ...(chip.paths[0].change
      ? [
          label(x, pasteY + 4, change("contact"), {
            size: 20,
            anchor: "start",
            fill: PAPER.paste,
            weight: 700,
            family: MONO,
          }),
          label(x, pasteY + 19, t.ladder.inPaste, { size: 13.5, anchor: "start", fill: PAPER.paste }),
        ]
      : []),
    ...(chip.paths[1].change
      ? [
          label(x, airY + 4, change("airflow"), {
            size: 20,
            anchor: "start",
            fill: PAPER.air,
            weight: 700,
            family: MONO,
          }),
          label(x, airY + 19, t.ladder.inAir, { size: 13.5, anchor: "start", fill: PAPER.air }),
        ]
      : []),
  ];
}

function limit(y: number, word: string, figure: string): string[] {
  const hatch: string[] = [];
  for (let x = 44; x < LADDER_W - 10; x += 9) hatch.push(`M${x} ${n(y)}l5 -7`);
  return [
    path(hatch.join(""), { stroke: PAPER.ink2, "stroke-width": 1.2, fill: "none" }),
    path(`M40 ${n(y)}H${LADDER_W - 8}`, { stroke: PAPER.ink, "stroke-width": 2.2, fill: "none" }),
    label(LADDER_W - 8, y - 12, `${word}${figure}`, { size: 13.5, anchor: "end", fill: PAPER.ink, weight: 600 }),
  ];
}

function ground(): string {
  const hatch: string[] = [];
  for (let x = 44; x < LADDER_W - 10; x += 9) hatch.push(`M${x} ${FOOT + 7}l5 -7`);
  return [
    path(`M40 ${FOOT}H${LADDER_W - 8}`, { stroke: PAPER.ink, "stroke-width": 1.6, fill: "none" }),
    path(hatch.join(""), { stroke: PAPER.room, "stroke-width": 1.1, fill: "none" }),
  ].join("");
}
