import type { Layout } from "../core/drawing/parts";
import type { Entry } from "../core/handwork/service";
import type { Verdict } from "../core/measure/says";
import { JOB_FORMAT, JOB_VERSION, type JobFile, type JobVerdict } from "../core/record/jobfile";
import { entryOf } from "./journal";
import { aMachine } from "./machines";

/** For tests: what was answered at a step of a job. */
export interface Answered {
  step: string;
  value: string;
  stage?: Entry["stage"];
}

interface Told {
  verdict?: Verdict | null;
  drawing?: Layout | null;
  answers?: readonly Answered[];
  more?: Partial<JobFile>;
}

/** For tests: a verdict as a job's document keeps it. */
export const givenAt = (createdAt: string, result: Verdict): JobVerdict => ({
  createdAt,
  judge: result.judge,
  before: 0,
  after: 1,
  inputs: null,
  result,
});

/** For tests: a job as its document has it. */
export function aJobFile({ verdict = null, drawing = null, answers = [], more = {} }: Told): JobFile {
  const { id: _id, dueOn, dueWhy, dueBy, ...machine } = aMachine({ dueOn: "2032-03-03", dueBy: "rule" });
  const receivedAt = "2031-03-04T10:00:00.000Z";
  return {
    format: JOB_FORMAT,
    version: JOB_VERSION,
    uid: "0123456789abcdef",
    number: 2,
    machine,
    due: { dueOn, why: dueWhy, by: dueBy },
    complaint: "loud",
    openedAt: "2031-03-04T09:00:00.000Z",
    closedAt: null,
    closingNote: "",
    waits: null,
    checkOn: null,
    comesBackFrom: null,
    ways: null,
    drawing: drawing && { number: 1, note: "", createdAt: receivedAt, keptAt: receivedAt, document: drawing },
    journal: answers.map(({ step, value, stage = "strip" }) => ({
      ...entryOf(step, value),
      stage,
      receivedAt,
      aside: false,
    })),
    runs: [],
    verdicts: verdict ? [givenAt(receivedAt, verdict)] : [],
    photos: [],
    lots: [],
    bookings: [],
    cuttings: [],
    ...more,
  };
}
