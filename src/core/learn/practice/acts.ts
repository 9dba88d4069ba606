import type { Cure, Look } from "../suspects";

/** What may be ordered at the practice bench. */
export const ACTS = [
  "run",
  "fixed",
  "alone",
  "lamp",
  "outlet",
  "plate",
  "idle",
  "open",
  "clear",
  "auto",
  "bigger",
  "end",
  "fins",
  "screws",
  "warm",
  "edges",
  "lift",
  "clean",
  "retighten",
  "paste",
  "pads",
  "plug",
  "blower",
  "pipes",
  "close",
] as const;
export type ActId = (typeof ACTS)[number];

/** What stands around the machine while something is done to it. */
type Where = "closed" | "open" | "lifted";

export interface Act {
  id: ActId;
  kind: "run" | "look" | "cure" | "move";
  name: string;
  minutes: number;
  where: readonly Where[];
  /** What it uses up. */
  uses: readonly string[];
  /** What it costs besides where the plate is not lifted yet, minutes. */
  liftMin?: number;
}

const LIFT_MIN = 15;
const closed = ["closed"] as const;
const open = ["open"] as const;
const inside = ["open", "lifted"] as const;

const of = (
  id: ActId,
  kind: Act["kind"],
  name: string,
  minutes: number,
  more: Pick<Act, "where"> & Partial<Act>,
): Act => ({ id, kind, name, minutes, uses: [], ...more });

const TABLE: readonly Act[] = [
  of("run", "run", "Load run", 18, { where: closed }),
  of("fixed", "run", "Run, fans fixed", 18, { where: closed }),
  of("alone", "run", "Processor alone", 14, { where: closed }),
  of("lamp", "look", "Lamp at grille", 1, { where: closed }),
  of("outlet", "look", "Outlet", 1, { where: closed }),
  of("plate", "look", "Adapter's plate", 1, { where: closed }),
  of("idle", "look", "Idle", 4, { where: closed }),
  of("open", "move", "Open", 9, { where: closed }),
  of("clear", "cure", "Clear the outlet", 2, { where: closed }),
  of("auto", "cure", "Fans to automatic", 2, { where: closed }),
  of("bigger", "cure", "Bigger adapter", 2, { where: closed }),
  of("end", "cure", "End what runs", 3, { where: closed }),
  of("fins", "look", "Fans out", 6, { where: inside }),
  of("screws", "look", "Screws", 3, { where: open }),
  of("warm", "look", "Warm pipes", 6, { where: inside }),
  of("edges", "look", "Pad edges", 4, { where: open }),
  of("lift", "look", "Lift plate", LIFT_MIN, { where: open }),
  of("clean", "cure", "Clean", 14, { where: inside, uses: ["2 swabs"] }),
  of("retighten", "cure", "Retighten", 12, { where: open }),
  of("paste", "cure", "New paste", 20, { where: inside, uses: ["1 dose of paste"], liftMin: LIFT_MIN }),
  of("pads", "cure", "New pads", 25, { where: inside, uses: ["1 set of pads", "1 dose of paste"], liftMin: LIFT_MIN }),
  of("plug", "cure", "Seat plugs", 3, { where: inside }),
  of("blower", "cure", "New blower", 12, { where: inside, uses: ["1 blower"] }),
  of("pipes", "cure", "New pipes", 40, {
    where: inside,
    uses: ["1 pipe assembly", "1 dose of paste"],
    liftMin: LIFT_MIN,
  }),
  of("close", "move", "Close", 8, { where: open }),
];

const BY_ID = new Map(TABLE.map((a) => [a.id, a]));

/** What an act is. */
export function actOf(id: ActId): Act {
  const act = BY_ID.get(id);
  if (!act) throw new Error(`no act ${id}`);
  return act;
}

/** The act as a cure, as a look; null where it is none. */
export const cureOf = (id: ActId): Cure | null => (actOf(id).kind === "cure" ? (id as Cure) : null);
export const lookOf = (id: ActId): Look | null => (actOf(id).kind === "look" ? (id as Look) : null);

/** Cures that only stand to reason once somebody has looked: what they mend is seen from outside. */
const AFTER: Partial<Record<ActId, ActId>> = { clear: "outlet", bigger: "plate", end: "idle", auto: "idle" };

/** A press at the bench: something ordered, or a log that was read. */
export type Press = ActId | `read:${number}`;

/** Presses of one case at most. */
export const MOST_PRESSES = 60;

/** The machine as it lies on the bench after some presses. */
export interface BenchState {
  open: boolean;
  lifted: boolean;
  minutes: number;
  uses: string[];
  /** Cures so far, in order. */
  done: Cure[];
  ordered: ActId[];
  /** Runs whose log was read, from 1. */
  read: number[];
  runs: number;
}

export const fresh = (): BenchState => ({
  open: false,
  lifted: false,
  minutes: 0,
  uses: [],
  done: [],
  ordered: [],
  read: [],
  runs: 0,
});

/** Minutes an act takes as the machine lies now. */
export const minutesOf = (s: BenchState, act: Act): number => act.minutes + (s.lifted ? 0 : (act.liftMin ?? 0));

/** Why the same look is not ordered twice: it stays on offer, and waits. */
const SEEN = "Nothing was done since.";

/** Why an act cannot be ordered now; null where it can. */
export function whyNot(s: BenchState, act: Act): string | null {
  const where: Where = s.lifted ? "lifted" : s.open ? "open" : "closed";
  if (!act.where.includes(where)) {
    if (where === "closed") return "Open it first.";
    return where === "lifted" ? "The plate is off: new paste first." : "Close it first.";
  }
  const after = AFTER[act.id];
  if (after && !s.ordered.includes(after)) return "Look first.";
  if (act.kind !== "look") return null;
  // the same look shows the same, until something was done
  const since = s.ordered.slice(s.ordered.lastIndexOf(act.id));
  if (since[0] === act.id && !since.some((id) => actOf(id).kind === "cure")) return SEEN;
  return null;
}

/** The machine after one more press; null where that cannot be. */
export function after(s: BenchState, press: Press): BenchState | null {
  const run = /^read:(\d+)$/.exec(press);
  if (run) {
    const n = Number(run[1]);
    return n >= 1 && n <= s.runs && !s.read.includes(n) ? { ...s, read: [...s.read, n] } : null;
  }
  const act = BY_ID.get(press as ActId);
  if (!act || whyNot(s, act) !== null) return null;
  const cure = cureOf(act.id);
  const lifts = act.id === "lift";
  // whoever lifts a plate lays new paste when it goes home
  const pasted = act.liftMin !== undefined;
  return {
    open: act.id === "open" ? true : act.id === "close" ? false : s.open,
    lifted: lifts ? true : pasted ? false : s.lifted,
    minutes: s.minutes + minutesOf(s, act),
    uses: [...s.uses, ...act.uses],
    done: cure ? [...s.done, cure] : s.done,
    ordered: [...s.ordered, act.id],
    read: s.read,
    runs: s.runs + (act.kind === "run" ? 1 : 0),
  };
}

/** The machine after some presses; null where one of them cannot be. */
export function afterAll(presses: readonly Press[]): BenchState | null {
  let s: BenchState | null = fresh();
  for (const p of presses) {
    if (!s) return null;
    s = after(s, p);
  }
  return s;
}

/** What is on offer as the machine lies now: all that can be ordered, and what only waits for a look or a cure. */
export const onOffer = (s: BenchState): Act[] =>
  TABLE.filter((a) => {
    const why = whyNot(s, a);
    return why === null || why === SEEN;
  });
