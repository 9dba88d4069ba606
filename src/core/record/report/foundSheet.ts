import { drawBase, drawingColours, drawingDefs, drawPart, lintColours } from "../../drawing/draw";
import { el, n, path } from "../../drawing/draw/markup";
import { centreOf, drawOrder, type Part } from "../../drawing/parts";
import type { JobFile } from "../jobfile";
import { cleaningOf, isRenewed, pastedChips, type ServiceContext } from "../../handwork/service";
import { foundLint } from "./foundLint";
import { PAPER, SANS } from "./paper";
import { wasLookedAt } from "./causes";
import type { Speech } from "./speech";
import { stepKey } from "../../handwork/service";

/** What was found on the underside, as one picture with its words. */
export interface FoundSheet {
  title: string;
  sub: string;
  /** Empty where nothing is drawn. */
  svg: string;
  heightPx: number;
  /** The same in words: all there is where nothing is drawn. */
  lines: string[];
}

export const FOUND_W = 680;
/** The drawing stands in the middle, at most so tall, px. */
const DRAWN_W = 354;
const DRAWN_H = 188;
const MOST = 6;

interface Finding {
  part: Part;
  /** What it is, how it was, what was done. */
  name: string;
  was: string;
  done: string;
  /** What weighs most is told first. */
  weight: number;
}

/** What was found and done, on the drawing of the job. */
export function foundSheetOf(file: JobFile, work: ServiceContext, { t, said }: Speech): FoundSheet {
  const findings = findingsIn(work, { t, said })
    .sort((a, b) => b.weight - a.weight)
    .slice(0, MOST);
  const layout = file.drawing?.document;
  return {
    title: t.found.title,
    sub: layout ? t.found.sub : "",
    svg: layout?.parts.length ? sheetSvg(layout, findings, foundLint(work)) : "",
    heightPx: heightOf(findings),
    lines: findings.length
      ? findings.map((f) => `${f.name}: ${[f.was, f.done].filter(Boolean).join(", ")}`)
      : [wasLookedAt(work) ? t.found.nothing : t.found.unwritten],
  };
}

function findingsIn(work: ServiceContext, { t, said }: Speech): Finding[] {
  const { journal, map } = work;
  if (!map) return [];
  const out: Finding[] = [];
  const done = t.parts.done;
  const cleaned = (id: string, matted: boolean) => {
    if (!journal.isDone(stepKey("clean", id))) return done.left;
    const how = cleaningOf(journal.of(stepKey("clean", id)).value)?.method;
    return matted || how === "mat" ? done.lifted : how === "out" ? done.cleaned : done.brushed;
  };
  for (const part of [...map.ofKind("fins"), ...map.ofKind("blower")]) {
    if (!journal.isDone(stepKey("dust", part.id))) continue;
    const grade = Number(journal.of(stepKey("dust", part.id)).value);
    const bearing = journal.of(stepKey("bearing", part.id)).value;
    if (grade < 2 && !t.parts.bearings[bearing]) continue;
    const name = part.kind === "fins" ? t.parts.fins(part.tag) : t.parts.blower(part.tag);
    const how = [t.parts.grades[grade], t.parts.bearings[bearing]].filter(Boolean).join(", ");
    // what was cleaned turns no easier for it
    const bearingToo = t.parts.bearings[bearing] && journal.isDone(stepKey("clean", part.id)) ? done.bearing : "";
    const doneTo = [cleaned(part.id, grade === 4), bearingToo].filter(Boolean).join(", ");
    out.push({ part, name, was: how, done: doneTo, weight: grade });
  }
  for (const chip of pastedChips(work)) {
    const was = journal.of(stepKey("paste-was", chip.id)).value;
    const renewed = journal.isDone(stepKey("paste", chip.id));
    if (!renewed && (was === "" || was === "even")) continue;
    const name = chip.role === "gpu" ? t.parts.gpu : t.parts.cpu;
    out.push({
      part: chip,
      name,
      was: t.parts.pastes[was] ?? "",
      done: renewed ? done.renewed : done.left,
      weight: was === "even" || was === "" ? 1 : 3.5,
    });
  }
  for (const pad of map.ofKind("pad")) {
    const was = journal.of(stepKey("pad-was", pad.id)).value;
    if (!t.parts.pads[was]) continue;
    const mm = (v: number) => said.number(v, Number.isInteger(v) ? 0 : 1);
    const size = `${mm(pad.wMm)} × ${mm(pad.hMm)} × ${mm(pad.thicknessMm)} mm`;
    const renewed = isRenewed(work, pad) && journal.isDone(stepKey("pad", pad.id));
    out.push({
      part: pad,
      name: t.parts.pad(pad.tag),
      was: t.parts.pads[was] ?? "",
      done: renewed ? done.newPad(size) : done.left,
      weight: 2.5,
    });
  }
  const soundness: [string, string, Part | undefined, Record<string, string>][] = [
    ["pipes", t.parts.pipes, map.ofKind("pipe")[0] ?? map.ofKind("fins")[0], t.parts.soundness],
    ["battery", t.parts.battery, map.ofKind("battery")[0], t.parts.batteries],
  ];
  for (const [step, name, part, states] of soundness) {
    const was = states[journal.of(stepKey("strip", step)).value];
    if (part && was) out.push({ part, name, was, done: done.left, weight: 3.2 });
  }
  return out;
}

