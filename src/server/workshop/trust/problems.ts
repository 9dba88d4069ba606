import type { Problem } from "../../../core/base/result";

const minutes = (ms: number): string => `${Math.max(1, Math.ceil(ms / 60_000))} min`;

/** What joining and signing in can be refused for. */
export const trustProblem = {
  noPassphrase: (): Problem => ({
    code: "no-passphrase",
    message: "No passphrase was set for this workshop yet.",
    action: "Set it on the machine Ovrant runs on, under Bench network.",
  }),
  wrongPassphrase: (): Problem => ({
    code: "wrong-passphrase",
    message: "That is not the workshop's passphrase.",
    action: "Look at its six words once more; a technician has them.",
    fields: { passphrase: "That is not the workshop's passphrase." },
  }),
  wrongPin: (left: number): Problem => ({
    code: "wrong-pin",
    message: "That is not this tag's PIN.",
    action: left === 1 ? "One more wrong one, and it rests for a while." : `${left} more until it rests for a while.`,
  }),
  noPin: (initials: string): Problem => ({
    code: "no-pin",
    message: `Tag ${initials} has no PIN since the workshop was restored from a copy.`,
    action: "A technician gives it one under Bench network.",
  }),
  rests: (ms: number, what: string): Problem => ({
    code: "rests",
    message: `${what} rests for ${minutes(ms)}: there were too many wrong answers.`,
    action: "Wait, or ask a technician at another bench. Stop works all the while.",
  }),
  crowded: (): Problem => ({
    code: "crowded",
    message: "Too many are trying at once.",
    action: "Wait a moment, then try again.",
  }),
  noPerson: (): Problem => ({
    code: "person-not-found",
    message: "There is no such tag.",
    action: "Load the page anew.",
  }),
  noBench: (): Problem => ({
    code: "bench-not-found",
    message: "There is no such bench.",
    action: "Load the page anew.",
  }),
  initialsTaken: (initials: string): Problem => ({
    code: "initials-taken",
    message: `There is a tag ${initials} already.`,
    action: "Give other initials.",
    fields: { initials: `There is a tag ${initials} already.` },
  }),
  lastTechnician: (): Problem => ({
    code: "last-technician",
    message: "This is the last technician.",
    action: "Make another one first: somebody has to be able to set the workshop up.",
  }),
};
