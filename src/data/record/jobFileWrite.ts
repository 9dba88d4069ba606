import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import { canonicalJson, type JobFile, type SignOff } from "../../core/record/jobfile";
import { placed } from "./jobFile";
import { addEntries } from "../handwork/journal";
import { addLayout, addRevision, giveRevision, layoutFor } from "../drawing/layouts";
import { addMachine, machineByTag } from "../workshop/machines";
import { setDue } from "../workshop/dues";
import { addPhoto } from "../drawing/photos";
import { addRun, type PackedRun } from "../measure/runs";
import { addSignOff } from "./signoffs";

/** Names asked for at once: a query takes no endless list. */
const IDS_AT_ONCE = 500;

/** What stands beside a job's document, read and checked. */
export interface JobParts {
  runs: { run: PackedRun; gzip: Buffer }[];
  /** A photo itself is read when it is written: they are not all held at once. */
  photos: { image: () => Promise<Buffer>; thumbnail: Buffer }[];
  signed: { signOff: SignOff; text: string }[];
}

/**
 * Writes a whole job as its file says, with its machine where there is none of its tag; everything or nothing is the
 * caller's transaction. Gives the new job's id.
 */
export async function writeJob(tx: Knex, file: JobFile, parts: JobParts, now: string): Promise<number> {
  const machineId = await machineOf(tx, file, now);
  const from = file.comesBackFrom
    ? await tx("jobs").where({ uid: file.comesBackFrom }).first<{ id: number } | undefined>("id")
    : undefined;
  const [row] = await tx("jobs")
    .insert({
      uid: file.uid,
      machine_id: machineId,
      complaint: file.complaint,
      opened_at: file.openedAt,
      comes_back_from: from?.id ?? null,
      check_on: file.checkOn,
      waits_json: file.waits && JSON.stringify(file.waits),
    })
    .returning<{ id: number }[]>("id");
  const jobId = row?.id ?? 0;
  if (file.ways) await tx("job_ways").insert({ job_id: jobId, ways_json: JSON.stringify(file.ways) });
  if (file.drawing) await giveRevision(tx, jobId, await revisionFor(tx, file.drawing));
  await writeJournal(tx, jobId, file);
  const runIds = await writeRuns(tx, jobId, file, parts);
  for (const v of file.verdicts)
    await tx("verdicts").insert({
      job_id: jobId,
      before_run_id: runIds[v.before],
      after_run_id: runIds[v.after],
      created_at: v.createdAt,
      judge_version: v.judge,
      inputs_json: JSON.stringify(placed(v.inputs, (i) => runIds[i] ?? 0)),
      result_json: JSON.stringify(v.result),
    });
  for (const [i, p] of file.photos.entries()) {
    const pictures = parts.photos[i];
    if (!pictures) continue;
    const id = await addPhoto(
      tx,
      {
        jobId,
        phase: p.phase,
        width: p.width,
        height: p.height,
        image: await pictures.image(),
        thumbnail: pictures.thumbnail,
      },
      p.createdAt,
    );
    await tx("photos")
      .where({ id })
      .update({ note: p.note, x_mm: p.xMm, y_mm: p.yMm, squaring_json: p.squaring && JSON.stringify(p.squaring) });
  }
  await writeMaterials(tx, jobId, file, now);
  if (file.closedAt !== null)
    await tx("jobs").where({ id: jobId }).update({ closed_at: file.closedAt, closing_note: file.closingNote });
  for (const s of parts.signed) await addSignOff(tx, jobId, s.signOff, s.text);
  return jobId;
}

/** Every entry of the journal; one whose name is another job's here already gets a name of its own. */
async function writeJournal(tx: Knex, jobId: number, { journal }: JobFile): Promise<void> {
  const ids = journal.map((e) => e.id);
  const taken = new Set<string>();
  for (let i = 0; i < ids.length; i += IDS_AT_ONCE)
    for (const { id } of await tx("journal")
      .whereIn("id", ids.slice(i, i + IDS_AT_ONCE))
      .select<{ id: string }[]>("id"))
      taken.add(id);
  for (const { receivedAt, aside, ...entry } of journal) {
    const id = taken.has(entry.id) ? randomUUID() : entry.id;
    taken.add(id);
    await addEntries(tx, jobId, [{ ...entry, id }], receivedAt, aside);
  }
  const [row] = await tx("journal").where({ job_id: jobId }).count<{ n: number }[]>("id as n");
  // counted against the file: a job never arrives with less handwork than was done
  if (row?.n !== journal.length) throw new Error(`${row?.n ?? 0} of ${journal.length} entries of the journal arrived`);
}

