import { loadSeconds, throttledShare, type GoodFigures } from "../judge";
import { meanOver, type Windowed } from "../pair/conditions";
import { STANDING_RISE } from "../pair/fan";
import type { Reason, StoppedAlone } from "../pair/reason";

/** Where no power tells, air stands where a chip is so far over its room, K. */
const STANDING_K = 58;

/** A room nobody read is taken for a warm one: then it takes more to say that the air stands, °C. */
const WARM_ROOM_C = 28;

/** What the blowers do under load: which stands, or that none does. */
function blowerNotes(series: Windowed, airStands: boolean): Reason[] {
  if (series.fans.length === 0) return [];
  const late = series.fans.map((f) => meanOver(f, series.late));
  const dead = late.flatMap((v, i) => (v < 1 ? [i + 1] : []));
  if (dead.length === 0) {
    const data = { speed: Math.max(...late), unit: series.fanUnit === "%" ? ("%" as const) : ("rpm" as const) };
    return [{ code: "fans-turn", level: "note", data }];
  }
  const many = late.length > 1;
  const stands = (alone: StoppedAlone): Reason => ({ code: "fan-stopped", level: "caution", data: { alone } });
  if (dead.length < late.length) return [stands(dead)];
  if (airStands) return [stands(many ? "both" : "the only")];
  return [{ code: "fan-reading-stuck", level: "caution", data: { alone: many ? "several" : "one" } }];
}

/** Whether every blower that is logged reads zero under load. */
export const readsZero = (s: Windowed): boolean => s.fans.length > 0 && s.fans.every((f) => meanOver(f, s.late) < 1);

/**
 * Whether the air of a machine whose blowers read zero truly stands: then it is hot for its power. One that is not has
 * a reading that is stuck. As logged, without a fit: with a wrong fan no fit can be trusted.
 */
export function airStands(s: Windowed, good: GoodFigures): boolean {
  const room = s.room ? meanOver(s.room, s.late) : WARM_ROOM_C;
  const watts = s.chips.map((c) => (c.powerLogged ? meanOver(c.power, s.late) : NaN));
  const total = watts.reduce((a, b) => a + b, 0);
  return s.chips.some((c, i) => {
    const rise = meanOver(c.tempC, s.late) - room;
    const range = good.chips[c.chip];
    if (!range || !Number.isFinite(total)) return rise > STANDING_K;
    const own = watts[i] ?? 0;
    const usual = range.contact.mid * own + range.airflow.mid * (good.airflowPer === "total" ? total : own);
    return rise > STANDING_RISE * usual;
  });
}

/**
 * What the run shows besides its heights: blowers, throttling, work in idle, a short load.
 * @param series as logged, with no fan stood in for
 */
export function notesOf(series: Windowed, tau: number, limitC: number | null, stands: boolean): Reason[] {
  const notes: Reason[] = [];
  notes.push(...blowerNotes(series, stands));
  for (const c of series.chips) {
    const share = throttledShare(series, c.chip, limitC);
    if (share > 0.02) notes.push({ code: "throttled", level: "caution", data: { chip: c.chip, alone: share } });
    const idle = c.load
      ? c.load.slice(0, series.on).reduce((s, v) => s + (Number.isFinite(v) ? v : 0), 0) / Math.max(1, series.on)
      : 0;
    if (idle > 15)
      notes.push({ code: "background-load", level: "caution", data: { run: null, chip: c.chip, percent: idle } });
  }
  if (loadSeconds(series) < 2.5 * tau) notes.push({ code: "load-short", level: "caution", data: {} });
  return notes;
}
