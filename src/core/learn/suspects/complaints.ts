import { FAULTS, type Fault, type FaultKind } from "./faults";

/** What an owner says. */
export const COMPLAINTS = [
  "shuts-off",
  "loud",
  "slow-late",
  "slow-always",
  "loud-idle",
  "picture",
  "silent",
  "since-opened",
] as const;
export type Complaint = (typeof COMPLAINTS)[number];

const usually = { "shuts-off": 3, loud: 3, "slow-late": 3, "slow-always": 0.4, "loud-idle": 0.5, picture: 0.3 };
const hot = { ...usually, silent: 0.1, "since-opened": 0.4 };

/** How often each fault is complained of in each way: parts of their sum. Ours, set by hand. */
const SAYS: Readonly<Record<FaultKind, Partial<Record<Complaint, number>>>> = {
  nothing: { "shuts-off": 1, loud: 2, "slow-late": 2, "slow-always": 2, "loud-idle": 1, picture: 1, "since-opened": 1 },
  background: { ...hot, "loud-idle": 8, "slow-always": 3 },
  adapter: { "slow-always": 8, "slow-late": 2, "shuts-off": 1, loud: 0.3, "since-opened": 0.3, "loud-idle": 0.2 },
  dust: { ...hot, loud: 5, "loud-idle": 1.5 },
  outlet: { ...hot, loud: 4 },
  "fan-weak": { ...hot, loud: 1.5, silent: 1.5 },
  "fan-unplugged": { "shuts-off": 4, "slow-late": 3, silent: 6, "since-opened": 4, "slow-always": 1, loud: 0.1 },
  "fan-fixed": { ...hot, "loud-idle": 3, silent: 2, loud: 1.5 },
  pipe: hot,
  "paste-dry": hot,
  "paste-little": { ...hot, "since-opened": 6 },
  lean: { ...hot, "since-opened": 4 },
  "pad-thick": { ...hot, "since-opened": 6 },
  "pad-missing": { picture: 8, "shuts-off": 2, "since-opened": 4, "slow-late": 1, loud: 0.3 },
};

/** Chance that a machine with these faults is complained of so: each fault speaks as often as the others. */
export function chanceOfComplaint(said: Complaint, faults: readonly Fault[]): number {
  if (faults.length === 0) return CHANCES.nothing[said];
  return faults.reduce((sum, f) => sum + CHANCES[f.kind][said], 0) / faults.length;
}

/** An owner may say anything. */
const LEAST = 0.15;

const CHANCES = Object.fromEntries(
  FAULTS.map((kind) => {
    const total = Object.values(SAYS[kind]).reduce((a, b) => a + b, 0) + LEAST * COMPLAINTS.length;
    return [kind, Object.fromEntries(COMPLAINTS.map((c) => [c, ((SAYS[kind][c] ?? 0) + LEAST) / total]))];
  }),
) as Record<FaultKind, Record<Complaint, number>>;

/** How often each fault is there at a bench, parts of their sum; ours, set by hand. */
const USUAL: Readonly<Record<FaultKind, number>> = {
  nothing: 6,
  background: 5,
  adapter: 4,
  dust: 24,
  outlet: 4,
  "fan-weak": 7,
  "fan-unplugged": 3,
  "fan-fixed": 4,
  pipe: 6,
  "paste-dry": 18,
  "paste-little": 5,
  lean: 6,
  "pad-thick": 4,
  "pad-missing": 4,
};

/** Share of machines with each fault alone, before anything is known; the sum is one. */
export const usualShare = (kind: FaultKind): number => USUAL[kind] / FAULTS.reduce((s, k) => s + USUAL[k], 0);

/** Faults somebody's hands made: a machine nobody opened has them seldom. */
export const HAND_MADE: readonly FaultKind[] = ["paste-little", "lean", "pad-thick", "pad-missing", "fan-unplugged"];
