import type { Run } from "../log";
import { meanOver, type Windowed } from "../pair/conditions";
import type { ChipId } from "../thermal";
import { loadSeconds } from "./comparable";
import type { CoreSpread, RunFacts } from "./judgement";

/** Share of the load time a chip spent at its limit, 0 to 1. */
export function throttledShare(series: Windowed, chip: ChipId, limitC: number | null): number {
  const c = series.chips.find((x) => x.chip === chip);
  if (!c || limitC === null) return 0;
  let at = 0;
  let n = 0;
  for (let i = series.on; i < series.off; i++) {
    const t = c.tempC[i] ?? NaN;
    if (!Number.isFinite(t)) continue;
    n++;
    if (t >= limitC - 1.01) at++;
  }
  const share = n ? at / n : 0;
  return share < 0.01 ? 0 : Math.round(share * 1000) / 1000;
}

export function runFacts(series: Windowed): RunFacts {
  const { late } = series;
  const facts: RunFacts = {
    peakC: {},
    lateC: {},
    latePowerW: {},
    fanRpm: series.fan && !series.fanGuessed ? meanOver(series.fan, late) : null,
    roomC: series.room ? meanOver(series.room, late) : null,
    loadS: loadSeconds(series),
  };
  for (const c of series.chips) {
    let peak = -Infinity;
    for (let i = series.on; i < series.off; i++) if ((c.tempC[i] ?? NaN) > peak) peak = c.tempC[i] ?? peak;
    facts.peakC[c.chip] = peak;
    facts.lateC[c.chip] = meanOver(c.tempC, late);
    if (c.powerLogged) facts.latePowerW[c.chip] = meanOver(c.power, late);
  }
  return facts;
}

/** Offset of each core from the mean of all, over the last two minutes under load, in both runs. */
export function coreSpread(
  before: Run,
  after: Run,
  late: Record<"before" | "after", [fromS: number, toS: number]>,
): CoreSpread | null {
  const offsets = (run: Run, [fromS, toS]: [number, number]) => {
    const cores = run.channels.filter((c) => /^cpu\.core\d+\.temperature$/.test(c.key));
    const means = cores.map((c) => {
      let s = 0;
      let n = 0;
      for (let i = 0; i < run.timeS.length; i++) {
        const t = run.timeS[i] ?? 0;
        const v = c.values[i] ?? NaN;
        if (t >= fromS && t <= toS && Number.isFinite(v)) {
          s += v;
          n++;
        }
      }
      return s / n;
    });
    // a core without a late reading has no offset, and takes no part in the mean of the others
    const read = means.filter((m) => Number.isFinite(m));
    const mean = read.reduce((a, b) => a + b, 0) / read.length;
    return new Map(cores.flatMap((c, i) => (Number.isFinite(means[i]) ? [[c.key, (means[i] ?? NaN) - mean]] : [])));
  };
  const b = offsets(before, late.before);
  const a = offsets(after, late.after);
  const keys = [...new Set([...b.keys(), ...a.keys()])].sort((x, y) => x.localeCompare(y, "en", { numeric: true }));
  if (keys.length < 2) return null;
  return { cores: keys.map((key) => ({ key, beforeK: b.get(key) ?? null, afterK: a.get(key) ?? null })) };
}
