import type { Knex } from "knex";
import type { DrawingRef } from "../../core/workshop/job";

interface Row {
  of: number;
  id: number;
  version: number;
  number: number;
  width_mm: number;
  depth_mm: number;
}
const refOf = (r: Row): DrawingRef => ({
  revisionId: r.id,
  version: r.version,
  number: r.number,
  widthMm: r.width_mm,
  depthMm: r.depth_mm,
});
const byOf = (rows: readonly Row[]) => new Map(rows.map((r) => [r.of, refOf(r)]));
const COLUMNS = "r.id, r.version, r.number, r.width_mm, r.depth_mm";

/** The last kept drawings of machines' models and variants. */
async function drawingsOfModels(db: Knex, machineIds: readonly number[]): Promise<Map<number, DrawingRef>> {
  const rows = await db("machines as m")
    .joinRaw("JOIN layouts l ON lower(l.model) = lower(m.model) AND lower(l.variant) = lower(m.variant)")
    .joinRaw("JOIN layout_revisions r ON r.layout_id = l.id AND r.kept_at IS NOT NULL")
    .whereIn("m.id", [...machineIds])
    .groupBy("m.id")
    .select<Row[]>("m.id as of", db.raw(`${COLUMNS}, max(r.number)`));
  return byOf(rows);
}

/** The drawings that stand for machines: the newest that a job of theirs has, else the last kept one of the model. */
export async function drawingsOfMachines(db: Knex, machineIds: readonly number[]): Promise<Map<number, DrawingRef>> {
  const own = await db("jobs as j")
    .join("job_layouts as o", "o.job_id", "j.id")
    .join("layout_revisions as r", "r.id", "o.revision_id")
    .whereIn("j.machine_id", [...machineIds])
    .groupBy("j.machine_id")
    .select<Row[]>("j.machine_id as of", db.raw(`${COLUMNS}, max(j.id)`));
  return new Map([...(await drawingsOfModels(db, machineIds)), ...byOf(own)]);
}
