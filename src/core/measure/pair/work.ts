import { IDLE_SHARE, type ChipId, type ChipSeries } from "../thermal";
import { meanOver, type Windowed } from "./conditions";

/** Whether both runs did the same work, for a chip whose power is not in both logs. */
export interface WorkWitness {
  chip: ChipId;
  /** Work after over work before, as told by load and clock; 1 when nothing tells. */
  ratio: number;
  /** What bore witness. */
  by: "work a second" | "load and clock" | "load" | "clock" | "nothing";
}

/** Power grows with the clock to about this exponent (f·V², V nearly linear in f at the top). */
export const CLOCK_EXPONENT = 2.4;

/** Witnesses of equal work over the last two minutes under load: work a second, else load and clock. */
export function witnessWork(before: Windowed, after: Windowed, chip: ChipId): WorkWitness {
  const b = before.chips.find((c) => c.chip === chip);
  const a = after.chips.find((c) => c.chip === chip);
  const late = (s: Windowed, v: Float64Array | null | undefined) => (v ? meanOver(v, s.late) : NaN);
  // what was done bears better witness than how busy the chip was; it grows with the clock
  const done = late(after, a?.work) / late(before, b?.work);
  if (Number.isFinite(done) && done > 0) return { chip, ratio: done ** CLOCK_EXPONENT, by: "work a second" };
  const load = late(after, a?.load) / late(before, b?.load);
  const clock = late(after, a?.clock) / late(before, b?.clock);
  const haveLoad = Number.isFinite(load) && load > 0;
  const haveClock = Number.isFinite(clock) && clock > 0;
  const ratio = (haveLoad ? load : 1) * (haveClock ? clock ** CLOCK_EXPONENT : 1);
  return {
    chip,
    ratio,
    by: haveLoad && haveClock ? "load and clock" : haveLoad ? "load" : haveClock ? "clock" : "nothing",
  };
}

/** What a full load of a chip without logged power is taken for, W: figures in K do not hang on it. */
const USUAL_W = { cpu: 35, gpu: 60 } as const;

/** The chip with its power by its work, against the before run's load, so that both runs use one measure. */
export function byWorkShare(series: Windowed, chip: ChipSeries, scale: number): ChipSeries {
  const { on, off } = series;
  const late = series.late;
  const usual = chip.clock ? meanOver(chip.clock, late) : NaN;
  const busy = chip.load ? meanOver(chip.load, late) : NaN;
  let lastPace = 1;
  let lastBusy = 1;
  const power = Float64Array.from(series.timeS, (_, i) => {
    if (i < on || i >= off) return IDLE_SHARE;
    const clock = chip.clock?.[i] ?? NaN;
    const load = chip.load?.[i] ?? NaN;
    if (Number.isFinite(clock) && usual > 0) lastPace = Math.min(2.5, (clock / usual) ** CLOCK_EXPONENT);
    if (Number.isFinite(load) && busy > 0) lastBusy = Math.min(1.5, Math.max(0.05, load / busy));
    return IDLE_SHARE + (1 - IDLE_SHARE) * lastPace * lastBusy * scale;
  });
  return { ...chip, power: power.map((p) => p * USUAL_W[chip.chip]), powerLogged: false };
}