/** The drawing in the middle, findings numbered at both sides, left ones of what lies left. */
function sheetSvg(
  layout: NonNullable<JobFile["drawing"]>["document"],
  findings: readonly Finding[],
  lint: string,
): string {
  const { widthMm: w, depthMm: d } = layout.base;
  const scale = DRAWN_W / w;
  const left = (FOUND_W - DRAWN_W) / 2;
  const seenMm = Math.min(d, DRAWN_H / scale);
  const drawn = [drawingDefs(), drawBase(layout.base), ...drawOrder(layout.parts).map(drawPart), lint].join("");
  return el(
    "svg",
    {
      xmlns: "http://www.w3.org/2000/svg",
      viewBox: `0 0 ${FOUND_W} ${heightOf(findings)}`,
      width: FOUND_W,
      height: heightOf(findings),
      "font-family": SANS,
    },
    [
      el("clipPath", { id: "seen" }, [el("rect", { x: -4, y: -5, width: w + 8, height: seenMm })]),
      `<g transform="translate(${n(left)} 5) scale(${scale.toFixed(5)})"><g ` +
        `clip-path="url(#seen)">${coloured(drawn)}</g></g>`,
      ...callouts(findings, (p) => [left + p[0] * scale, 5 + Math.min(p[1], seenMm - 6) * scale]),
    ],
  );
}

/** Colours written out: paper has no theme. Shadows that let through would print black. */
const coloured = (markup: string): string =>
  markup.replace(/var\(--([a-z0-9-]+)\)/g, (_, name: string) => {
    if (name.startsWith("font-")) return "sans-serif";
    const colour = drawingColours[name] ?? lintColours[name] ?? drawingColours[name.replace(/^d-/, "")] ?? "#808080";
    return /^#[0-9a-f]{8}$/i.test(colour) ? "#B9C2BF" : colour;
  });

/** Findings stand so far below one another, their lines so far; the first at this height, px. */
const ROW_PX = 72;
const LINE_PX = 17;
const FIRST_PX = 20;

/** The drawing, or the lowest line beside it where that reaches further down, px. */
function heightOf(findings: readonly Finding[]): number {
  const last = Math.ceil(findings.length / 2) - 1;
  // any of them may stand lowest
  const most = Math.max(0, ...findings.map((f) => told(f).length));
  return Math.max(DRAWN_H + 8, last < 2 ? 0 : FIRST_PX + last * ROW_PX + (most - 1) * LINE_PX + 6);
}

function callouts(findings: readonly Finding[], at: (p: readonly [number, number]) => [number, number]): string[] {
  const placed = findings.map((f) => ({ f, p: at(centreOf(f.part)) }));
  const byX = [...placed].sort((a, b) => a.p[0] - b.p[0]);
  const half = Math.ceil(byX.length / 2);
  const sides = [byX.slice(0, half), byX.slice(half)] as const;
  let number = 0;
  return sides.flatMap((side, s) => {
    const rows = [...side].sort((a, b) => a.p[1] - b.p[1]);
    return rows.map(({ f, p }, i) => callout(f, p, { number: ++number, right: s === 1, y: FIRST_PX + i * ROW_PX }));
  });
}

function callout(f: Finding, [px, py]: [number, number], o: { number: number; right: boolean; y: number }): string {
  const cx = o.right ? FOUND_W - 152 : 152;
  const x = o.right ? cx + 19 : cx - 19;
  const anchor = o.right ? "start" : "end";
  const line = (dy: number, text: string, weight: number, fill: string) =>
    el("text", { x, y: o.y + dy, "font-size": 13.5, "text-anchor": anchor, "font-weight": weight, fill }, text);
  return [
    path(`M${cx + (o.right ? -12 : 12)} ${o.y}L${n(px)} ${n(py)}`, {
      stroke: "#FFFFFF",
      "stroke-width": 3.4,
      fill: "none",
    }),
    path(`M${cx + (o.right ? -12 : 12)} ${o.y}L${n(px)} ${n(py)}`, {
      stroke: PAPER.ink,
      "stroke-width": 1.4,
      fill: "none",
    }),
    el("circle", { cx: px, cy: py, r: 3.6, fill: PAPER.ink, stroke: "#FFFFFF", "stroke-width": 1.2 }),
    el("circle", { cx, cy: o.y, r: 12, fill: "#FFFFFF", stroke: PAPER.ink, "stroke-width": 1.8 }),
    el(
      "text",
      { x: cx, y: o.y + 5, "font-size": 14.5, "text-anchor": "middle", "font-weight": 700, fill: PAPER.ink },
      String(o.number),
    ),
    ...told(f).map(([text, strong], i) =>
      line(i * LINE_PX - 2, text, strong ? 600 : 400, strong ? PAPER.ink : PAPER.ink2),
    ),
  ].join("");
}

/** Name and state on one line where they fit there, else a line for each; what is long goes on in the next. */
function told({ name, was, done }: Finding): [string, boolean][] {
  const whole = [name, was].filter(Boolean).join(" ");
  const lines: [string, boolean][] =
    whole.length <= FITS
      ? [
          [whole, true],
          [done, false],
        ]
      : [[name, true], ...[was, done].filter(Boolean).map((line): [string, boolean] => [line, false])];
  return lines
    .flatMap(([line, strong]) => wrapped(line).map((l): [string, boolean] => [l, strong]))
    .slice(0, MOST_LINES);
}

/** Letters that fit beside the drawing in one line, and lines that fit above the next finding. */
const FITS = 21;
const FITS_LINE = 24;
const MOST_LINES = 4;

/** A text in lines that fit, broken between words. */
function wrapped(text: string): string[] {
  const out: string[] = [];
  for (const word of text.split(" ")) {
    const last = out.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= FITS_LINE) out[out.length - 1] = `${last} ${word}`;
    else out.push(word);
  }
  return out;
}
