import type { Layout } from "../../drawing/parts";
import type { JobWaits, Machine } from "../../workshop/job";
import type { Triage, Verdict } from "../../measure/says";
import type { RunConditions } from "../../measure/pair";
import type { ColumnGuess, Phases, PlannedLayout } from "../../measure/log";
import type { CuttingPlan } from "../../handwork/pads";
import type { Squaring } from "../../drawing/photo";
import type { Entry, Procedure } from "../../handwork/service";
import type { MaterialKind } from "../../workshop/stock";

export const JOB_FORMAT = "ovrant-job";
/** Version of that form; a newer one is refused in words. */
export const JOB_VERSION = 1;

/** A run of a job, with its log beside it in the bundle. */
export interface JobRun {
  kind: "before" | "after";
  /** Where its log stands in the bundle: "runs/1-before.csv". */
  file: string;
  sourceName: string;
  sha256: string;
  bytes: number;
  createdAt: string;
  /** Set where another log took its place. */
  replacedAt: string | null;
  columns: ColumnGuess[];
  layout: PlannedLayout;
  phases: Phases | null;
  conditions: RunConditions;
  revision: number;
  /** What was said of it alone; null where it was not asked. */
  alone: Triage | null;
}

export interface JobVerdict {
  createdAt: string;
  judge: string;
  /** Places of its runs in the list of runs, from 0. */
  before: number;
  after: number;
  inputs: unknown;
  result: Verdict;
}

export interface JobPhoto {
  /** Where its picture stands in the bundle: "photos/1.jpg". */
  file: string;
  sha256: string;
  phase: "found" | "cleaned" | "after" | "tracing";
  note: string;
  xMm: number | null;
  yMm: number | null;
  width: number;
  height: number;
  squaring: Squaring | null;
  createdAt: string;
}

/** A lot something of this job was booked from. */
export interface JobLot {
  kind: MaterialKind;
  name: string;
  lot: string;
  amount: number;
  price: number;
  boughtOn: string;
  openedOn: string | null;
  bestBefore: string | null;
  props: unknown;
}

/**
 * A whole job as it is given on, signed and kept: everything of it but the bytes of its logs and photos, which stand
 * beside it by name and hash. Published as a schema; what it says does not hang on any database's numbers.
 */
export interface JobFile {
  format: typeof JOB_FORMAT;
  version: typeof JOB_VERSION;
  /** The job's own name, made once, the same in every Ovrant. */
  uid: string;
  /** Which job of its machine it is, from 1. */
  number: number;
  machine: Omit<Machine, "id" | "dueOn" | "dueWhy" | "dueBy">;
  due: { dueOn: string | null; why: string; by: Machine["dueBy"] };
  complaint: string;
  openedAt: string;
  closedAt: string | null;
  closingNote: string;
  waits: JobWaits | null;
  checkOn: string | null;
  /** The job it came back from, by its own name. */
  comesBackFrom: string | null;
  /** What was fixed when work began; null before. */
  ways: Procedure | null;
  drawing: { number: number; note: string; createdAt: string; keptAt: string | null; document: Layout } | null;
  journal: (Omit<Entry, "seq"> & { receivedAt: string; aside: boolean })[];
  runs: JobRun[];
  verdicts: JobVerdict[];
  photos: JobPhoto[];
  lots: JobLot[];
  /** `lot` is a place in the list of lots. */
  bookings: { lot: number; what: string; amount: number; at: string; undoneAt: string | null }[];
  cuttings: { plan: CuttingPlan; at: string; undoneAt: string | null }[];
}

/** Who signed a job, and the document as it was then. */
export interface SignOff {
  revision: number;
  at: string;
  /** Roles and initials, never names. */
  by: { role: string; initials: string };
  checkedBy: { role: string; initials: string } | null;
  /** SHA-256 of the document's canonical JSON. */
  sha256: string;
}

/** A link by which an owner reads a report, as the workshop sees it. */
export interface OwnerLinkNow {
  id: string;
  madeAt: string;
  madeBy: string;
  endsMs: number;
}
