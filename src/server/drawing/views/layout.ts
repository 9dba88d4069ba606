import { changesBetween } from "../../../core/drawing/edit";
import { baseOf, type Layout } from "../../../core/drawing/parts";
import { database } from "../../../data/base/connection";
import {
  alikeLayouts,
  findLayouts,
  findRevisions,
  lastSaved,
  listLayouts,
  newestRevisions,
  revisionOfJob,
  type RevisionRecord,
} from "../../../data/drawing/layouts";
import type { JobView } from "../../job/job";

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
  const last = await lastSaved(db, view.machine.model, view.machine.variant);
  return { revision: null, offer: last && viewOf(last) };
}

/** A drawing of another model that a machine may be like. */
export interface AlikeView {
  revisionId: number;
  name: string;
  document: Layout;
}

/** So many are offered to start from. */
const MOST_ALIKE = 4;

/** Drawings of other models with as many blowers and chips, those nearest in size first. */
export async function alikeView(view: JobView, told: { blowers: number; chips: number }): Promise<AlikeView[]> {
  const [widthMm, depthMm] = baseOf(view.machine.form);
  const found = await alikeLayouts(await database(), { ...told, widthMm, depthMm }, MOST_ALIKE);
  return found.map((r) => ({
    revisionId: r.id,
    name: `${r.model}${r.variant ? `, ${r.variant}` : ""}`,
    document: r.document,
  }));
}

export interface LibraryEntry {
  id: number;
  model: string;
  variant: string;
  forkedFrom: string;
  /** The newest revisions with what changed in each. */
  revisions: (Omit<RevisionView, "document"> & { parts: number; changes: string[] })[];
  /** How many there are in all. */
  count: number;
  newest: RevisionView;
}

export interface LibraryView {
  entries: LibraryEntry[];
  /** Layouts in all, whatever page is shown. */
  count: number;
}

/** Drawings of a page of the library. */
export const LAYOUTS_ON_PAGE = 8;
/** So many revisions of a layout are listed; earlier ones are counted. */
const MOST_REVISIONS = 5;

/**
 * A page of the layouts with their newest revisions and what changed in each, compared with the one it was based on.
 */
export async function library(word = "", page = 1): Promise<LibraryView> {
  const db = await database();
  const { layouts, count } = await listLayouts(db, {
    word,
    most: LAYOUTS_ON_PAGE,
    from: (page - 1) * LAYOUTS_ON_PAGE,
  });
  const newest = await newestRevisions(
    db,
    layouts.map((l) => l.id),
    MOST_REVISIONS,
  );
  const needed = [...newest.revisions.map((r) => r.basedOn), ...layouts.map((l) => l.forkedFrom)];
  const others = await findRevisions(
    db,
    needed.filter((id) => id !== null),
  );
  const byId = new Map([...others, ...newest.revisions].map((r) => [r.id, r]));
  const origins = layouts.flatMap((l) => byId.get(l.forkedFrom ?? 0)?.layoutId ?? []);
  const names = new Map((await findLayouts(db, origins)).map((l) => [l.id, l.variant || "plain variant"]));
  const entries = layouts.flatMap((l): LibraryEntry[] => {
    const own = newest.revisions.filter((r) => r.layoutId === l.id);
    const top = own.find((r) => r.keptAt) ?? own[0];
    if (!top) return [];
    const origin = byId.get(l.forkedFrom ?? 0);
    return [
      {
        id: l.id,
        model: l.model,
        variant: l.variant,
        forkedFrom: origin ? `${names.get(origin.layoutId) ?? ""}, revision ${origin.number}` : "",
        revisions: own.map((r) => listed(r, byId.get(r.basedOn ?? 0))),
        count: newest.counts.get(l.id) ?? own.length,
        newest: viewOf(top),
      },
    ];
  });
  return { entries, count };
}

function listed(r: RevisionRecord, base: RevisionRecord | undefined): LibraryEntry["revisions"][number] {
  const { document, ...rest } = viewOf(r);
  return { ...rest, parts: document.parts.length, changes: base ? changesBetween(base.document, document) : [] };
}
