import { storedJson } from "../base/storedJson";
import type { Knex } from "knex";
import { emptyLayout, filled, isPasted, type Layout } from "../../core/drawing/parts";

/** The drawings of one model and variant. */
export interface LayoutRecord {
  id: number;
  model: string;
  variant: string;
  forkedFrom: number | null;
  createdAt: string;
}

/** One revision: open while it is drawn on, kept once it stands. `version` counts the saves of an open one. */
export interface RevisionRecord {
  id: number;
  layoutId: number;
  number: number;
  basedOn: number | null;
  version: number;
  document: Layout;
  note: string;
  createdAt: string;
  keptAt: string | null;
}

interface LayoutRow {
  id: number;
  model: string;
  variant: string;
  forked_from: number | null;
  created_at: string;
}

interface RevisionRow {
  id: number;
  layout_id: number;
  number: number;
  based_on: number | null;
  version: number;
  document_json: string;
  note: string;
  created_at: string;
  kept_at: string | null;
}

const layoutRow = (r: LayoutRow): LayoutRecord => ({
  id: r.id,
  model: r.model,
  variant: r.variant,
  forkedFrom: r.forked_from,
  createdAt: r.created_at,
});
/** A drawing that cannot be read is an empty base, and says so where its note stands. */
function documentOf(r: RevisionRow): Pick<RevisionRecord, "document" | "note"> {
  const read = storedJson<Layout | null>(r.document_json, null, `revision ${r.id} of a drawing`);
  return read && Array.isArray(read.parts)
    ? { document: filled(read), note: r.note }
    : { document: emptyLayout("", "", ...UNREAD_MM), note: "This revision cannot be read as it is stored." };
}

/** A base nothing is known of, mm. */
const UNREAD_MM = [340, 240] as const;

const revisionRow = (r: RevisionRow): RevisionRecord => ({
  id: r.id,
  layoutId: r.layout_id,
  number: r.number,
  basedOn: r.based_on,
  version: r.version,
  ...documentOf(r),
  createdAt: r.created_at,
  keptAt: r.kept_at,
});

/** Layouts by model and variant, a page of them; those whose name has a word in it. */
export async function listLayouts(
  db: Knex,
  page: { word: string; most: number; from: number },
): Promise<{ layouts: LayoutRecord[]; count: number }> {
  const found = db<LayoutRow>("layouts").whereRaw("instr(lower(model || ' ' || variant), lower(?)) > 0", [page.word]);
  const rows = await found.clone().orderBy("model").orderBy("variant").limit(page.most).offset(page.from);
  const [all] = await found.clone().count<{ n: number }[]>("* as n");
  return { layouts: rows.map(layoutRow), count: all?.n ?? 0 };
}

export async function findLayouts(db: Knex, ids: readonly number[]): Promise<LayoutRecord[]> {
  return (await db<LayoutRow>("layouts").whereIn("id", [...ids])).map(layoutRow);
}

export async function findLayout(db: Knex, id: number): Promise<LayoutRecord | null> {
  const row = await db<LayoutRow>("layouts").where({ id }).first();
  return row ? layoutRow(row) : null;
}

/** The layout of a model and variant, whatever the case it is written in. */
export async function layoutFor(db: Knex, model: string, variant: string): Promise<LayoutRecord | null> {
  const row = await db<LayoutRow>("layouts")
    .whereRaw("lower(model) = lower(?) and lower(variant) = lower(?)", [model, variant])
    .first();
  return row ? layoutRow(row) : null;
}

export async function addLayout(
  db: Knex,
  l: { model: string; variant: string; forkedFrom: number | null },
  now: string,
): Promise<number> {
  const [row] = await db("layouts")
    .insert({ model: l.model, variant: l.variant, forked_from: l.forkedFrom, created_at: now })
    .returning<{ id: number }[]>("id");
  return row?.id ?? 0;
}

/** The newest revisions of some layouts, at most so many of each, newest first; how many each has in all. */
export async function newestRevisions(
  db: Knex,
  layoutIds: readonly number[],
  most: number,
): Promise<{ revisions: RevisionRecord[]; counts: Map<number, number> }> {
  const ranked = db("layout_revisions")
    .whereIn("layout_id", [...layoutIds])
    .select(
      "*",
      db.raw(
        `row_number() OVER (PARTITION BY layout_id ORDER BY number DESC) AS place,
         count(*) OVER (PARTITION BY layout_id) AS of,
         max(CASE WHEN kept_at IS NOT NULL THEN number END) OVER (PARTITION BY layout_id) AS kept`,
      ),
    );
  const rows = await db
    .select<(RevisionRow & { of: number })[]>("*")
    .from(ranked.as("ranked"))
    // the one that stands is always among them
    .whereRaw("place <= ? OR number = kept", [most])
    .orderBy("layout_id")
    .orderBy("number", "desc");
  return { revisions: rows.map(revisionRow), counts: new Map(rows.map((r) => [r.layout_id, r.of])) };
}

