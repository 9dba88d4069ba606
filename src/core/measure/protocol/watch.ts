import { channelOf, type Run } from "../log";
import { words } from "../../base/words";
import type { RunState } from "./phase";

/** Something to look at while the run goes. */
export interface Remark {
  code: string;
  /** A caution may cost the verdict, a note does not. */
  level: "caution" | "note";
  text: string;
}

/** A fan that moves less than this share while its chip climbs by so much, K, does not follow it. */
const FIXED_SHARE = 0.03;
const CLIMB_K = 15;
/** Under load for so long a blower turns, s. */
const TURNS_AFTER_S = 60;
/** A chip that does more than this in the idle stretch has work, %. */
const BUSY = 15;
/** A clock held under this share of what the load began with is slowed down, and that at least so long, s. */
const SLOWED = 0.85;

/**
 * What one run alone shows while it goes: a fan that does not follow, work in the idle stretch, a load that does not
 * come, missing readings. What the other run says against it is the witnesses' affair.
 */
export function remarksOn(run: Run, state: RunState): Remark[] {
  return [
    ...fansFollow(run, state),
    ...idleRests(run, state),
    ...loadCame(run, state),
    ...roomHolds(run),
    ...worksOn(run, state),
  ];
}

const between = (run: Run, values: Float32Array, fromS: number, toS: number): number[] =>
  Array.from(values).filter((v, i) => {
    const t = run.timeS[i] ?? 0;
    return t >= fromS && t <= toS && Number.isFinite(v);
  });

const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;

function fansFollow(run: Run, { loadOnS, loadedS }: RunState): Remark[] {
  if (loadOnS === null || loadedS < TURNS_AFTER_S) return [];
  const temp = channelOf(run, "cpu.temperature") ?? channelOf(run, "gpu.temperature");
  if (!temp) return [];
  const idle = mean(between(run, temp.values, loadOnS - 30, loadOnS));
  const hot = mean(between(run, temp.values, loadOnS + loadedS - 15, loadOnS + loadedS));
  return run.channels
    .filter((c) => /^fan\d+\.(speed|duty)$/.test(c.key))
    .flatMap((c): Remark[] => {
      const n = /\d+/.exec(c.key)?.[0] ?? "";
      const speeds = between(run, c.values, loadOnS - 30, loadOnS + loadedS);
      const late = mean(between(run, c.values, loadOnS + loadedS - 15, loadOnS + loadedS));
      if (late < 1)
        return [
          {
            code: "fan-zero",
            level: "caution",
            text: `Blower ${n} reads 0 under load: its plug counts as out until it is seen to turn.`,
          },
        ];
      const still = Math.max(...speeds) - Math.min(...speeds) <= FIXED_SHARE * Math.max(...speeds);
      return still && hot - idle > CLIMB_K
        ? [
            {
              code: "fan-fixed",
              level: "note",
              text: `Blower ${n} does not follow the temperature: fixed? Then fix it alike in both runs.`,
            },
          ]
        : [];
    });
}

function idleRests(run: Run, { loadOnS, phase }: RunState): Remark[] {
  const load = channelOf(run, "cpu.load");
  if (!load) return [];
  const toS = loadOnS ?? run.timeS[run.timeS.length - 1] ?? 0;
  const late = between(run, load.values, toS - 60, toS - 2);
  if (late.length < 5 || mean(late) < BUSY) return [];
  const text =
    `The processor does ${words.share(mean(late) / 100)} in the idle stretch: ` +
    (phase === "idle" ? "close what runs, or wait for it." : "the start of this run is warm.");
  return [{ code: "idle-busy", level: "caution", text }];
}

/** So long after load on the chips work, s, and so much they should do, %. */
const CAME_AFTER_S = 20;
/** Load by which a chip is said to work, %. */
const WORKS = 50;

function loadCame(run: Run, { loadOnS, loadedS, phase }: RunState): Remark[] {
  if (loadOnS === null || loadedS < CAME_AFTER_S || phase !== "load") return [];
  const nowS = loadOnS + loadedS;
  const loads = ["cpu.load", "gpu.load"].flatMap((k) => channelOf(run, k) ?? []);
  const power = channelOf(run, "cpu.power");
  const works = loads.some((c) => mean(between(run, c.values, nowS - 10, nowS)) > WORKS);
  const idleW = power ? mean(between(run, power.values, loadOnS - 30, loadOnS)) : NaN;
  const drawsW = power ? mean(between(run, power.values, nowS - 10, nowS)) : NaN;
  if (works || drawsW > 1.5 * idleW + 2 || (loads.length === 0 && !power)) return [];
  return [
    {
      code: "no-load",
      level: "caution",
      text: "The chips do not work: start the load on the machine, or open its load page.",
    },
  ];
}

function roomHolds(run: Run): Remark[] {
  const room = channelOf(run, "room.temperature");
  const read = room ? Array.from(room.values).filter((v) => Number.isFinite(v)) : [];
  const moved = read.length ? Math.max(...read) - Math.min(...read) : 0;
  return moved > 2
    ? [{ code: "room-moves", level: "note", text: `The room moved by ${words.kelvin(moved).replace("+", "")}.` }]
    : [];
}

/** Work per second against the first half minute: slowing down shows without any sensor. */
function worksOn(run: Run, { loadOnS, loadedS }: RunState): Remark[] {
  if (loadOnS === null || loadedS < 90) return [];
  return (["cpu", "gpu"] as const).flatMap((chip): Remark[] => {
    const work = channelOf(run, `${chip}.work`);
    if (!work) return [];
    const first = mean(between(run, work.values, loadOnS + 3, loadOnS + 33));
    const now = mean(between(run, work.values, loadOnS + loadedS - 20, loadOnS + loadedS));
    return now < SLOWED * first
      ? [
          {
            code: "slowed",
            level: "note",
            text: `The ${words.chip(chip)} does ${words.share(now / first)} of its first half minute: it slows down.`,
          },
        ]
      : [];
  });
}
