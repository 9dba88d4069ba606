import type { ChipVerdict, Figure } from "../../measure/judge";
import type { Verdict } from "../../measure/says";
import type { RunConditions } from "../../measure/pair";
import { roomTrue } from "../../measure/pair";
import type { JobRun } from "../jobfile";
import { cleanedIn, usedIn, type Consumable, type ServiceContext } from "../../handwork/service";
import { asideWords } from "./asides";
import type { ReportFacts } from "./facts";
import type { Speech } from "./speech";

/** A table of the technical page. */
export interface ReportTable {
  title: string;
  head: readonly string[];
  rows: string[][];
  /** A line below; empty where there is none. */
  foot: string;
}

/** The page for the workshop: figures, curves, conditions, method, materials, cautions, photos. */
export interface Technical {
  title: string;
  tables: ReportTable[];
  curves: { title: string; svg: string } | null;
  notes: { title: string; lines: string[] }[];
  /** Places of the photos in the job's list, and what stands below each. */
  photos: { title: string; list: { at: number; caption: string }[] };
  hash: string;
  hashNote: string;
}

const MOST_PHOTOS = 4;

export function technicalOf(
  { file, sha256 }: ReportFacts,
  verdict: Verdict | null,
  work: ServiceContext,
  speech: Speech,
): Omit<Technical, "curves"> {
  const t = speech.t.technical;
  return {
    title: t.title,
    tables: [
      ...(verdict?.chips.map((c) => chipTable(c, speech)) ?? []),
      conditionsTable(
        file.runs.filter((r) => r.replacedAt === null),
        speech,
      ),
    ].filter((x) => x.rows.length > 0 || x.foot !== ""),
    notes: [
      ...(verdict ? [{ title: t.method, lines: methodLines(verdict, speech) }] : []),
      { title: speech.t.asides.title, lines: asideWords(work, speech).all },
      { title: t.materials, lines: materialLines(file, work, speech) },
      { title: t.cautions, lines: [...t.cautionList] },
    ].filter((x) => x.lines.length > 0),
    photos: {
      title: t.photos,
      list: file.photos
        .map((p, at) => ({ at, caption: [t.phases[p.phase], p.note].filter(Boolean).join(": "), phase: p.phase }))
        .filter((p) => p.phase !== "tracing")
        .slice(0, MOST_PHOTOS)
        .map(({ at, caption }) => ({ at, caption })),
    },
    hash: t.hash(sha256),
    hashNote: t.hashNote,
  };
}

/** A difference in the report's unit; in °F the kelvins stand beside. */
function difference(K: number, { said }: Speech, signed: boolean): string {
  const own = (k: number, digits: number) => (signed ? said.figures.signed(k, digits) : said.figures.number(k, digits));
  const kelvin = `${own(K, 1)} K`;
  return said.unit === "F" ? `${own(1.8 * K, 1)} °F (${kelvin})` : kelvin;
}

function chipTable(c: ChipVerdict, speech: Speech): ReportTable {
  const { t, said } = speech;
  const height = (f: Figure | null, KW: number | null) =>
    f ? `${difference(f.K, speech, false)}${KW === null ? "" : `, ${said.figures.kelvinPerWatt(KW)}`}` : "–";
  const row = (
    name: string,
    p: { before: Figure | null; after: Figure | null; change: Figure | null },
    kw: [number | null, number | null],
  ) => [
    name,
    height(p.before, kw[0]),
    height(p.after, kw[1]),
    p.change ? difference(p.change.K, speech, true) : "–",
    p.change ? `${said.figures.signed(p.change.low, 1)} … ${said.figures.signed(p.change.high, 1)} K` : "–",
  ];
  const [contact, airflow] = c.paths;
  return {
    title: t.technical.chips[c.chip],
    head: t.technical.head,
    rows: [
      row(t.technical.contact, contact, [contact.beforeKW, contact.afterKW]),
      row(t.technical.airflow, airflow, [airflow.beforeKW, airflow.afterKW]),
      row(t.technical.total, c, [null, null]),
    ],
    foot: "",
  };
}

function conditionsTable(runs: readonly JobRun[], { t, said }: Speech): ReportTable {
  const rows = t.technical.conditionRows;
  const room = (c: RunConditions) => {
    const { startC, endC } = roomTrue(c);
    const told = [startC, endC].flatMap((C) => (C === null ? [] : [said.figures.degrees(C, 1)]));
    return [...new Set(told)].join(" – ");
  };
  const of = (kind: JobRun["kind"]) => runs.find((r) => r.kind === kind)?.conditions ?? null;
  const [before, after] = [of("before"), of("after")];
  // what was chosen from a list is told in the language of the report, what was typed as it was
  const inWords = (word: string) => t.technical.conditionWords[word.toLowerCase()] ?? word;
  const told: [name: string, read: (c: RunConditions) => string | null][] = [
    [rows.room, room],
    [
      rows.supply,
      (c) => [inWords(c.supply ?? ""), c.adapterW ? said.figures.watts(c.adapterW) : ""].filter(Boolean).join(", "),
    ],
    [rows.powerMode, (c) => inWords(c.powerMode)],
    [rows.fanPolicy, (c) => inWords(c.fanPolicy ?? "")],
    [rows.lid, (c) => inWords(c.lid ?? "")],
    [rows.surface, (c) => inWords(c.surface)],
    [rows.recipe, (c) => c.recipe],
  ];
  const read = told
    .map(([name, of]) => ({ name, of: [before && of(before), after && of(after)].map((x) => x ?? "") }))
    .filter((r) => r.of.some((x) => x !== ""));
  // what differs stands out; what does not is one line
  const same = read.filter((r) => r.of[0] === r.of[1]);
  return {
    title: t.technical.conditions,
    head: ["", t.ladder.before, t.ladder.after],
    rows: read.filter((r) => !same.includes(r)).map((r) => [r.name, ...r.of.map((x) => x || "–")]),
    foot: same.length ? t.technical.conditionsSame(same.map((r) => `${r.name} ${r.of[0] ?? ""}`).join("; ")) : "",
  };
}

function methodLines(v: Verdict, speech: Speech): string[] {
  const { t } = speech;
  // what a witness says is in the screen's language: a report names what was corrected in its own
  const corrected = (v.witnesses ?? [])
    .filter((w) => w.finding === "corrected")
    .map((w) => t.technical.witnesses[w.of]);
  return [
    t.technical.judged(v.judge, difference(v.thresholdK, speech, false)),
    ...(corrected.length ? [t.technical.corrected([...new Set(corrected)].join(", "))] : []),
  ];
}

function materialLines(file: ReportFacts["file"], work: ServiceContext, { t, said }: Speech): string[] {
  const used = file.bookings
    .filter((b) => b.undoneAt === null)
    .flatMap((b) => {
      const lot = file.lots[b.lot];
      return lot ? [t.technical.lot(lot.name, lot.lot)] : [];
    });
  const uses = Object.entries(usedIn(cleanedIn(work.journal))) as [Consumable, number][];
  const cleaning = uses
    .filter(([, n]) => n > 0)
    .map(([kind, n]) => t.technical.used[kind](said.number(n, Number.isInteger(n) ? 0 : 1)))
    .join(", ");
  return [...new Set(used), ...(cleaning ? [cleaning] : [])];
}
