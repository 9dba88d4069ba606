import { describe, expect, it } from "vitest";
import { dayFile } from ".";

const file = (of: object) => dayFile(JSON.stringify(of));
const job = (tasks: object[], more: object = {}) => ({ id: "LR-08", dueMin: 300, weight: 1, tasks, ...more });
const hands = { id: "intake", kind: "hands", minutes: 6 };
const wrong = (of: object | string): string => {
  const read = typeof of === "string" ? dayFile(of) : file(of);
  return read.ok ? "" : `${read.problem.column ?? ""}: ${read.problem.message}`;
};

describe("the file of a day", () => {
  it("is read with what may be left out: breaks, promised time, weight, hands of a run", () => {
    const read = file({ rigs: 1, jobs: [{ id: 7, tasks: [hands, { id: 1, kind: "run", minutes: 23 }] }] });
    expect(read.ok && read.value).toEqual({
      rigs: 1,
      breaks: [],
      jobs: [{ id: "7", dueMin: null, weight: 1, tasks: [hands, { id: "1", kind: "run", minutes: 23 }] }],
    });
  });

  it.each([
    ["no JSON", "{", ": The file is not JSON."],
    ["no jobs", { rigs: 1, jobs: [] }, "jobs: jobs must hold 1 to 200 jobs, here are 0."],
    ["half a rig", { rigs: 0.5, jobs: [job([hands])] }, "rigs: rigs must be a whole number from 0 to 50."],
    [
      "a kind nobody knows",
      { rigs: 1, jobs: [job([{ ...hands, kind: "nap" }])] },
      "jobs[0].tasks[0].kind: jobs[0].tasks[0].kind must be one of hands, run, wait.",
    ],
    [
      "broken minutes",
      { rigs: 1, jobs: [job([{ ...hands, minutes: 1.5 }])] },
      "jobs[0].tasks[0].minutes: jobs[0].tasks[0].minutes must be a whole number from 0 to 10000.",
    ],
    [
      "a run without a rig",
      { rigs: 0, jobs: [job([{ id: "r", kind: "run", minutes: 9 }])] },
      "jobs[0].tasks[0]: jobs[0].tasks[0] wants a rig, and there are none: give rigs.",
    ],
    [
      "more hands than run",
      { rigs: 1, jobs: [job([{ id: "r", kind: "run", minutes: 9, handsMin: 10 }])] },
      "jobs[0].tasks[0].handsMin: jobs[0].tasks[0].handsMin must be 9 or less: so long its run takes.",
    ],
    [
      "hands of a wait",
      { rigs: 1, jobs: [job([{ id: "r", kind: "wait", minutes: 9, handsMin: 1 }])] },
      'jobs[0].tasks[0].handsMin: jobs[0].tasks[0].handsMin is only for runs: this is "wait".',
    ],
    ["a job twice", { rigs: 1, jobs: [job([hands]), job([hands])] }, "jobs[1].id: jobs[1].id stands twice."],
    [
      "a task twice",
      { rigs: 1, jobs: [job([hands, hands])] },
      "jobs[0].tasks[1].id: jobs[0].tasks[1].id stands twice.",
    ],
    [
      "a break backwards",
      { rigs: 1, breaks: [{ fromMin: 9, toMin: 9 }], jobs: [job([hands])] },
      "breaks[0].toMin: breaks[0].toMin must be later than fromMin.",
    ],
  ])("with %s is refused with its place", (_, of, says) => {
    expect(wrong(of)).toBe(says);
  });
});
