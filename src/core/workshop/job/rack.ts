import { words } from "../../base/words";
import { briefHeadline, type BriefLadder } from "./brief";
import { benchItem } from "./bench";
import type { Machine } from "./machine";
import type { StageName } from "./stages";
import type { JobSummary, JobWaits } from "./jobSummary";

/** What the shelves of the rack are sorted by. */
export const RACK_WAYS = ["waits", "model", "place"] as const;
export type RackWay = (typeof RACK_WAYS)[number];

/** Shelves by what machines wait for, in their order. */
export const WAITING_SHELVES = {
  hands: "Hands",
  held: "On hold",
  due: "Due",
  later: "Later",
} as const;
export type WaitingShelf = keyof typeof WAITING_SHELVES;

/** What is due within so many days stands on the shelf of its own. */
export const DUE_SOON_DAYS = 100;

/** A machine as it stands on the rack. */
export interface RackMachine {
  machine: Machine;
  /** The job that is open, where its main button leads; null while it is at its place. */
  open: { jobId: number; at: StageName; button: string; waits: string; held: JobWaits | null } | null;
  /** Days past its due date; 0 where it is not late. */
  lateDays: number;
  /** The last verdict in words, and as heights; null without one. */
  headline: string;
  fact: string;
  ladder: BriefLadder | null;
  found: string;
}

/** How a machine stands on the rack, by its last job and by the one that is open. */
export function rackMachine(
  machine: Machine,
  today: string,
  open: { job: { id: number; complaint: string; waits: JobWaits | null }; summary: JobSummary } | null,
  last: JobSummary | null,
): RackMachine {
  const item = open && benchItem(machine, open.job, open.summary);
  const verdict = open?.summary.verdict ?? last?.verdict ?? null;
  return {
    machine,
    open: item && { jobId: item.jobId, at: item.at, button: item.button, waits: item.waits, held: item.held },
    lateDays: machine.dueOn && machine.dueOn < today ? daysFrom(machine.dueOn, today) : 0,
    headline: verdict ? briefHeadline(verdict) : "",
    fact: verdict?.fact ?? "",
    ladder: verdict?.ladder ?? null,
    found: open?.summary.found || last?.found || "",
  };
}

const daysFrom = (from: string, to: string): number =>
  Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / 86_400_000);

/** What stands below a machine on its board: what it waits for, how late it is, or when it is due. */
export function rackLine(m: RackMachine, day: (iso: string) => string): string {
  if (m.open)
    return m.open.held ? (m.open.held.for === "part" ? "Waits for a part" : "Waits for a word") : m.open.button;
  if (m.lateDays > 0) return `${words.counted(m.lateDays, "day")} late`;
  return m.machine.dueOn ? `due ${day(m.machine.dueOn)}` : "no date set";
}

/** A drawing as a list shows it: a picture by its address, to scale. */
export interface DrawingRef {
  revisionId: number;
  version: number;
  number: number;
  widthMm: number;
  depthMm: number;
}

/** A machine on its shelf, with what is drawn of it and how long it is known. */
export type OnShelf = RackMachine & { behind: boolean; drawing: DrawingRef | null; jobs: number; since: string };

export interface RackShelf {
  key: string;
  name: string;
  count: number;
  /** Of them, late ones. */
  late: number;
  machines: OnShelf[];
}

/** The whole rack by the first letter of a machine's place, or of its tag where it has none. */
export interface LetterCount {
  letter: string;
  count: number;
  hands: number;
  late: number;
}

/** What is seen of the rack: a few boards of it, however many machines there are. */
export interface RackView {
  way: RackWay;
  word: string;
  shelves: RackShelf[];
  /** The shelf that is seen alone, a page of it; null while several are. */
  alone: { page: number; pages: number } | null;
  /** Names of the shelves where the next and the last boards begin; null at either end. */
  next: string | null;
  back: string | null;
  total: number;
  /** Open jobs that need hands, that wait to be closed, that wait for others; machines past their date. */
  counts: { hands: number; verdict: number; held: number; late: number };
  letters: LetterCount[];
  today: string;
  /** Something newer is still being counted in. */
  behind: boolean;
}
