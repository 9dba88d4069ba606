import { scaleLinear, type ScaleLinear } from "d3-scale";
import type { DayView } from "@/core/workshop/day";
import { words } from "@/core/base/words";
import { taskName, type DayNow } from "./planned";

/** The picture's heights, px: hills stand on the pipe, the rule of hours lies below it, tasks hang from the rule. */
export const TOP = 16;
export const PIPE = { y: 196, height: 34 };
export const RULE = { y: 236, height: 32 };
export const HANG = RULE.y + RULE.height;
/** Height of the picture, px. */
export const HEIGHT = 482;
/** Left edge of what is drawn, px. */
const LEFT = 40;
/** Right edge that stays free, px. */
const RIGHT = 40;

export type Clock = ScaleLinear<number, number>;

/** Hours from a little before what is first to a little after what is last. */
export function clockOf(view: DayView, now: DayNow | null, nowMin: number, width: number): Clock {
  const first = Math.min(nowMin, ...view.past.map((p) => p.fromMin), ...(now ? now.tasks.map((t) => t.start) : []));
  const last = Math.max(nowMin + 60, now?.endMin ?? 0, ...view.past.map((p) => p.toMin));
  return scaleLinear([Math.floor(first / 30) * 30 - 10, Math.ceil((last + 10) / 30) * 30 + 10], [LEFT, width - RIGHT]);
}

/** A run as a hill of heat. */
export interface Hill {
  key: string;
  tag: string;
  kind: "before" | "after";
  from: number;
  to: number;
  handsMin: number;
  /** How far it has gone, 0 to 1. */
  share: number;
  height: number;
}

/** Height of a low hill, px. */
const LOW = 92;
/** Height of a high one, px. */
const HIGH = 128;

export function hillsOf(view: DayView, now: DayNow | null, nowMin: number, x: Clock): Hill[] {
  const past = view.past
    .filter((p) => p.stage === "before" || p.stage === "after")
    .map((p) => ({ ...p, kind: p.stage as Hill["kind"] }));
  const going = view.jobs.flatMap((j) => (j.facts.going ? [{ ...j.facts.going, job: j }] : []));
  const gone = past
    .filter((p) => !going.some((g) => g.job.facts.jobId === p.jobId && g.kind === p.kind))
    .map((p) => ({ tag: p.tag, kind: p.kind, from: p.fromMin, to: p.toMin, handsMin: 0, share: 1 }));
  const live = going.map((g) => {
    const began = past.findLast((p) => p.jobId === g.job.facts.jobId && p.kind === g.kind)?.fromMin ?? nowMin;
    const to = nowMin + g.leftMin;
    return {
      tag: g.job.machine.tag,
      kind: g.kind,
      from: began,
      to,
      handsMin: 0,
      share: (nowMin - began) / (to - began),
    };
  });
  const coming = (now?.tasks ?? [])
    .filter((t) => t.kind === "run")
    .map((t) => ({
      tag: t.tag,
      kind: t.task as Hill["kind"],
      from: t.start,
      to: t.end,
      handsMin: t.handsMin,
      share: 0,
    }));
  const all = [...gone, ...live, ...coming].sort((a, b) => a.from - b.from);
  let free = -Infinity;
  let low = true;
  return all.map((h, i) => {
    // names of neighbours stand at two heights
    const middle = x((h.from + h.to) / 2);
    low = middle - free > 96 ? true : !low;
    free = middle;
    return { ...h, key: `${h.tag} ${h.kind} ${i}`, height: low ? LOW : HIGH };
  });
}

/** A hill's outline: idle, the load's rise, cool-down; begins and ends on the pipe. */
export function hillPath(x0: number, x1: number, height: number): string {
  const w = x1 - x0;
  const y0 = PIPE.y;
  const at = (share: number) => x0 + share * w;
  const idle = y0 - 0.16 * height;
  const top = y0 - height;
  const rise = Array.from({ length: 9 }, (_, i) => {
    const s = i / 8;
    return `L${at(0.2 + 0.6 * s).toFixed(1)} ${(idle + (top - idle) * (1 - Math.exp(-4.5 * s))).toFixed(1)}`;
  }).join("");
  const fall = Array.from({ length: 6 }, (_, i) => {
    const s = (i + 1) / 6;
    return `L${at(0.8 + 0.2 * s).toFixed(1)} ${(top + (idle - top) * (1 - Math.exp(-3.2 * s))).toFixed(1)}`;
  }).join("");
  return `M${at(0).toFixed(1)} ${y0}V${idle.toFixed(1)}H${at(0.2).toFixed(1)}${rise}${fall}V${y0}`;
}

/** A machine that waits: from the end of its run to the hands that take it up. */
export interface Thread {
  key: string;
  from: number;
  to: number;
  says: string;
}

/** Shorter waits are not drawn, minutes. */
const LEAST_WAIT = 6;

