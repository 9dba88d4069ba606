import { words } from "../../base/words";
import type { Series } from "../thermal";
import { loadSeconds } from "../judge/comparable";
import { lateRows, meanOver } from "../pair/conditions";
import { throttledShare } from "../judge/findings";
import { STANDING_RISE } from "../pair/fan";
import type { GoodFigures } from "../judge/good";
import type { Reason } from "../judge/verdict";

/** Where no power tells, air stands where a chip is so far over its room, K. */
const STANDING_K = 58;

/** A room nobody read is taken for a warm one: then it takes more to say that the air stands, °C. */
const WARM_ROOM_C = 28;

/** What the blowers do under load: which stands, or that none does. */
function blowerNotes(series: Series, airStands: boolean): Reason[] {
  if (series.fans.length === 0) return [];
  const late = series.fans.map((f) => meanOver(f, lateRows(series)));
  const dead = late.flatMap((v, i) => (v < 1 ? [i + 1] : []));
  const turns = series.fanUnit === "%" ? words.share(Math.max(...late) / 100) : words.rpm(Math.max(...late));
  if (dead.length === 0)
    return [
      {
        code: "fans-turn",
        level: "note",
        message: "Not the fans: they turn and answer the load.",
        figure: turns,
      },
    ];
  const stands = (message: string): Reason => ({ code: "fan-stopped", level: "caution", message, figure: "0 rpm" });
  if (dead.length < late.length)
    return [stands(`Blower ${dead.join(" and ")} stands still under load while the other turns.`)];
  if (airStands)
    return [stands(late.length > 1 ? `Both blowers stand still under load.` : "The blower stands still under load.")];
  return [
    {
      code: "fan-reading-stuck",
      level: "caution",
      message:
        `${late.length > 1 ? "The blowers read" : "The blower reads"} 0 rpm under load, but the machine is no hotter ` +
        "per watt than air that moves makes it: look whether they turn.",
      figure: "0 rpm",
    },
  ];
}

/** Whether every blower that is logged reads zero under load. */
export const readsZero = (s: Series): boolean => s.fans.length > 0 && s.fans.every((f) => meanOver(f, lateRows(s)) < 1);

/**
 * Whether the air of a machine whose blowers read zero truly stands: then it is hot for its power. One that is not has
 * a reading that is stuck. As logged, without a fit: with a wrong fan no fit can be trusted.
 */
export function airStands(s: Series, good: GoodFigures): boolean {
  const room = s.room ? meanOver(s.room, lateRows(s)) : WARM_ROOM_C;
  const watts = s.chips.map((c) => (c.powerLogged ? meanOver(c.power, lateRows(s)) : NaN));
  const total = watts.reduce((a, b) => a + b, 0);
  return s.chips.some((c, i) => {
    const rise = meanOver(c.tempC, lateRows(s)) - room;
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
export function notesOf(series: Series, tau: number, limitC: number | null, stands: boolean): Reason[] {
  const notes: Reason[] = [];
  notes.push(...blowerNotes(series, stands));
  for (const c of series.chips) {
    const share = throttledShare(series, c.chip, limitC);
    if (share > 0.02)
      notes.push({
        code: "throttled",
        level: "caution",
        message: `The ${words.chip(c.chip)} was at its limit for ${words.share(share)} of the load.`,
      });
    const idle = c.load
      ? c.load.slice(0, series.on).reduce((s, v) => s + (Number.isFinite(v) ? v : 0), 0) / Math.max(1, series.on)
      : 0;
    if (idle > 15)
      notes.push({
        code: "background-load",
        level: "caution",
        message: `Something runs on the ${words.chip(c.chip)} in idle.`,
        figure: `${Math.round(idle)} %`,
      });
  }
  if (loadSeconds(series) < 2.5 * tau)
    notes.push({
      code: "load-short",
      level: "caution",
      message: "The load was short for this machine: airflow is calculated more than seen.",
    });
  return notes;
}
