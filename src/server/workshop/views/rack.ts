import {
  DUE_SOON_DAYS,
  rackMachine,
  WAITING_SHELVES,
  type OnShelf,
  type RackView,
  type RackWay,
  type WaitingShelf,
} from "../../../core/workshop/job";
import { dayAfter } from "../../../core/base/days";
import { database } from "../../../data/base/connection";
import { drawingsOfMachines } from "../../../data/drawing/drawings";
import { findJobs } from "../../../data/workshop/jobs";
import {
  jobsSince,
  letterCounts,
  shelfBefore,
  shelfCounts,
  shelfMachines,
  type RackQuery,
  type ShelfCount,
} from "../../../data/workshop/rack";
import { openCounts } from "../../../data/workshop/jobSummaries";
import { listsAsked, summariesOfJobs } from "../../job/jobSummaries";
import { todayNow } from "../../base/today";

/** So many boards are seen, so many machines stand face out on one. */
const BOARDS = 3;
/** Machines of a shelf that stand with their face out. */
const FACE_OUT = 5;
/** So many leave room for the rest of the shelf on edge. */
const BESIDE_THE_REST = 4;

/** The rack: all machines on shelves by what waits, model or place; a few boards of it, however many there are. */
export async function rackView(asked: {
  way: RackWay;
  word: string;
  from: string;
  shelf: string | null;
  page: number;
}): Promise<RackView> {
  const db = await database();
  const listsBehind = await listsAsked();
  const today = await todayNow();
  const ask: RackQuery = { way: asked.way, word: asked.word, today, soon: dayAfter(today, DUE_SOON_DAYS) };
  const known = await shelvesOf(ask, asked.shelf ?? asked.from);
  const alone = asked.shelf === null ? null : (known.find((s) => s.key === asked.shelf) ?? null);
  const shown = asked.shelf === null ? known.slice(0, boardsOf(asked.way)) : alone ? [alone] : [];
  const most = alone ? BOARDS * FACE_OUT : FACE_OUT;
  const standing = await shelfMachines(db, ask, {
    keys: shown.map((s) => s.key),
    from: alone ? (asked.page - 1) * most : 0,
    most,
  });
  const machines = await told(standing, today);
  const letters = await letterCounts(db, today);
  const sum = (of: "count" | "late") => letters.reduce((n, l) => n + l[of], 0);
  return {
    way: asked.way,
    word: asked.word,
    shelves: shown.map((s) => ({
      ...s,
      name: nameOf(asked.way, s.key),
      machines: machines
        .filter((_, i) => standing[i]?.key === s.key)
        .slice(0, alone || s.count <= FACE_OUT ? most : BESIDE_THE_REST),
    })),
    alone: alone && { page: asked.page, pages: Math.max(1, Math.ceil(alone.count / most)) },
    next: asked.shelf === null ? (known[boardsOf(asked.way)]?.key ?? null) : null,
    back: asked.shelf === null && asked.from !== "" ? await shelfBefore(db, ask, asked.from, BOARDS) : null,
    total: sum("count"),
    counts: { ...(await openCounts(db)), late: sum("late") },
    letters,
    today,
    behind: listsBehind || machines.some((m) => m.behind),
  };
}

/** By what waits all four shelves are seen where they hold anything; else three boards and whether there are more. */
const boardsOf = (way: RackWay): number => (way === "waits" ? Object.keys(WAITING_SHELVES).length : BOARDS);

async function shelvesOf(ask: RackQuery, from: string): Promise<ShelfCount[]> {
  const db = await database();
  if (ask.way !== "waits") return shelfCounts(db, ask, { from, most: BOARDS + 1 });
  const found = await shelfCounts(db, ask, { from: "", most: 9 });
  return Object.keys(WAITING_SHELVES).flatMap((key) => found.find((s) => s.key === key) ?? []);
}

const nameOf = (way: RackWay, key: string): string =>
  way === "waits" ? WAITING_SHELVES[key as WaitingShelf] : key || (way === "place" ? "No place given" : "No model");

/** Machines with their jobs, verdicts and drawings, asked for together. */
async function told(standing: Awaited<ReturnType<typeof shelfMachines>>, today: string): Promise<OnShelf[]> {
  const db = await database();
  const ids = standing.map((s) => s.machine.id);
  const jobs = await findJobs(
    db,
    standing.flatMap((s) => [s.openJobId, s.lastJobId].filter((id) => id !== null)),
  );
  const summaries = await summariesOfJobs([...jobs.values()]);
  const drawings = await drawingsOfMachines(db, ids);
  const since = await jobsSince(db, ids);
  return standing.map(({ machine, openJobId, lastJobId }) => {
    const job = openJobId === null ? undefined : jobs.get(openJobId);
    const own = job && summaries.get(job.id);
    const last = lastJobId === null ? null : (summaries.get(lastJobId) ?? null);
    return {
      ...rackMachine(machine, today, job && own ? { job, summary: own } : null, last),
      behind: (own ?? last)?.behind ?? false,
      drawing: drawings.get(machine.id) ?? null,
      jobs: since.get(machine.id)?.jobs ?? 0,
      since: since.get(machine.id)?.since ?? "",
    };
  });
}
