import type { Problem } from "../../../core/base/result";

/** What a live run can refuse. */
export const liveProblem = {
  noRun: (): Problem => ({
    code: "run-not-found",
    message: "There is no such live run.",
    action: "Begin one from the job's run page.",
  }),
  noToken: (): Problem => ({
    code: "bad-token",
    message: "This run is not open to that token.",
    action: 'Send the token of this run as "authorization: Bearer …"; the run page gives a new one.',
  }),
  ended: (): Problem => ({
    code: "run-ended",
    message: "This run is over; nothing more is taken in.",
    action: "Begin another from the job's run page.",
  }),
  going: (): Problem => ({
    code: "run-going",
    message: "A run of this stage is going already.",
    action: "Go on with it, or end it first.",
  }),
  tooFast: (seconds: number): Problem => ({
    code: "too-fast",
    message: "This is more than a run is sent.",
    action: `Wait ${seconds} s and send it again; nothing of this request was stored.`,
    waitS: seconds,
  }),
  tooMany: (most: number): Problem => ({
    code: "too-many-samples",
    message: `This is more than ${most} samples at once.`,
    action: "Send them in several requests; nothing of this one was stored.",
  }),
  full: (most: number): Problem => ({
    code: "run-full",
    message: `This run has ${most.toLocaleString("en")} samples, as many as one can hold.`,
    action: "End it; what was acknowledged is kept.",
  }),
  badSource: (): Problem => ({
    code: "bad-source",
    message: "A source is named by up to 20 small letters, digits and hyphens.",
    action: 'Leave it out, or send "?source=load".',
  }),
  tooManySources: (most: number): Problem => ({
    code: "too-many-sources",
    message: `A run hears ${most} sources at most.`,
    action: "Send under one of the names that were used.",
  }),
  notNow: (what: string): Problem => ({
    code: "not-now",
    message: `The load cannot be ${what} now.`,
    action: "Load the page again to see where the run stands.",
  }),
};
