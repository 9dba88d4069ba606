import { meanOver, type Windowed } from "../pair/conditions";
import type { Pair } from "../pair/pair";
import { RUNS, type Found, type Reason, type RunName } from "../pair/reason";
import type { ChipSeries } from "../thermal";
import type { ChipEstimate } from "./estimate";

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

export const loadSeconds = (s: Windowed): number => (s.timeS[s.off - 1] ?? 0) - (s.timeS[s.on] ?? 0);

/** How long the load must be for the air path to be judged, s. */
export function enoughSeconds(chips: readonly ChipEstimate[], { before, after, fan }: Omit<Pair, "matched">): number {
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

/** Every reason why the two runs cannot be compared as a whole; empty when they can. */
export function blockingReasons(pair: Pair, chips: readonly ChipEstimate[]): Reason[] {
  const found: Found[] = [
    ...roomMissing(pair),
    ...tooShort(pair, enoughSeconds(chips, pair)),
    ...RUNS.flatMap((run) => pair[run].chips.flatMap((c) => sensorWrong(pair[run], run, c))),
    ...chips.flatMap(misfit),
    ...(chips.length === 0 ? [{ code: "chips-differ" as const, data: {} }] : []),
  ];
  return found.map((f) => ({ ...f, level: "blocks" }));
}

function roomMissing(pair: Pair): Found[] {
  const runs = RUNS.filter((run) => !pair[run].room);
  return runs.length ? [{ code: "no-room-temperature", data: { runs } }] : [];
}

const tooShort = (pair: Pair, neededS: number): Found[] =>
  RUNS.flatMap((run): Found[] => {
    const loadS = loadSeconds(pair[run]);
    return loadS < neededS ? [{ code: "load-too-short", data: { run, loadS, neededS, of: "airflow" } }] : [];
  });

function sensorWrong(s: Windowed, run: RunName, c: ChipSeries): Found[] {
  if (flat(c.tempC)) return [{ code: "sensor-stuck", data: { run, chip: c.chip } }];
  const idle = meanOver(c.tempC, [Math.max(0, s.on - 20), Math.max(1, s.on)]);
  const hot = meanOver(c.tempC, s.late);
  const rises = !(s.on > 5 && hot - idle < 2 && c.powerLogged && meanOver(c.power, s.late) > 10);
  return rises ? [] : [{ code: "wrong-sensor", data: { run, chip: c.chip } }];
}

function misfit(c: ChipEstimate): Found[] {
  const offK = Math.max(c.residualK.before, c.residualK.after);
  const rise = Math.max(c.before.K, Math.min(c.after.K, 90));
  const follows = !(offK > Math.max(MISFIT_K, MISFIT_SHARE * rise));
  return follows ? [] : [{ code: "does-not-follow", data: { chip: c.chip, offK } }];
}

function flat(values: Float64Array): boolean {
  const known = values.filter((v) => Number.isFinite(v));
  return known.length > 20 && known.every((v) => v === known[0]);
}
