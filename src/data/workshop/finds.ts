import type { Knex } from "knex";

export const FIND_KINDS = ["machine", "job", "note", "found", "photo", "lot"] as const;
export type FindKind = (typeof FIND_KINDS)[number];

/** Something that was found by words. */
export interface Find {
  kind: FindKind;
  /** The machine's, the lot's or the job's number. */
  ref: number;
  machine: { id: number; tag: string; model: string; place: string } | null;
  /** The text, each word that was looked for between the characters 1 and 2: no text of ours holds them. */
  text: string;
}

/**
 * The words of a search as the index is asked: each has to stand somewhere, the last may be begun only.
 *
 * @example
 * matchOf('coin "ce'); // '"coin" "ce"*'
 */
export function matchOf(text: string): string {
  const words = text
    .toLowerCase()
    .match(/[\p{L}\p{N}][\p{L}\p{N}_-]*/gu)
    ?.slice(0, 8);
  return (words ?? []).map((w, i, all) => `"${w.slice(0, 40)}"${i === all.length - 1 ? "*" : ""}`).join(" ");
}

/** More than so many are shown by their age. */
const MANY = 1_000;

/** Whether more is found than is worth weighing. */
async function isMany(db: Knex, words: string): Promise<boolean> {
  const [row] = await db.raw<{ n: number }[]>(
    "SELECT count(*) AS n FROM (SELECT 1 FROM finds WHERE finds MATCH :words LIMIT :most)",
    { words, most: MANY + 1 },
  );
  return (row?.n ?? 0) > MANY;
}

interface Row {
  kind: FindKind;
  ref: number;
  text: string;
  id: number | null;
  tag: string;
  model: string;
  place: string;
}

/** What is found by words, the best first; at most so many of a kind. */
export async function findByWords(db: Knex, text: string, most: number): Promise<Record<FindKind, Find[]>> {
  const out = Object.fromEntries(FIND_KINDS.map((k) => [k, [] as Find[]])) as Record<FindKind, Find[]>;
  const match = matchOf(text);
  if (match === "") return out;
  for (const kind of FIND_KINDS) {
    const words = `kind : ${kind} AND {title body} : (${match})`;
    // many are not weighed one by one, and who finds many looks for more words: the newest stand first
    const place = (await isMany(db, words)) ? "-rowid" : "rank";
    const rows = await db.raw<Row[]>(
      `SELECT f.kind, f.ref, f.text, m.id, m.tag, m.model, m.place FROM (
         SELECT kind, ref, machine_id, ${place} AS at,
           highlight(finds, 3, char(1), char(2)) || CASE WHEN body = '' OR title = '' THEN '' ELSE ' – ' END
             || highlight(finds, 4, char(1), char(2)) AS text
         FROM finds WHERE finds MATCH :words ORDER BY ${place === "rank" ? "rank" : "rowid DESC"} LIMIT :most) f
       LEFT JOIN machines m ON m.id = f.machine_id ORDER BY f.at`,
      { words, most },
    );
    out[kind] = rows.map((r) => ({
      kind: r.kind,
      ref: r.ref,
      text: r.text,
      machine: r.id === null ? null : { id: r.id, tag: r.tag, model: r.model, place: r.place },
    }));
  }
  return out;
}