export function threadsOf(now: DayNow | null): Thread[] {
  if (!now) return [];
  return now.day.jobs.flatMap((j) => {
    const own = now.tasks.filter((t) => t.job === j.id);
    return own.flatMap((t, i): Thread[] => {
      const before = own[i - 1];
      if (!before || t.kind === "wait") return [];
      // cooling is part of the wait
      const from = before.kind === "wait" ? before.start : before.end;
      const wait = t.start - from;
      if (wait < LEAST_WAIT) return [];
      const says =
        before.kind === "wait" && t.start === before.end
          ? `${t.tag} ${WAITS[before.task] ?? "waits"}`
          : `${t.tag} waits ${wait} min`;
      return [{ key: `${j.id} ${t.task}`, from, to: t.start, says }];
    });
  });
}

/** What a machine does while it waits by itself. */
const WAITS: Readonly<Record<string, string>> = {
  cools: "cools",
  discharges: "runs its battery down",
  dries: "dries",
};

/** Handwork of one machine that follows without a pause. */
export interface Hung {
  key: string;
  jobId: number;
  tag: string;
  from: number;
  to: number;
  names: string[];
  done: boolean;
}

export function hungOf(view: DayView, now: DayNow | null): Hung[] {
  const past: Hung[] = view.past
    .filter((p) => p.stage !== "before" && p.stage !== "after")
    .map((p) => ({
      key: `past ${p.jobId} ${p.stage}`,
      jobId: p.jobId,
      tag: p.tag,
      from: p.fromMin,
      to: Math.max(p.toMin, p.fromMin + 1),
      names: [taskName(p.stage)],
      done: true,
    }));
  const coming = (now?.tasks ?? [])
    .filter((t) => t.kind === "hands")
    .sort((a, b) => a.start - b.start)
    .map((t) => ({
      key: `${t.job} ${t.task}`,
      jobId: Number(t.job),
      tag: t.tag,
      from: t.start,
      to: t.end,
      names: [taskName(t.task)],
      done: false,
    }));
  return [...joined(past, 12), ...joined(coming, 0)];
}

/** Neighbours of one machine as one, where no more than so many minutes lie between. */
function joined(list: readonly Hung[], apart: number): Hung[] {
  const out: Hung[] = [];
  for (const h of list) {
    const last = out.at(-1);
    if (last && last.jobId === h.jobId && h.from - last.to <= apart)
      out[out.length - 1] = { ...last, to: Math.max(last.to, h.to), names: [...last.names, ...h.names] };
    else out.push(h);
  }
  return out;
}

/** Where each hanging thing stands: a picture where its bracket is wide enough, else words on a free level. */
export interface HungPlace extends Hung {
  x: number;
  width: number;
  picture: boolean;
  /** Words alone stand at one of so many depths. */
  level: number;
  /** Words stand to the left of their thread where there is no room to its right. */
  left: boolean;
  /** What stands below the tag. */
  says: string;
}

const PICTURE_W = 96;
/** Rows that words may stand in. */
const LEVELS = 4;
const LETTER_W = 7.1;
/** From a thread to its words, px. */
export const BESIDE = 7;

type Box = readonly [from: number, to: number];
const meet = (a: Box, b: Box): boolean => a[0] < b[1] && b[0] < a[1];

/** Lays words out so that none stands on others or on a picture, where that can be. */
export function placesOf(hung: readonly Hung[], x: Clock): HungPlace[] {
  const [, edge = 0] = x.range();
  const places = hung.map((h): HungPlace => {
    const at = x(h.from);
    const width = x(h.to) - at;
    const says = `${inARow(h.names)}, ${h.done ? "done" : `${Math.round(h.to - h.from)} min`}`;
    return { ...h, x: at, width, picture: width >= PICTURE_W, level: 0, left: false, says };
  });
  const pictures = places.filter((p) => p.picture).map((p): Box => [p.x - 4, p.x + p.width + 4]);
  const taken: Box[][] = Array.from({ length: LEVELS }, () => []);
  return places.map((p) => {
    if (p.picture) return p;
    const tries = [false, true].flatMap((left) =>
      taken.map((boxes, level) => {
        const box = wordsBox(p, left);
        const outside = box[0] < 0 || box[1] > edge + 30;
        const faults = boxes.filter((b) => meet(b, box)).length + 3 * pictures.filter((b) => meet(b, box)).length;
        return { left, level, box, faults: faults + (outside ? 5 : 0) };
      }),
    );
    const best = tries.reduce((a, b) => (b.faults < a.faults ? b : a));
    taken[best.level]?.push(best.box);
    return { ...p, left: best.left, level: best.level };
  });
}

/** Where the words of a thing stand, from left to right, px. */
export function wordsBox(p: Pick<HungPlace, "x" | "width" | "tag" | "says">, left: boolean): Box {
  const at = p.x + p.width / 2;
  const wide = Math.max(p.tag.length * 8, p.says.length * LETTER_W) + BESIDE;
  return left ? [at - wide, at] : [at, at + wide];
}

/** "Open, strip, clean" */
export const inARow = (names: readonly string[]): string => words.capital(names.join(", ").toLowerCase());
