import type { Knex } from "knex";

/** What is looked for by words: one row a machine, a job, a note, a lot and a photo, kept by triggers with the fact. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(
    `CREATE VIRTUAL TABLE finds USING fts5(
       kind UNINDEXED, ref UNINDEXED, machine_id UNINDEXED, title, body,
       tokenize = "unicode61 remove_diacritics 2 tokenchars '-_'", prefix = '2 3')`,
  );
  for (const s of SOURCES) {
    await knex.raw(`INSERT INTO finds (rowid, kind, ref, machine_id, title, body) ${selectOf(s, "")}`);
    await knex.raw(`CREATE TRIGGER finds_${s.kind}_new AFTER INSERT ON ${s.table} BEGIN ${insertOf(s)} END`);
    await knex.raw(
      `CREATE TRIGGER finds_${s.kind}_changed AFTER UPDATE OF ${s.columns} ON ${s.table} BEGIN
         DELETE FROM finds WHERE rowid = OLD.${s.id} * 8 + ${s.code}; ${insertOf(s)} END`,
    );
    await knex.raw(
      `CREATE TRIGGER finds_${s.kind}_gone AFTER DELETE ON ${s.table} BEGIN
         DELETE FROM finds WHERE rowid = OLD.${s.id} * 8 + ${s.code}; END`,
    );
  }
}

interface Source {
  kind: "machine" | "job" | "note" | "lot" | "photo" | "found";
  table: string;
  /** Its number; rows of all sources share one table, eight numbers a row. */
  id: string;
  code: number;
  columns: string;
  machine: string;
  title: string;
  body: string;
  where: string;
}

const JOB_MACHINE = "(SELECT machine_id FROM jobs WHERE jobs.id = r.job_id)";
const SOURCES: readonly Source[] = [
  {
    kind: "machine",
    table: "machines",
    id: "id",
    code: 0,
    columns: "tag, model, variant, place",
    machine: "r.id",
    title: "r.tag || ' ' || r.model || ' ' || r.variant",
    body: "r.place",
    where: "1",
  },
  {
    kind: "job",
    table: "jobs",
    id: "id",
    code: 1,
    columns: "complaint, closing_note",
    machine: "r.machine_id",
    title: "r.complaint",
    body: "r.closing_note",
    where: "1",
  },
  {
    kind: "note",
    table: "journal",
    id: "rowid",
    code: 2,
    columns: "reason, value",
    machine: JOB_MACHINE,
    title: "r.reason",
    body: "CASE WHEN r.step LIKE 'intake:%' OR r.step LIKE 'way:%' THEN r.value ELSE '' END",
    where: "(r.reason <> '' OR r.step LIKE 'intake:%' OR r.step LIKE 'way:%')",
  },
  {
    kind: "lot",
    table: "lots",
    id: "id",
    code: 3,
    columns: "name, lot",
    machine: "NULL",
    title: "r.name",
    body: "r.lot",
    where: "1",
  },
  {
    kind: "photo",
    table: "photos",
    id: "id",
    code: 4,
    columns: "note, removed_at",
    machine: JOB_MACHINE,
    title: "r.note",
    body: "''",
    where: "r.note <> '' AND r.removed_at IS NULL",
  },
  {
    kind: "found",
    table: "stands",
    id: "job_id",
    code: 5,
    columns: "told_json",
    machine: "r.machine_id",
    title: "json_extract(r.told_json, '$.found')",
    body: "''",
    where: "r.told_json <> '' AND json_extract(r.told_json, '$.found') <> ''",
  },
];

/** A job's number where it has one, to lead there; a machine's or a lot's own. */
const refOf = (s: Source): string =>
  s.kind === "note" || s.kind === "photo" || s.kind === "found" ? "r.job_id" : "r.id";

const selectOf = (s: Source, only: string): string =>
  `SELECT r.${s.id} * 8 + ${s.code}, '${s.kind}', ${refOf(s)}, ${s.machine}, ${s.title}, ${s.body}
     FROM ${s.table} r WHERE ${s.where}${only}`;

const insertOf = (s: Source): string =>
  `INSERT INTO finds (rowid, kind, ref, machine_id, title, body) ${selectOf(s, ` AND r.${s.id} = NEW.${s.id}`)};`;

export async function down(knex: Knex): Promise<void> {
  for (const s of SOURCES)
    for (const when of ["new", "changed", "gone"]) await knex.raw(`DROP TRIGGER finds_${s.kind}_${when}`);
  await knex.raw("DROP TABLE finds");
}