async function machineOf(tx: Knex, { machine, due }: JobFile, now: string): Promise<number> {
  const known = await machineByTag(tx, machine.tag);
  if (known) return known.id;
  const id = await addMachine(tx, machine, machine.createdAt);
  if (due.dueOn !== null) await setDue(tx, id, { dueOn: due.dueOn, why: due.why, by: due.by || "hand" }, now);
  return id;
}

/** The revision of a drawing: the same one where it is here already, else a new one. */
async function revisionFor(tx: Knex, d: NonNullable<JobFile["drawing"]>): Promise<number> {
  const { model, variant } = d.document;
  const layout = await layoutFor(tx, model, variant);
  const layoutId = layout?.id ?? (await addLayout(tx, { model, variant, forkedFrom: null }, d.createdAt));
  const rows = await tx("layout_revisions")
    .where({ layout_id: layoutId })
    .select<{ id: number; number: number; document_json: string }[]>("id", "number", "document_json");
  const text = canonicalJson(d.document);
  const same = rows.find((r) => canonicalJson(JSON.parse(r.document_json)) === text);
  if (same) return same.id;
  const id = await addRevision(
    tx,
    { layoutId, basedOn: null, document: d.document, note: d.note, keptAt: d.keptAt },
    d.createdAt,
  );
  if (!rows.some((r) => r.number === d.number)) await tx("layout_revisions").where({ id }).update({ number: d.number });
  return id;
}

async function writeRuns(tx: Knex, jobId: number, file: JobFile, parts: JobParts): Promise<number[]> {
  const ids: number[] = [];
  for (const [i, r] of file.runs.entries()) {
    const part = parts.runs[i];
    if (!part) throw new Error(`run ${i + 1} of the file has no log`);
    const id = await addRun(
      tx,
      {
        jobId,
        kind: r.kind,
        sourceName: r.sourceName,
        sourceSha256: r.sha256,
        sourceBytes: r.bytes,
        sourceGzip: part.gzip,
        columns: r.columns,
        layout: r.layout,
        phases: r.phases,
        conditions: r.conditions,
        run: part.run,
      },
      r.createdAt,
    );
    await tx("runs").where({ id }).update({ revision: r.revision });
    if (r.alone) await tx("triages").insert({ run_id: id, asked_sha256: "", result_json: JSON.stringify(r.alone) });
    ids.push(id);
  }
  // which one counts is as the file says, whatever came last
  for (const [i, r] of file.runs.entries())
    await tx("runs")
      .where({ id: ids[i] ?? 0 })
      .update({ replaced_at: r.replacedAt });
  return ids;
}

/** Lots come put away: what is left of them is not on this shelf. */
async function writeMaterials(tx: Knex, jobId: number, file: JobFile, now: string): Promise<void> {
  const lotIds: number[] = [];
  for (const l of file.lots) {
    const row = {
      kind: l.kind,
      name: l.name,
      lot: l.lot,
      amount: l.amount,
      price: l.price,
      bought_on: l.boughtOn,
      opened_on: l.openedOn,
      best_before: l.bestBefore,
      props_json: JSON.stringify(l.props),
    };
    const known = await tx("lots").where(row).first<{ id: number } | undefined>("id");
    const [added] = known
      ? [known]
      : await tx("lots")
          .insert({ ...row, created_at: now, retired_at: now })
          .returning<{ id: number }[]>("id");
    lotIds.push(added?.id ?? 0);
  }
  for (const b of file.bookings)
    await tx("bookings").insert({
      lot_id: lotIds[b.lot],
      job_id: jobId,
      what: b.what,
      amount: b.amount,
      at: b.at,
      undone_at: b.undoneAt,
    });
  for (const c of file.cuttings)
    await tx("cuttings").insert({ job_id: jobId, plan_json: JSON.stringify(c.plan), at: c.at, undone_at: c.undoneAt });
}
