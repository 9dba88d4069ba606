import { describe, expect, it } from "vitest";
import { database } from "../../../data/base/connection";
import { staleJobs } from "../../../data/workshop/jobSummaries";
import { emptyLayout, newPart } from "../../../core/drawing/parts";
import { temporaryDatabase } from "../../../testing/bed";
import { keepLayout, saveLayout, startLayout } from "../../drawing/layouts";
import { intake, newJob } from "../machines";
import { newLot } from "../materials";
import { saveEntries } from "../../handwork/service";
import { backgroundOver } from "../../base/background/task";
import { benchView } from "./bench";
import { dueView } from "./due";
import { forecastsView } from "../../job/forecasts";
import { historyView } from "../../job/history";
import { jobView } from "../../job/job";
import { library } from "../../drawing/views/layout";
import { knownModels, machineView } from "./machine";
import { stockView } from "./materials";
import { rackView } from "./rack";
import { searchView } from "./search";
import { serviceStage } from "../../handwork/views/service";
import { listsAsked } from "../../job/jobSummaries";

temporaryDatabase("queries");

const drawing = (model: string, variant: string) => ({
  ...emptyLayout(model, variant, 356, 246),
  parts: [newPart("blower", "p1", "B1", 60, 70)],
});

let count = 0;
/** A machine with two jobs, steps of cleaning and a drawing, and a lot on the shelf. */
async function more(): Promise<void> {
  const n = ++count;
  const taken = await intake({
    tag: `Q-${n}`,
    model: `Model ${n % 5}`,
    variant: `v${n}`,
    place: `Place ${n % 7}`,
    complaint: "hot",
    environment: "lint",
    form: "fifteen",
    limitC: 95,
  });
  if (!taken.ok) throw new Error(taken.problem.message);
  const { machineId, jobId } = taken.value;
  const drawn = await startLayout(jobId, { from: "empty" });
  if (drawn.ok) {
    await saveLayout(drawn.value.revisionId, { expects: 1, document: drawing(`Model ${n % 5}`, `v${n}`) });
    await keepLayout(drawn.value.revisionId, { note: "" });
  }
  await saveEntries(jobId, {
    entries: [
      {
        id: `${"0".repeat(24)}${n.toString(16).padStart(8, "0")}`,
        at: new Date().toISOString(),
        stage: "clean",
        step: "clean:p1",
        act: "done",
        value: "mat;swab=2",
        reason: "",
      },
    ],
  });
  await newJob(machineId, { complaint: "again" });
  await newLot({ kind: "swab", name: `Swabs ${n}`, lot: String(n), amount: 100, price: 5, openedOn: "2026-01-01" });
}

/** Nothing is on its way, and every list is up to date. */
async function settled(): Promise<void> {
  const db = await database();
  do {
    await backgroundOver();
    while ((await staleJobs(db, 1)).length > 0) await listsAsked();
    await backgroundOver();
  } while ((await staleJobs(db, 1)).length > 0);
}

/** Questions to the database that a view asks, once lists are up to date. */
async function queriesOf(view: () => Promise<unknown>): Promise<number> {
  const db = await database();
  // what was set going asks as well, or makes lists stale, and is no question of the view
  await settled();
  await view();
  await settled();
  let n = 0;
  const tell = () => n++;
  db.on("query", tell);
  await view();
  db.removeListener("query", tell);
  return n;
}

const whole = { word: "", from: "", shelf: null, page: 1 };
const VIEWS: Record<string, () => Promise<unknown>> = {
  bench: benchView,
  rack: () => rackView({ way: "waits", ...whole }),
  "rack by place": () => rackView({ way: "place", ...whole, from: "Place 1" }),
  "rack, a word": () => rackView({ way: "model", ...whole, word: "again" }),
  machine: () => machineView(1),
  job: () => jobView(1),
  handwork: async () => {
    const view = await jobView(1);
    return view && serviceStage(view);
  },
  layouts: () => library(),
  shelf: () => stockView(null),
  "shelf of a job": () => stockView(1),
  intake: knownModels,
  forecasts: forecastsView,
  history: () => historyView(1),
  due: () => dueView(1),
  search: () => searchView("again"),
};

describe("questions to the database per view", () => {
  it("are a fixed number, whatever is stored", async () => {
    for (let i = 0; i < 3; i++) await more();
    const few = new Map<string, number>();
    for (const [name, view] of Object.entries(VIEWS)) few.set(name, await queriesOf(view));
    for (let i = 0; i < 30; i++) await more();
    const many = new Map<string, number>();
    for (const [name, view] of Object.entries(VIEWS)) many.set(name, await queriesOf(view));
    expect(Object.fromEntries(many)).toEqual(Object.fromEntries(few));
    expect(Object.fromEntries(many)).toMatchInlineSnapshot(`
      {
        "bench": 19,
        "due": 6,
        "forecasts": 2,
        "handwork": 14,
        "history": 20,
        "intake": 1,
        "job": 9,
        "layouts": 5,
        "machine": 7,
        "rack": 11,
        "rack by place": 12,
        "rack, a word": 11,
        "search": 13,
        "shelf": 5,
        "shelf of a job": 7,
      }
    `);
  });
});
