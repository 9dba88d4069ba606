import type { JointFit } from "../ladder";
import { STOPPED_SHARE } from "../pair/fan";
import type { JudgeRun, Windowed } from "../pair/conditions";
import type { Shown } from "../pair/facts";
import { RUNS, type Found, type Heard, type Reason } from "../pair/reason";
import { heard, type Scene, type Testimony } from "./witness";

/** Beyond this many sigma the run speaks of another room than was read. */
const DOUBTED = 1;
/** A machine that idles cannot have begun this much colder than idling keeps it, K. */
const COLD_START_K = 3.5;
/** One sigma of a room that the runs doubt a little, and of one that seems another room, K. */
const OPEN_ROOM_K = 3;
const ANOTHER_ROOM_K = 8;
/** A room that seems off by so much is no misreading of a thermometer, K. */
const OFF_K = 4.5;
/** A chip at rest cannot be colder than its room, K. */
const COLDER_K = 1.5;

/** Rooms as they were given, and whether a chip was ever colder than its own. */
export function roomWitness({ before, after, runs }: Scene): Testimony {
  const roomOf = (s: Windowed): Shown => ({ as: "room", C: s.room ? (s.room[s.on] ?? NaN) : null });
  const shown = { before: roomOf(before), after: roomOf(after) };
  const unknowns = ["room before", "room after"];
  const told = (finding: Heard["finding"], ...found: Found[]): Heard =>
    heard("room", finding, found, shown, { unknowns });
  const warm = RUNS.flatMap((run): Found<"room-too-warm">[] => {
    const colderK = -coldestOver(run === "before" ? before : after);
    return colderK > COLDER_K ? [{ code: "room-too-warm", data: { run, colderK } }] : [];
  });
  if (warm.length) return { witness: told("cut", ...warm), reasons: warm.map((w) => ({ ...w, level: "blocks" })) };
  if (!before.room || !after.room) return { witness: told("cut", { code: "room-missing", data: {} }) };
  const reads = RUNS.flatMap((run) => {
    const read = (run === "before" ? before : after).roomRead;
    return read === "start" || read === "end" ? [{ run, read }] : [];
  });
  if (reads.length) {
    const witness = told("corrected", { code: "room-drifts", data: { reads } });
    return { witness: { ...witness, unknowns: [...unknowns, ...reads.map((d) => `drift ${d.run}`)] } };
  }
  const found = thermometers(runs.before, runs.after);
  return { witness: told(found.code === "room-as-read" ? "fine" : "corrected", found) };
}

/** How far over its room the coldest reading of any chip lies, K; without a room none is too cold. */
function coldestOver({ chips, room }: Windowed): number {
  let coldest = Infinity;
  if (!room) return coldest;
  for (const c of chips)
    c.tempC.forEach((t, i) => (coldest = Math.min(coldest, Number.isFinite(t) ? t - (room[i] ?? 0) : Infinity)));
  return coldest;
}

/** Whose reading the rooms are: what a thermometer is known to show too much is taken off before anything is judged. */
function thermometers(...runs: readonly JudgeRun[]): Found<"room-as-read" | "room-thermometer"> {
  const read = runs.map(({ conditions: c }) => ({ name: c?.thermometer ?? "", highK: c?.thermometerHighK ?? 0 }));
  const off = read.filter((t, i) => t.highK !== 0 && read.findIndex((o) => o.name === t.name) === i);
  const [b, a] = read;
  const two = b?.name && a?.name && b.name !== a.name ? ([b.name, a.name] as const) : null;
  return off.length === 0
    ? { code: "room-as-read", data: { thermometers: two } }
    : { code: "room-thermometer", data: { thermometers: two, off } };
}

/**
 * How far a first fit doubts the rooms, one sigma, K: then they are left open so far, and the fit is made anew. Null
 * where it does not. A run that started far colder than its own idle holds it had another room than was read.
 */
export function doubtsRooms(fit: JointFit): number | null {
  const runs = ["before", "after"] as const;
  if (runs.some((run) => startExcess(fit, run) < -COLD_START_K)) return ANOTHER_ROOM_K;
  return runs.some((run) => Math.abs(sigmas(fit, run)) > DOUBTED) ? OPEN_ROOM_K : null;
}

/**
 * By how much a settled run began warmer than its idle would keep it, by fins and case, K; 0 where nothing settled, or
 * the fans stood: without them what idle keeps is reached too slowly to be seen.
 */
function startExcess({ places, tracks, u }: JointFit, run: "before" | "after"): number {
  const { stretches, fans } = tracks[run];
  const turns = fans.some((f) => (f[stretches[0]?.from ?? 0] ?? 0) > STOPPED_SHARE);
  if (!stretches[0]?.settled || !turns) return 0;
  return places.value(u, `start fins ${run} 0`, 0) + places.value(u, `start case ${run} 0`, 0);
}

const sigmas = (fit: JointFit, run: "before" | "after"): number => fit.u[placeOf(fit, run)] ?? 0;
const placeOf = (fit: JointFit, run: "before" | "after"): number =>
  fit.places.unknowns.findIndex((u) => u.name === `room ${run}`);

/** What a fit with open rooms says of them. */
export function openRooms(fit: JointFit): Reason {
  const off = (run: "before" | "after") => fit.places.value(fit.u, `room ${run}`, 0);
  const [b, a] = [off("before"), off("after")];
  const offK = [b, a] as const;
  if (Math.max(Math.abs(b), Math.abs(a)) <= OFF_K) return { code: "room-doubtful", data: { offK }, level: "caution" };
  const swapped = b * a < 0 && Math.abs(b + a) < 0.5 * Math.abs(b - a);
  return { code: "room-does-not-fit", data: { offK, swapped }, level: "blocks" };
}
