import type { Run } from "../core/measure/log";
import { windowed, type Windowed } from "../core/measure/pair/conditions";
import type { ChipSeries } from "../core/measure/thermal";

/** What a plain run is made of; each may be given as a figure or as a course over the seconds of the run. */
export interface PlainRun {
  seconds?: number;
  on?: number;
  off?: number;
  stepS?: number;
  tempC?: (t: number) => number;
  power?: (t: number) => number;
  load?: ((t: number) => number) | null;
  clock?: ((t: number) => number) | null;
  fan?: ((t: number) => number) | null;
  fanUnit?: "rpm" | "%";
  roomC?: number | null;
  powerLogged?: boolean;
  chip?: "cpu" | "gpu";
}

/** A series without physics: 900 s, load from 120 to 780, what it reads as told. For tests of what looks at series. */
export function plainSeries(run: PlainRun = {}): Windowed {
  const { seconds = 900, on = 120, off = 780, stepS = 1, fanUnit = "rpm", roomC = 22, powerLogged = true } = run;
  const loaded = (t: number) => t >= on && t < off;
  const {
    tempC = (t) => (loaded(t) ? 70 : 40),
    power = (t) => (loaded(t) ? 40 : 5),
    load = (t) => (loaded(t) ? 100 : 3),
    clock = (t) => (loaded(t) ? 3600 : 1200),
    fan = (t) => (loaded(t) ? 4000 : 2000),
    chip = "cpu",
  } = run;
  const timeS = Float64Array.from({ length: Math.floor(seconds / stepS) }, (_, i) => i * stepS);
  const course = (of: (t: number) => number) => Float64Array.from(timeS, of);
  const one: ChipSeries = {
    chip,
    tempC: course(tempC),
    power: course(power),
    powerLogged,
    load: load && course(load),
    clock: clock && course(clock),
  };
  const fans = fan ? [course(fan)] : [];
  return windowed({
    timeS,
    chips: [one],
    fan: fans[0] ?? null,
    fans,
    fanUnit: fan ? fanUnit : null,
    fanGuessed: false,
    room: roomC === null ? null : Float64Array.from(timeS, () => roomC),
    roomRead: roomC === null ? null : "ends",
    on: Math.ceil(on / stepS),
    off: Math.ceil(off / stepS),
    stepS,
  });
}

/** Both chips of two plain runs on one clock. */
export const withSecond = (first: Windowed, second: Windowed): Windowed =>
  windowed({ ...first, chips: [...first.chips, ...second.chips.map((c) => ({ ...c, chip: "gpu" as const }))] });

/** A run of so many rows, each channel a course over its seconds. */
export function runOf(channels: Record<string, (t: number) => number>, rows = 600, stepS = 1): Run {
  const timeS = Float64Array.from({ length: rows }, (_, i) => i * stepS);
  return {
    timeS,
    stepS,
    startMs: null,
    gaps: [],
    warnings: [],
    channels: Object.entries(channels).map(([key, of]) => ({
      key,
      unit: "",
      heading: key,
      values: Float32Array.from(timeS, of),
    })),
  };
}
