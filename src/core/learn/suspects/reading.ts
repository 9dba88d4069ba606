import { channelOf, type Phases, type Run } from "../../measure/log";
import type { Figure } from "../../measure/judge";
import type { Triage } from "../../measure/says";
import type { RunJudgement } from "../../measure/triage";
import type { ChipId } from "../../measure/thermal";

/** What the judge measured of one chip in one run. */
export interface SeenChip {
  chip: ChipId;
  /** Power in the last minutes of the load, W. */
  powerW: number;
  /** Heights at that power, K. */
  contact: Figure;
  airflow: Figure;
}

/** What one run shows: heights as the judge has them, and what stands in its log besides. Null is not logged. */
export interface RunSeen {
  chips: SeenChip[];
  /** Whether the air stands, as the judge says it. */
  stands: boolean;
  log: LogSeen;
  /** Share of its highest speed the blower was led at by hand, which tells nothing of its controller; else null. */
  led: number | null;
}

/** What somebody who reads the log sees in it. */
export interface LogSeen {
  /** Hottest core over the mean of the others late in the load, K. */
  coresK: number | null;
  /** Fan speed late in the load and in idle, in the log's unit. */
  fan: number | null;
  fanIdle: number | null;
  /** The hottest chip late in the load and in idle, °C. */
  hotC: number | null;
  hotIdleC: number | null;
  /** How busy the processor is in idle, %. */
  idlePct: number | null;
  /** Memory over the room late in the load, K. */
  memoryK: number | null;
  /** Whether a chip stood at its limit under load. */
  limited: boolean;
}

const LATE_S = 120;

/**
 * What a run shows, from its log and the judge's view of it alone.
 *
 * @example
 * const t = triageRun(input, good, 97);
 * t && runSeen(input.run, phases, t).log.coresK; // 9.2
 */
export function runSeen(run: Run, phases: Phases, t: RunJudgement | Triage, led: number | null = null): RunSeen {
  const late: Span = [
    Math.max(phases.loadOffS - LATE_S, phases.loadOnS + (phases.loadOffS - phases.loadOnS) / 3),
    phases.loadOffS,
  ];
  const idle: Span = [0, phases.loadOnS];
  const mean = (key: string, span: Span) => meanIn(run, key, span);
  const roomC = t.facts?.roomC ?? null;
  const memoryC = mean("memory.temperature", late);
  const unit = channelOf(run, "fan1.speed")?.unit;
  return {
    chips: t.chips.flatMap((c) => {
      const powerW = t.matched.powerW[c.chip] ?? 0;
      const [contact, airflow] = c.paths;
      return powerW > 0.5 ? [{ chip: c.chip, powerW, contact: contact.seen, airflow: airflow.seen }] : [];
    }),
    stands: t.word === "fan",
    log: {
      coresK: coresApartK(run, late),
      fan: unit ? mean("fan1.speed", late) : null,
      fanIdle: unit ? mean("fan1.speed", idle) : null,
      hotC: hottest(run, late),
      hotIdleC: hottest(run, idle),
      idlePct: mean("cpu.load", idle),
      memoryK: memoryC === null || roomC === null ? null : memoryC - roomC,
      limited: t.notes.some((n) => n.code === "throttled"),
    },
    led,
  };
}

type Span = [fromS: number, toS: number];

function meanIn(run: Run, key: string, [from, to]: Span): number | null {
  const values = channelOf(run, key)?.values;
  if (!values) return null;
  let [sum, n] = [0, 0];
  for (let i = 0; i < run.timeS.length; i++) {
    const t = run.timeS[i] ?? 0;
    const v = values[i] ?? NaN;
    if (t < from || t >= to || !Number.isFinite(v)) continue;
    sum += v;
    n++;
  }
  return n ? sum / n : null;
}

function hottest(run: Run, span: Span): number | null {
  const all = ["cpu.temperature", "gpu.temperature"].flatMap((key) => meanIn(run, key, span) ?? []);
  return all.length ? Math.max(...all) : null;
}

/** How far the hottest core stands over the mean of the others, K; null with fewer than three. */
function coresApartK(run: Run, late: Span): number | null {
  const means = run.channels
    .filter((c) => CORE.test(c.key))
    .flatMap((c) => {
      const m = meanIn(run, c.key, late);
      return m === null ? [] : [m];
    });
  if (means.length < 3) return null;
  const top = Math.max(...means);
  return top - (means.reduce((a, b) => a + b, 0) - top) / (means.length - 1);
}
const CORE = /^cpu\.core\d+\.temperature$/;
