import { changesBetween } from "../../core/drawing/edit";
import type { Knex } from "knex";
import type { Machine } from "../../core/workshop/job";
import { arrangedLayout, baseOf, emptyLayout, type Layout } from "../../core/drawing/parts";
import { layoutFrom, MOST_PARTS, parseLayout, readSvg } from "../../core/drawing/codec";
import { bad, ok, type Result } from "../../core/base/result";
import { database } from "../../data/base/connection";
import {
  addLayout,
  addRevision,
  findLayout,
  findRevision,
  keepRevision,
  layoutFor,
  newestSaved,
  revisionOfJob,
  saveRevision,
  giveRevision,
  type RevisionRecord,
} from "../../data/drawing/layouts";
import { findMachine } from "../../data/workshop/machines";
import { check } from "../../input/check";
import {
  AsideLayoutInput,
  ForkLayoutInput,
  KeepLayoutInput,
  SaveLayoutInput,
  StartLayoutInput,
} from "../../input/layout";
import { serverProblem } from "../base/http/problems";
import { openJob, writing } from "../base/http/write";

/** Gives a job its drawing: the last one of its model, an empty sheet, or an open revision to draw on. */
export async function startLayout(jobId: number, body: unknown): Promise<Result<{ revisionId: number }>> {
  const checked = check(StartLayoutInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const now = new Date().toISOString();
  return writing(async (tx) => {
    const job = await openJob(tx, jobId);
    if (!job.ok) return job;
    const machine = await findMachine(tx, job.value.machineId);
    if (!machine) return bad(serverProblem.noJob());
    const own = await revisionOfJob(tx, jobId);
    if (own && !own.keptAt) return ok({ revisionId: own.id });
    const layout = await layoutFor(tx, machine.model, machine.variant);
    const last = own ?? (layout && (await newestSaved(tx, layout.id)));
    if (checked.value.from === "last") {
      if (!last) return bad(serverProblem.noLayout());
      await giveRevision(tx, jobId, last.id);
      return ok({ revisionId: last.id });
    }
    const layoutId =
      layout?.id ?? (await addLayout(tx, { model: machine.model, variant: machine.variant, forkedFrom: null }, now));
    const document = await startOf(tx, checked.value, machine, last);
    if (!document) return bad(serverProblem.noLayout());
    const revisionId = await addRevision(
      tx,
      { layoutId, basedOn: checked.value.from === "edit" ? (last?.id ?? null) : null, document },
      now,
    );
    await giveRevision(tx, jobId, revisionId);
    return ok({ revisionId });
  });
}

/** The sheet a drawing begins on: the last one, an arrangement, one it is like, or an empty base; null for none. */
async function startOf(
  tx: Knex,
  { from, arrangement, like }: StartLayoutInput,
  { model, variant, form }: Pick<Machine, "model" | "variant" | "form">,
  last: RevisionRecord | null,
): Promise<Layout | null> {
  const [w, d] = baseOf(form);
  if (from === "edit" && last) return last.document;
  if (from === "arrangement") return arrangement && arrangedLayout(arrangement, model, variant, w, d);
  if (from === "like") {
    const other = like === null ? null : await findRevision(tx, like);
    return other?.keptAt ? { ...other.document, model, variant } : null;
  }
  return emptyLayout(model, variant, w, d);
}

export type SaveOutcome =
  { saved: true; version: number } | { saved: false; theirs: { version: number; document: Layout; changes: string[] } };

/** Saves an open revision. When another tab saved it since, nothing is lost: both drawings come back to choose from. */
export async function saveLayout(revisionId: number, body: unknown): Promise<Result<SaveOutcome>> {
  const checked = check(SaveLayoutInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const layout = layoutFrom(checked.value.document);
  if (!layout.ok) return layout;
  return writing<SaveOutcome>(async (tx) => {
    const { expects, overTheirs } = checked.value;
    if (await saveRevision(tx, revisionId, expects, layout.value)) return ok({ saved: true, version: expects + 1 });
    const theirs = await findRevision(tx, revisionId);
    if (!theirs) return bad(serverProblem.noLayout());
    if (theirs.keptAt) return bad(serverProblem.layoutKept(theirs.number));
    if (!overTheirs)
      return ok({
        saved: false,
        theirs: {
          version: theirs.version,
          document: theirs.document,
          changes: changesBetween(layout.value, theirs.document),
        },
      });
    const now = new Date().toISOString();
    await addRevision(
      tx,
      {
        layoutId: theirs.layoutId,
        basedOn: theirs.basedOn,
        document: theirs.document,
        note: "Set aside: drawn elsewhere at the same time",
        keptAt: null,
      },
      now,
    );
    await saveRevision(tx, revisionId, theirs.version, layout.value);
    return ok({ saved: true, version: theirs.version + 1 });
  });
}

/** Lays a drawing aside as a revision of its own, beside the open one it was drawn on. */
export async function setLayoutAside(revisionId: number, body: unknown): Promise<Result<{ number: number }>> {
  const checked = check(AsideLayoutInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const layout = layoutFrom(checked.value.document);
  if (!layout.ok) return layout;
  return writing(async (tx) => {
    const own = await findRevision(tx, revisionId);
    if (!own) return bad(serverProblem.noLayout());
    const { layoutId, basedOn } = own;
    const note = "Set aside: drawn elsewhere at the same time";
    const id = await addRevision(
      tx,
      { layoutId, basedOn, document: layout.value, note, keptAt: null },
      new Date().toISOString(),
    );
    const kept = await findRevision(tx, id);
    return ok({ number: kept?.number ?? 0 });
  });
}

/** Keeps an open revision: it stands, and later jobs of the model start from it. */
export async function keepLayout(revisionId: number, body: unknown): Promise<Result<{ number: number }>> {
  const checked = check(KeepLayoutInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  return writing(async (tx) => {
    const revision = await findRevision(tx, revisionId);
    if (!revision) return bad(serverProblem.noLayout());
    await keepRevision(tx, revisionId, checked.value.note, new Date().toISOString());
    return ok({ number: revision.number });
  });
}

/** A layout of another variant that starts as a copy of a revision. */
export async function forkLayout(revisionId: number, body: unknown): Promise<Result<{ layoutId: number }>> {
  const checked = check(ForkLayoutInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { variant } = checked.value;
  const now = new Date().toISOString();
  return writing(async (tx) => {
    const from = await findRevision(tx, revisionId);
    const layout = from && (await findLayout(tx, from.layoutId));
    if (!from || !layout) return bad(serverProblem.noLayout());
    if (await layoutFor(tx, layout.model, variant)) return bad(serverProblem.variantTaken(layout.model, variant));
    const layoutId = await addLayout(tx, { model: layout.model, variant, forkedFrom: from.id }, now);
    await addRevision(
      tx,
      {
        layoutId,
        basedOn: from.id,
        document: { ...from.document, variant },
        note: `Forked from ${layout.variant || "the plain variant"}, revision ${from.number}`,
        keptAt: now,
      },
      now,
    );
    return ok({ layoutId });
  });
}

/**
 * Takes a JSON or SVG file into the open revision of a job. Our own files replace the drawing; foreign shapes join it
 * as sketches.
 */
export async function importLayout(
  jobId: number,
  text: string,
): Promise<Result<{ document: Layout; leftOut: string[]; own: boolean }>> {
  const db = await database();
  const revision = await revisionOfJob(db, jobId);
  if (!revision) return bad(serverProblem.noLayout());
  if (!/^\s*(\ufeff)?\s*</.test(text)) {
    const layout = parseLayout(text);
    return layout.ok
      ? ok({
          document: { ...layout.value, model: revision.document.model, variant: revision.document.variant },
          leftOut: [],
          own: true,
        })
      : layout;
  }
  const read = readSvg(text);
  if (!read.ok) return read;
  if (read.value.own)
    return ok({
      document: { ...read.value.layout, model: revision.document.model, variant: revision.document.variant },
      leftOut: [],
      own: true,
    });
  const room = MOST_PARTS - revision.document.parts.length;
  const past = read.value.sketches.length - room;
  const taken = new Set(revision.document.parts.map((p) => p.id));
  let k = 1;
  const sketches = read.value.sketches.slice(0, Math.max(0, room)).map((s) => {
    while (taken.has(`s${k}`)) k++;
    taken.add(`s${k}`);
    return { ...s, id: `s${k}` };
  });
  return ok({
    document: { ...revision.document, parts: [...revision.document.parts, ...sketches] },
    leftOut: [...read.value.leftOut, ...(past > 0 ? [`${past} shapes past the ${MOST_PARTS} a drawing holds`] : [])],
    own: false,
  });
}