export async function findRevisions(db: Knex, ids: readonly number[]): Promise<RevisionRecord[]> {
  return (await db<RevisionRow>("layout_revisions").whereIn("id", [...ids])).map(revisionRow);
}

/** The newest revision of a layout that stands; null while none was kept. */
export async function newestSaved(db: Knex, layoutId: number): Promise<RevisionRecord | null> {
  const row = await db<RevisionRow>("layout_revisions")
    .where({ layout_id: layoutId })
    .whereNotNull("kept_at")
    .orderBy("number", "desc")
    .first();
  return row ? revisionRow(row) : null;
}

export async function findRevision(db: Knex, id: number): Promise<RevisionRecord | null> {
  const row = await db<RevisionRow>("layout_revisions").where({ id }).first();
  return row ? revisionRow(row) : null;
}

/** Adds the next revision of a layout and returns its id. */
export async function addRevision(
  db: Knex,
  r: { layoutId: number; basedOn: number | null; document: Layout; note?: string; keptAt?: string | null },
  now: string,
): Promise<number> {
  const last = (
    await db("layout_revisions").where({ layout_id: r.layoutId }).max<{ most: number | null }[]>("number as most")
  )[0];
  const [row] = await db("layout_revisions")
    .insert({
      layout_id: r.layoutId,
      number: (last?.most ?? 0) + 1,
      based_on: r.basedOn,
      version: 1,
      ...drawn(r.document),
      note: r.note ?? "",
      created_at: now,
      kept_at: r.keptAt ?? null,
    })
    .returning<{ id: number }[]>("id");
  return row?.id ?? 0;
}

/** A document with what lists show of it beside. */
const drawn = (document: Layout) => ({
  document_json: JSON.stringify(document),
  width_mm: document.base.widthMm,
  depth_mm: document.base.depthMm,
  parts: document.parts.length,
  blowers: document.parts.filter((p) => p.kind === "blower").length,
  pasted: document.parts.filter((p) => p.kind === "chip" && isPasted(p)).length,
});

/** Saves an open revision if nobody saved it since `expects`; false when somebody did, or when it is kept. */
export async function saveRevision(db: Knex, id: number, expects: number, document: Layout): Promise<boolean> {
  const changed = await db("layout_revisions")
    .where({ id, version: expects })
    .whereNull("kept_at")
    .update({ ...drawn(document), version: expects + 1 });
  return changed === 1;
}

export async function keepRevision(db: Knex, id: number, note: string, now: string): Promise<void> {
  await db("layout_revisions").where({ id }).whereNull("kept_at").update({ kept_at: now, note });
}

/** The revision a job uses; null when it has none yet. */
export async function revisionOfJob(db: Knex, jobId: number): Promise<RevisionRecord | null> {
  const row = await db<RevisionRow>("layout_revisions")
    .join("job_layouts", "job_layouts.revision_id", "layout_revisions.id")
    .where("job_layouts.job_id", jobId)
    .select<RevisionRow>("layout_revisions.*")
    .first();
  return row ? revisionRow(row) : null;
}

export async function giveRevision(db: Knex, jobId: number, revisionId: number): Promise<void> {
  await db("job_layouts").insert({ job_id: jobId, revision_id: revisionId }).onConflict("job_id").merge();
}

/** The newest kept revision of a model and variant; null when none was kept. */
export async function lastSaved(db: Knex, model: string, variant: string): Promise<RevisionRecord | null> {
  const layout = await layoutFor(db, model, variant);
  return layout && newestSaved(db, layout.id);
}

/** What a machine is told alike by. */
export interface Alike {
  blowers: number;
  /** Chips under paste. */
  chips: number;
  widthMm: number;
  depthMm: number;
}

/** The newest kept drawings with as many blowers and chips, those nearest in size first. */
export async function alikeLayouts(
  db: Knex,
  { blowers, chips, widthMm, depthMm }: Alike,
  most: number,
): Promise<(RevisionRecord & Pick<LayoutRecord, "model" | "variant">)[]> {
  const rows = await db<RevisionRow>("layout_revisions as r")
    .join("layouts", "layouts.id", "r.layout_id")
    .whereNotNull("r.kept_at")
    .where({ "r.blowers": blowers, "r.pasted": chips })
    .whereRaw(
      `r.number = (SELECT max(o.number) FROM layout_revisions AS o
                   WHERE o.layout_id = r.layout_id AND o.kept_at IS NOT NULL)`,
    )
    .orderByRaw("abs(r.width_mm - ?) + abs(r.depth_mm - ?), r.id", [widthMm, depthMm])
    .limit(most)
    .select<(RevisionRow & { model: string; variant: string })[]>("r.*", "layouts.model", "layouts.variant");
  return rows.map((r) => ({ ...revisionRow(r), model: r.model, variant: r.variant }));
}
