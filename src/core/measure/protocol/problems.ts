import type { Problem } from "../../base/result";
import { words } from "../../base/words";

/** What a live run can refuse. */
export const protocolProblem = {
  outOfBounds: (what: string, least: number, most: number): Problem => ({
    code: "recipe-out-of-bounds",
    message: `The ${what} needs ${words.clock(least)} to ${words.clock(most)}.`,
    action: "Change it, or take the standard recipe.",
  }),
  noLoad: (): Problem => ({
    code: "recipe-without-load",
    message: "This recipe works neither chip nor drive.",
    action: "Give the processor or the graphics chip a share between 0 and 1.",
  }),
  notASample: (line: number, why: string): Problem => ({
    code: "bad-sample",
    message: `This is no sample: ${why}.`,
    action: 'Send lines like {"seq": 1, "t": 0.5, "cpu.temperature": 71.5}; nothing of this request was stored.',
    line,
  }),
};
