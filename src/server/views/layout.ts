import { changesBetween } from "../../core/edit";
import { type Layout } from "../../core/drawing";
import { database } from "../../data/connection";
import {
  findLayout,
  findRevision,
  lastKept,
  listLayouts,
  revisionOfJob,
  revisionsOf,
  type RevisionRecord,
} from "../../data/layouts";
import type { JobView } from "./job";

/** A revision as pages show it. */
export interface RevisionView {
  id: number;
  number: number;
  version: number;
  open: boolean;
  note: string;
  at: string;
  document: Layout;
}

const viewOf = (r: RevisionRecord): RevisionView => ({
  id: r.id,
  number: r.number,
  version: r.version,
  open: r.keptAt === null,
  note: r.note,
  at: r.keptAt ?? r.createdAt,
  document: r.document,
});

export interface LayoutStageView {
  revision: RevisionView | null;
  /** The last kept drawing of this model and variant, where the job has none yet. */
  offer: RevisionView | null;
}

/** The drawing of a job, or what it could start from. */
export async function layoutStage(view: JobView): Promise<LayoutStageView> {
  const db = await database();
  const own = await revisionOfJob(db, view.job.id);
  if (own) return { revision: viewOf(own), offer: null };
  const last = await lastKept(db, view.machine.model, view.machine.variant);
  return { revision: null, offer: last && viewOf(last) };
}

export interface LibraryEntry {
  id: number;
  model: string;
  variant: string;
  forkedFrom: string;
  revisions: (Omit<RevisionView, "document"> & { parts: number; changes: string[] })[];
  newest: RevisionView;
}

/** Every layout with its revisions and what changed in each, compared with the one it was based on. */
export async function library(): Promise<LibraryEntry[]> {
  const db = await database();
  const out: LibraryEntry[] = [];
  for (const l of await listLayouts(db)) {
    const revisions = await revisionsOf(db, l.id);
    const newest = revisions.find((r) => r.keptAt) ?? revisions[0];
    if (!newest) continue;
    const origin = l.forkedFrom === null ? null : await findRevision(db, l.forkedFrom);
    const from = origin && (await findLayout(db, origin.layoutId));
    const views: LibraryEntry["revisions"] = [];
    for (const r of revisions) {
      const base = r.basedOn === null ? null : await findRevision(db, r.basedOn);
      const { document, ...rest } = viewOf(r);
      views.push({
        ...rest,
        parts: document.parts.length,
        changes: base ? changesBetween(base.document, document) : [],
      });
    }
    out.push({
      id: l.id,
      model: l.model,
      variant: l.variant,
      forkedFrom: from && origin ? `${from.variant || "plain variant"}, revision ${origin.number}` : "",
      revisions: views,
      newest: viewOf(newest),
    });
  }
  return out;
}

/** The drawing that stands for a machine: its newest job's, else the last kept one of its model and variant. */
export async function layoutOfMachine(
  machine: { model: string; variant: string },
  jobIds: readonly number[],
): Promise<RevisionRecord | null> {
  const db = await database();
  for (const id of jobIds) {
    const own = await revisionOfJob(db, id);
    if (own) return own;
  }
  return lastKept(db, machine.model, machine.variant);
}
