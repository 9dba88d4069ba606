import { words } from "../../base/words";
import type { Series } from "../thermal";
import { lateRows, meanOver } from "../pair/conditions";
import { type FanState } from "../pair/fan";
import type { ChipEstimate } from "./estimate";
import type { Reason } from "./verdict";

/** The slow path counts as seen after this many of its time constants. */
const ENOUGH_TAUS = 3;
/**
 * A load of this length is enough for a very slow machine after two of them: the interval then tells what is left. s
 */
const LONG_LOAD_S = 480;
/** Time constants after which such a load is enough. */
const LONG_LOAD_TAUS = 2;
const SHORTEST_LOAD_S = 100;
/** A fit that misses by more than this, and by more than this share of the rise, follows something else. K rms */
const MISFIT_K = 4;
const MISFIT_SHARE = 0.09;

export const loadSeconds = (s: Series): number => (s.timeS[s.off - 1] ?? 0) - (s.timeS[s.on] ?? 0);

/** How long the load must be for the air path to be judged, s. */
export function enoughSeconds(chips: readonly ChipEstimate[], before: Series, after: Series, fan: FanState): number {
  // a short run cannot tell its own time constants, and with its fan standing a machine creeps for half an hour
  // though the harm is plain long before: then the other run speaks for the machine
  const longer = loadSeconds(before) >= loadSeconds(after) ? "before" : "after";
  const speaks = fan.kind === "stopped" && fan.run ? (fan.run === "after" ? "before" : "after") : longer;
  const other = speaks === "before" ? "after" : "before";
  const own = Math.max(0, ...chips.map((c) => c.tauS[speaks]));
  const second = fan.kind === "stopped" ? 0 : Math.max(0, ...chips.map((c) => c.tauS[other]));
  const tau = Math.max(own, Math.min(second, 1.5 * own));
  return Math.max(SHORTEST_LOAD_S, Math.min(ENOUGH_TAUS * tau, Math.max(LONG_LOAD_TAUS * tau, LONG_LOAD_S)));
}

function roomReasons(before: Series, after: Series): Reason[] {
  const missing = [before.room ? "" : "before", after.room ? "" : "after"].filter(Boolean);
  if (missing.length === 0) return [];
  return [
    {
      code: "no-room-temperature",
      level: "blocks",
      message: `No room temperature for the run ${missing.join(" and the run ")}.`,
      figure: "none",
    },
  ];
}

/** Every reason why the two runs cannot be compared as a whole; empty when they can. */
export function blockingReasons(
  before: Series,
  after: Series,
  chips: readonly ChipEstimate[],
  fan: FanState,
): Reason[] {
  const reasons = roomReasons(before, after);
  const enough = enoughSeconds(chips, before, after, fan);
  for (const [name, s] of [
    ["before", before],
    ["after", after],
  ] as const) {
    const length = loadSeconds(s);
    if (length < enough) {
      reasons.push({
        code: "load-too-short",
        level: "blocks",
        run: name,
        neededS: enough,
        message: `The load of the run ${name} was too short: airflow takes ${words.clock(enough)} to show itself.`,
        figure: `${words.clock(length)} of ${words.clock(enough)}`,
      });
    }
  }
  for (const [name, s] of [
    ["before", before],
    ["after", after],
  ] as const) {
    for (const c of s.chips) {
      const idle = meanOver(c.tempC, [Math.max(0, s.on - 20), Math.max(1, s.on)]);
      const hot = meanOver(c.tempC, lateRows(s));
      if (flat(c.tempC))
        reasons.push({
          code: "sensor-stuck",
          level: "blocks",
          message: `The ${words.chip(c.chip)} temperature of the run ${name} never changes: the sensor is stuck.`,
        });
      else if (s.on > 5 && hot - idle < 2 && c.powerLogged && meanOver(c.power, lateRows(s)) > 10) {
        reasons.push({
          code: "wrong-sensor",
          level: "blocks",
          message:
            `In the run ${name} the ${words.chip(c.chip)} temperature does not rise under load: it is not ` +
            "that chip's sensor.",
        });
      }
    }
  }
  for (const c of chips) {
    const worst = Math.max(c.residualK.before, c.residualK.after);
    const rise = Math.max(c.before.K, Math.min(c.after.K, 90));
    if (worst > Math.max(MISFIT_K, MISFIT_SHARE * rise))
      reasons.push({
        code: "does-not-follow",
        level: "blocks",
        message:
          `The ${words.chip(c.chip)} temperature does not follow its power (off by ${worst.toFixed(1)} K): ` +
          "wrong column, wrong machine or a broken log.",
      });
  }
  if (chips.length === 0)
    reasons.push({ code: "chips-differ", level: "blocks", message: "The two logs have no chip in common." });
  return reasons;
}

function flat(values: Float64Array): boolean {
  const known = values.filter((v) => Number.isFinite(v));
  return known.length > 20 && known.every((v) => v === known[0]);
}
