import { words } from "../../base/words";
import type { JointFit } from "../ladder";
import { STOPPED_SHARE } from "../pair/fan";
import type { Reason } from "../judge/verdict";
import type { JudgeRun } from "../pair/conditions";
import type { Scene, Testimony, Witness } from "./witness";

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
  const shown = [before, after].map((s) => (s.room ? words.degrees(s.room[s.on] ?? NaN, 1) : "not known"));
  const witness = {
    of: "room" as const,
    chip: null,
    before: shown[0] ?? "",
    after: shown[1] ?? "",
    unknowns: ["room before", "room after"],
    addsK: null,
  };
  const reasons: Reason[] = [];
  for (const [name, s] of [
    ["before", before],
    ["after", after],
  ] as const) {
    if (!s.room) continue;
    let coldest = Infinity;
    for (const c of s.chips)
      c.tempC.forEach((t, i) => (coldest = Math.min(coldest, Number.isFinite(t) ? t - (s.room?.[i] ?? 0) : Infinity)));
    if (coldest < -COLDER_K)
      reasons.push({
        code: "room-too-warm",
        level: "blocks",
        message:
          `In the run ${name} a chip was ${words.with(-coldest, "K", 1)} colder than the room: ` +
          "that room cannot be.",
        figure: words.kelvin(coldest, 1),
      });
  }
  if (reasons.length)
    return { witness: { ...witness, finding: "cut", says: reasons.map((r) => r.message).join(" ") }, reasons };
  if (!before.room || !after.room)
    return {
      witness: { ...witness, finding: "cut", says: "A room temperature is missing: contact does not need it." },
    };
  const drifts = (["before", "after"] as const).flatMap((run) => {
    const read = (run === "before" ? before : after).roomRead;
    return read === "start" || read === "end" ? [{ run, read }] : [];
  });
  if (drifts.length) {
    const says =
      `The room was read ${words.listed(drifts.map((d) => `in the run ${d.run} at its ${d.read} alone`))}: how ` +
      "far it drifted is left open.";
    const unknowns = [...witness.unknowns, ...drifts.map((d) => `drift ${d.run}`)];
    return { witness: { ...witness, unknowns, finding: "corrected", says } };
  }
  return { witness: { ...witness, ...thermometers(runs.before, runs.after) } };
}

/** Whose reading the rooms are: what a thermometer is known to show too much is taken off before anything is judged. */
function thermometers(...runs: readonly JudgeRun[]): Pick<Witness, "finding" | "says"> {
  const read = runs.map(({ conditions: c }) => ({ name: c?.thermometer ?? "", highK: c?.thermometerHighK ?? 0 }));
  const off = read.filter((t, i) => t.highK !== 0 && read.findIndex((o) => o.name === t.name) === i);
  const [b, a] = read;
  const two = b?.name && a?.name && b.name !== a.name ? `Read by two thermometers, ${b.name} and ${a.name}.` : "";
  if (off.length === 0) return { finding: "fine", says: two || "Rooms as they were read." };
  const each = off.map(
    ({ name, highK }) =>
      `${name || "the thermometer"} shows ${words.with(Math.abs(highK), "K", 1)} too ${highK > 0 ? "much" : "little"}`,
  );
  return {
    finding: "corrected",
    says: `${two ? `${two} ` : ""}${words.capital(words.listed(each))}: that is taken off.`,
  };
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
export function openRooms(fit: JointFit): { reasons: Reason[]; says: string } {
  const off = (run: "before" | "after") => fit.places.value(fit.u, `room ${run}`, 0);
  const [b, a] = [off("before"), off("after")];
  const told = [b, a].map((v) => words.kelvin(v));
  if (Math.max(Math.abs(b), Math.abs(a)) > OFF_K) {
    const says =
      `The runs speak of other rooms than were read: off by ${told[0]} before and ${told[1]} after` +
      `${b * a < 0 && Math.abs(b + a) < 0.5 * Math.abs(b - a) ? "; the two may be swapped" : ""}.`;
    return { says, reasons: [{ code: "room-does-not-fit", level: "blocks", message: says, figure: told.join(", ") }] };
  }
  const says = `The rooms may have been off by ${told[0]} before and ${told[1]} after: they are left open.`;
  return { says, reasons: [{ code: "room-doubtful", level: "caution", message: says, figure: told.join(", ") }] };
}
