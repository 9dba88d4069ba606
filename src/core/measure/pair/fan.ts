import { median } from "../thermal";
import { meanOver, type Windowed } from "./conditions";

/** How the fan of one run stands against the other at like temperatures. */
export interface FanState {
  /** "usual" in both, or what is wrong in which run. */
  kind: "unknown" | "none" | "usual" | "stopped" | "weak";
  run: "before" | "after" | null;
  /** Speed after over speed before at like chip temperatures, where both are known. */
  ratio: number | null;
  /** 1-based number of the fan that is wrong, where there are several. */
  fan: number | null;
  /** Whether both logs tell the speed in one unit. */
  unit: "same" | "mixed";
  /** Held at one speed from idle through the load: set by hand, and no sign of weakness. */
  fixed: { before: boolean; after: boolean };
  /** Run in which the reading stays at zero though the temperatures say that air is moving. */
  stuck: "before" | "after" | null;
  /** How many times as hot per watt the run with the stuck reading is as the other; null where nothing is stuck. */
  hotter: number | null;
  /** The one run that lacks its fan, where the other follows the temperature; null where none helps. */
  lacks: "before" | "after" | null;
}

/** A fan under this share of its speed in the other run stands. */
export const STOPPED_SHARE = 0.12;
const WEAK_SHARE = 0.6;
/** A speed that moves less than this share from idle through the load does not follow the temperature. */
const FIXED_SHARE = 0.03;
/** Rise per watt, over that of the other run, that a machine whose fan truly stands exceeds. */
export const STANDING_RISE = 1.55;

/** Fans nothing is to be said of. */
export const usualFan: FanState = {
  kind: "usual",
  run: null,
  ratio: null,
  fan: null,
  unit: "same",
  fixed: { before: false, after: false },
  stuck: null,
  hotter: null,
  lacks: null,
};

/**
 * A fan that stands, or turns at a fraction of its usual speed for the same heat, is the reason itself: it is not
 * scaled away. A fixed speed is: it says nothing of the fan.
 */
export function fanState(before: Windowed, after: Windowed): FanState {
  if (!before.fan || !after.fan || before.fanGuessed || after.fanGuessed)
    return { ...usualFan, kind: "unknown", lacks: lackingRun(before, after) };
  const unit = before.fanUnit === after.fanUnit ? "same" : "mixed";
  const fixed = { before: isFixed(before), after: isFixed(after) };
  const was = before.fans.map((f) => meanOver(f, before.late));
  const is = after.fans.map((f) => meanOver(f, after.late));
  const many = Math.min(was.length, is.length);
  for (let i = 0; i < many; i++) {
    const w = was[i] ?? 0;
    const a = is[i] ?? 0;
    if (Math.max(w, a) < 1) continue;
    const [low, run] = a < w ? [a, "after" as const] : [w, "before" as const];
    const stands = unit === "mixed" ? low < 1 : low < STOPPED_SHARE * Math.max(w, a);
    if (!stands) continue;
    const hotter = many === 1 ? hotterPerWatt(before, after, run) : NaN;
    if (hotter <= STANDING_RISE) return { ...usualFan, kind: "unknown", stuck: run, hotter };
    return { ...usualFan, kind: "stopped", run, ratio: run === "after" ? 0 : null, fan: many > 1 ? i + 1 : null, unit };
  }
  if (Math.max(...was, ...is, 0) < 1) return { ...usualFan, kind: "none", unit };
  const ratio = speedRatio(before, after);
  if (unit === "same" && ratio !== null && !fixed.before && !fixed.after) {
    if (ratio < WEAK_SHARE) return { ...usualFan, kind: "weak", run: "after", ratio, fixed };
    if (ratio > 1 / WEAK_SHARE) return { ...usualFan, kind: "weak", run: "before", ratio, fixed };
  }
  return { ...usualFan, ratio, unit, fixed };
}

/** The run whose fan can be told from the other's curve: one log has no fan, the other's follows the temperature. */
function lackingRun(before: Windowed, after: Windowed): FanState["lacks"] {
  const known = before.fan ? before : after;
  if ((before.fan === null) === (after.fan === null) || known.fanGuessed || isFixed(known)) return null;
  const turns = known.fans.every((f) => meanOver(f, known.late) > 1);
  return turns ? (before.fan ? "after" : "before") : null;
}

/** Whether a speed is the same in idle and at the end of the load. */
function isFixed(s: Windowed): boolean {
  if (!s.fan || s.on < 5) return false;
  const idle = meanOver(s.fan, [0, s.on]);
  const late = meanOver(s.fan, s.late);
  return idle > 1 && Math.abs(late / idle - 1) < FIXED_SHARE;
}

/** How many times as hot per watt the run with a fan at zero is as the other; NaN where power or room is missing. */
function hotterPerWatt(before: Windowed, after: Windowed, run: "before" | "after"): number {
  const perWatt = (s: Windowed) => {
    const rows = s.late;
    const power = s.chips.reduce((sum, c) => sum + (c.powerLogged ? meanOver(c.power, rows) : 0), 0);
    const room = s.room ? meanOver(s.room, rows) : NaN;
    return (Math.max(...s.chips.map((c) => meanOver(c.tempC, rows))) - room) / power;
  };
  const ratio = run === "after" ? perWatt(after) / perWatt(before) : perWatt(before) / perWatt(after);
  return Number.isFinite(ratio) ? ratio : NaN;
}

/** Width of the steps of chip temperature speeds are gathered in, K. */
export const CURVE_STEP_K = 4;
/** The control answers with a lag: a chip counts as steady that moved by less than this in so long, K and s. */
const STEADY_K = 3;
const STEADY_S = 15;
const FIRST_S = 20;

/** Speeds of the fans under load by the hottest chip's temperature, in steps of `CURVE_STEP_K`, where it was steady. */
export function curveOf(s: Windowed): Map<number, number[]> {
  const bins = new Map<number, number[]>();
  const hotAt = (i: number) => Math.max(...s.chips.map((c) => c.tempC[i] ?? NaN));
  let past = s.on;
  for (let i = s.on; i < s.off; i++) {
    const t = s.timeS[i] ?? 0;
    while (past < i && (s.timeS[past + 1] ?? Infinity) <= t - STEADY_S) past++;
    const hot = hotAt(i);
    if (t - (s.timeS[s.on] ?? 0) < FIRST_S || !(Math.abs(hot - hotAt(past)) < STEADY_K)) continue;
    const key = Math.round(hot / CURVE_STEP_K);
    const speeds = bins.get(key) ?? [];
    if (speeds.length === 0) bins.set(key, speeds);
    speeds.push(s.fan?.[i] ?? 0);
  }
  return bins;
}

/** Median of speed after over speed before at chip temperatures that both runs went through under load. */
export function speedRatio(before: Windowed, after: Windowed): number | null {
  const b = curveOf(before);
  const a = curveOf(after);
  const ratios: number[] = [];
  for (const [key, speeds] of a) {
    const other = b.get(key);
    if (other && speeds.length >= 5 && other.length >= 5 && median(other) > 0)
      ratios.push(median(speeds) / median(other));
  }
  if (ratios.length) return median(ratios);
  // no common temperature: a hotter machine whose fan still turns far slower has a weak fan
  const hot = (s: Windowed) => Math.max(...s.chips.map((c) => meanOver(c.tempC, s.late)));
  const fan = (s: Windowed) => (s.fan ? meanOver(s.fan, s.late) : NaN);
  const r = fan(after) / fan(before);
  if ((hot(after) >= hot(before) && r < 1) || (hot(after) <= hot(before) && r > 1)) return r;
  return null;
}
