import { USUAL_FAN_EXPONENT, type ChipId } from "../thermal";
import { fanSpeedsOf } from "./fanSpeeds";
import type { GoodSource } from "../pair/facts";
import type { Judged } from "./judgement";

/** A range of resistances seen in good machines, K/W. */
export interface GoodRange {
  low: number;
  mid: number;
  high: number;
}

export interface GoodFigures {
  level: "machine" | "model" | "class";
  source: GoodSource;
  /** What the airflow ranges are per: the chip's own power, or that of all chips. */
  airflowPer: "own" | "total";
  /** Fan speed the airflow ranges are at, rpm; none where they are of no one speed. */
  fanRpm?: number | null;
  chips: Partial<Record<ChipId, Record<"contact" | "airflow", GoodRange>>>;
}

/** Resistances of one run after a service that left the machine in good order. */
export interface GoodRun {
  tag: string;
  chip: ChipId;
  /** Contact per W of the chip's own power. */
  contactKW: number;
  /** Airflow per W of all chips together: they share the air. */
  airflowKW: number;
  /** Fan speed the airflow was measured at, rpm; none where no log told it. */
  fanRpm?: number | null;
}

/**
 * The good runs a verdict bears witness of: every chip of an after run of which no path got worse.
 *
 * @example
 * goodRunsOf("LR-02", verdict); // [{ tag: "LR-02", chip: "cpu", contactKW: 0.41, airflowKW: 1.01 }]
 */
export function goodRunsOf(tag: string, v: Judged): GoodRun[] {
  if (v.verdict !== "improved" && v.verdict !== "unchanged") return [];
  // figures per watt need the watts of every chip, and of the chip alone
  if (v.work?.length || v.reasons.some((r) => r.code === "board-power")) return [];
  const total = Object.values(v.matched.powerW).reduce((a, b) => a + b, 0);
  const { after: fanRpm } = fanSpeedsOf(v);
  return v.chips.flatMap((c) => {
    const [contact, airflow] = c.paths;
    const sound = c.paths.every((p) => p.finding === "same" || p.finding === "better");
    // an unchanged machine is good only in that nothing was wrong with it that a service would mend
    return sound && total > 0 && contact.afterKW !== null && airflow.after
      ? [{ tag, chip: c.chip, contactKW: contact.afterKW, airflowKW: airflow.after.K / total, fanRpm }]
      : [];
  });
}

/** Spread between machines of one model when only one or two are known, share of the figure. */
const MODEL_SPREAD = 0.12;
/** Spread of one machine's own good runs, share of the figure. */
const MACHINE_SPREAD = 0.06;

/**
 * Good figures from the machine's own runs after service, else from its model's; null when there are none.
 *
 * @example
 * figuresFromRuns([], runsOfTheModel, "Tessaly K15")?.source; // { level: "model", tags: ["LR-02", "LR-09"], … }
 */
export function figuresFromRuns(
  own: readonly GoodRun[],
  model: readonly GoodRun[],
  modelName: string,
): GoodFigures | null {
  const runs = own.length ? own : model;
  if (runs.length === 0) return null;
  const spread = own.length ? MACHINE_SPREAD : MODEL_SPREAD;
  const chips: GoodFigures["chips"] = {};
  const speeds = runs.flatMap((r) => (r.fanRpm ? [r.fanRpm] : [])).sort((a, b) => a - b);
  const fanRpm = speeds[(speeds.length - 1) >> 1] ?? null;
  for (const chip of ["cpu", "gpu"] as const) {
    const of = runs.filter((r) => r.chip === chip);
    if (of.length)
      chips[chip] = {
        contact: rangeOf(
          of.map((r) => r.contactKW),
          spread,
        ),
        airflow: rangeOf(
          of.map((r) => r.airflowKW * airflowBy(r.fanRpm, fanRpm)),
          spread,
        ),
      };
  }
  const tags = [...new Set(runs.map((r) => r.tag))].sort();
  return {
    level: own.length ? "machine" : "model",
    source: own.length ? { level: "machine" } : { level: "model", model: modelName, tags },
    airflowPer: "total",
    fanRpm,
    chips,
  };
}

/**
 * By how much airflow grows from one fan speed to another: forced convection goes with speed to the power of the usual
 * exponent of fans in laptops. 1 where a speed is not known, or one is a share of the top and the other is not.
 */
export function airflowBy(fromRpm: number | null | undefined, toRpm: number | null | undefined): number {
  if (!fromRpm || !toRpm || fromRpm > MOST_SHARE !== toRpm > MOST_SHARE) return 1;
  return (fromRpm / toRpm) ** USUAL_FAN_EXPONENT;
}

/** Up to here a speed is a share of a fan's top, not rpm. */
const MOST_SHARE = 100;

/** Good figures as they are at another fan speed; as they stand where either is not known. */
export function figuresAt(good: GoodFigures, fanRpm: number | null): GoodFigures {
  const by = airflowBy(good.fanRpm, fanRpm);
  if (by === 1) return good;
  const brought = ({ low, mid, high }: GoodRange): GoodRange => ({ low: low * by, mid: mid * by, high: high * by });
  const chips = Object.fromEntries(
    Object.entries(good.chips).map(([chip, r]) => [chip, { contact: r.contact, airflow: brought(r.airflow) }]),
  );
  return { ...good, fanRpm, chips };
}

function rangeOf(values: readonly number[], spread: number): GoodRange {
  const mid = [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;
  return { low: Math.min(...values, mid * (1 - spread)), mid, high: Math.max(...values, mid * (1 + spread)) };
}

/**
 * Typical ranges by class, when no good machine of the model is known. Contact: die areas of 80 to 250 mm² under
 * paste of 0.1 to 0.2 cm²·K/W with spreading; airflow: what keeps a class inside 45 to 70 K over the room at its power.
 */
export function figuresOfClass(chips: readonly ChipId[], totalW: number, fanless: boolean): GoodFigures {
  const cpuContact: GoodRange = { low: 0.22, mid: 0.36, high: 0.55 };
  const gpuContact: GoodRange = { low: 0.08, mid: 0.15, high: 0.24 };
  const air: GoodRange = fanless
    ? { low: 2.2, mid: 3.4, high: 4.8 }
    : totalW > 70
      ? { low: 0.2, mid: 0.32, high: 0.45 }
      : totalW > 35
        ? { low: 0.35, mid: 0.55, high: 0.8 }
        : { low: 0.6, mid: 0.95, high: 1.35 };
  const figures: GoodFigures = {
    level: "class",
    source: { level: "class", fanless, totalW },
    airflowPer: "total",
    chips: {},
  };
  for (const chip of chips)
    figures.chips[chip] = {
      contact: chip === "cpu" ? (fanless ? { low: 0.4, mid: 0.6, high: 0.9 } : cpuContact) : gpuContact,
      airflow: air,
    };
  return figures;
}
