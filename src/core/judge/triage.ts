import { words } from "../words";
import { prepareSeries, type ChipId, type Series } from "../thermal";
import { loadSeconds } from "./comparable";
import { matchedConditions, type JudgeRun, type Matched } from "./conditions";
import { dominantTau, type Figure } from "./estimate";
import { aloneWithSpectra, estimatesOf } from "./joint";
import { runFacts, throttledShare } from "./findings";
import type { GoodFigures } from "./good";
import { guessFan } from "./pair";
import type { Reason, RunFacts, SentencePart } from "./verdict";

export type TriageWord = "airflow" | "contact" | "both" | "fan" | "not-the-cooling" | "cannot-tell";

export interface TriagePath {
  path: "contact" | "airflow";
  /** Height at matched conditions, and how far it stands above good ones, K. */
  seen: Figure;
  good: Figure;
  excess: Figure;
  seenKW: number | null;
}

export interface TriageChip {
  chip: ChipId;
  total: Figure;
  excess: Figure;
  paths: [TriagePath, TriagePath];
}

/** A test that would narrow the answer: what it tells, half-width now and then, minutes. */
export interface SurerTest {
  code: string;
  title: string;
  tells: string;
  nowK: number;
  thenK: number;
  minutes: number;
}

export interface Triage {
  word: TriageWord;
  headline: SentencePart[];
  summary: SentencePart[];
  matched: Matched;
  chips: TriageChip[];
  lead: ChipId | null;
  /** Where the good figures come from. */
  source: string;
  notes: Reason[];
  expect: SentencePart[][];
  surer: SurerTest[];
  facts: RunFacts | null;
  limitC: number | null;
}

/** Least excess over good figures that counts, K. */
const COUNTS_K = 4;

/**
 * One run alone, before the machine is opened: where the trouble lies, from the heights of both paths against good
 * figures (the machine's own history, else its model's, else typical ranges of its class).
 *
 * @example
 * triageRun(before, figuresOfClass(…), 97)?.word; // "airflow"
 */
export function triageRun(input: JudgeRun, good: GoodFigures, limitC: number | null): Triage | null {
  if (!input.phases) return null;
  const series = guessFan(prepareSeries(input.run, input.phases, input.room));
  const matched = matchedConditions(series);
  const chips = estimatesOf(...aloneWithSpectra(series, matched));
  const facts = runFacts(series);
  const blind = series.chips.some((c) => !c.powerLogged);
  const judged = chips.map((c): TriageChip => {
    const powerW = matched.powerW[c.chip] ?? 0;
    const total = Object.values(matched.powerW).reduce((a, b) => a + b, 0);
    const paths = c.paths.map((p): TriagePath => {
      const range = good.chips[c.chip]?.[p.path];
      // airflow is shared: its good figure goes with all the power, contact with the chip's own
      const by = p.path === "contact" ? powerW : good.airflowPer === "total" ? total : powerW;
      const g: Figure = range
        ? { K: range.mid * by, low: range.low * by, high: range.high * by }
        : { K: 0, low: 0, high: 0 };
      return {
        path: p.path,
        seen: p.before,
        good: g,
        excess: less(p.before, g),
        seenKW: powerW > 0.5 && !blind ? p.before.K / powerW : null,
      };
    }) as [TriagePath, TriagePath];
    const goodTotal: Figure = {
      K: paths[0].good.K + paths[1].good.K,
      low: paths[0].good.low + paths[1].good.low,
      high: paths[0].good.high + paths[1].good.high,
    };
    return { chip: c.chip, total: c.before, excess: less(c.before, goodTotal), paths };
  });
  const lead = judged.reduce<TriageChip | null>((m, c) => (!m || c.excess.K > m.excess.K + 1 ? c : m), null);
  const tau = Math.max(0, ...chips.map((c) => dominantTau(c.spectrum.before)));
  const notes = notesOf(series, tau, limitC);
  const unable = blind || !series.room || loadSeconds(series) < 2 * tau || chips.length === 0;
  const word = wordOf(lead, notes, unable);
  return {
    word,
    headline: headline(word),
    summary: summary(word, lead, good, blind, series),
    matched: { ...matched, fanRpm: series.fanGuessed ? null : matched.fanRpm, powerW: blind ? {} : matched.powerW },
    chips: judged,
    lead: lead?.chip ?? null,
    source: good.source,
    notes,
    expect: expectations(word, judged),
    surer: surerTests(lead, series, tau, good),
    facts,
    limitC,
  };
}

/** Excess of a seen height over a good range: both uncertainties count. */
function less(seen: Figure, good: Figure): Figure {
  const K = seen.K - good.K;
  const down = Math.hypot(seen.K - seen.low, good.high - good.K);
  const up = Math.hypot(seen.high - seen.K, good.K - good.low);
  return { K, low: K - down, high: K + up };
}

function wordOf(lead: TriageChip | null, notes: readonly Reason[], unable: boolean): TriageWord {
  if (notes.some((n) => n.code === "fan-stopped")) return "fan";
  if (!lead || unable) return "cannot-tell";
  const [contact, airflow] = lead.paths.map((p) => p.excess);
  if (!contact || !airflow) return "cannot-tell";
  const isOver = (f: Figure) => f.K >= COUNTS_K && f.low > 0;
  if (isOver(contact) && isOver(airflow))
    return contact.K > 2.2 * airflow.K ? "contact" : airflow.K > 2.2 * contact.K ? "airflow" : "both";
  if (isOver(airflow)) return "airflow";
  if (isOver(contact)) return "contact";
  return contact.high < 2 * COUNTS_K && airflow.high < 3 * COUNTS_K ? "not-the-cooling" : "cannot-tell";
}

function headline(word: TriageWord): SentencePart[] {
  switch (word) {
    case "airflow":
      return [{ text: "Mostly " }, { text: "airflow", path: "airflow" }];
    case "contact":
      return [{ text: "Mostly " }, { text: "contact", path: "contact" }];
    case "both":
      return [
        { text: "Both: " },
        { text: "airflow", path: "airflow" },
        { text: " and " },
        { text: "contact", path: "contact" },
      ];
    case "fan":
      return [{ text: "A fan" }];
    case "not-the-cooling":
      return [{ text: "Not the cooling" }];
    case "cannot-tell":
      return [{ text: "Cannot tell from this run" }];
  }
}

const k = (v: number): string => `${Math.abs(Math.round(v))}\u00a0K`;

function summary(
  word: TriageWord,
  lead: TriageChip | null,
  good: GoodFigures,
  blind: boolean,
  series: Series,
): SentencePart[] {
  if (blind)
    return [
      {
        text:
          "No power is logged, so heights cannot be set against good figures. The run still serves as the " +
          "run before.",
      },
    ];
  if (!series.room)
    return [{ text: "No room temperature, so airflow cannot be told. Enter it and it is judged at once." }];
  if (word === "fan") return [{ text: "A blower stands still under load. Look at its plug and its bearing first." }];
  if (!lead) return [{ text: "No chip temperature follows a power in this run." }];
  const name = words.chip(lead.chip);
  if (word === "not-the-cooling")
    return [
      {
        text:
          `The ${name} stands within good figures (${good.source}). If it still runs hot, look at the power ` +
          "mode, background load and the adapter.",
      },
    ];
  const [contact] = lead.paths;
  const whole = Math.round(lead.excess.K);
  const c = Math.round(contact.excess.K);
  const over = (v: number) => (v >= 0 ? "" : " below");
  return [
    { text: `The ${name} stands ` },
    { text: k(whole), strong: true },
    { text: `${whole >= 0 ? " above" : " below"} ${good.source}: ` },
    { text: k(whole - c), path: "airflow", strong: true },
    { text: `${over(whole - c)} in airflow`, path: "airflow" },
    { text: ", " },
    { text: k(c), path: "contact", strong: true },
    { text: `${over(c)} in contact`, path: "contact" },
    { text: word === "cannot-tell" ? ". The ranges are too wide to say more." : ". It is worth opening." },
  ];
}

function notesOf(series: Series, tau: number, limitC: number | null): Reason[] {
  const notes: Reason[] = [];
  const late = series.fans.map((f) => f[Math.max(0, series.off - 2)] ?? 0);
  const early = series.fans.map((f) => f.reduce((m, v) => Math.max(m, v), 0));
  if (late.length > 0 && !series.fanGuessed) {
    if (
      late.some((v, i) => v < 1 && (late.length > 1 || (early[i] ?? 0) < 1)) &&
      late.length > 1 &&
      late.some((v) => v > 1)
    )
      notes.push({
        code: "fan-stopped",
        level: "caution",
        message: "One blower stands still under load while the other turns.",
        figure: "0 rpm",
      });
    else if (late.every((v) => v > 1))
      notes.push({
        code: "fans-turn",
        level: "note",
        message: "Not the fans: they turn and answer the load.",
        figure: words.rpm(Math.max(...late)),
      });
  }
  for (const c of series.chips) {
    const share = throttledShare(series, c.chip, limitC);
    if (share > 0.02)
      notes.push({
        code: "throttled",
        level: "caution",
        message: `The ${words.chip(c.chip)} was at its limit for ${words.share(share)} of the load.`,
      });
    const idle = c.load
      ? c.load.slice(0, series.on).reduce((s, v) => s + (Number.isFinite(v) ? v : 0), 0) / Math.max(1, series.on)
      : 0;
    if (idle > 15)
      notes.push({
        code: "background-load",
        level: "caution",
        message: `Something runs on the ${words.chip(c.chip)} in idle.`,
        figure: `${Math.round(idle)} %`,
      });
  }
  if (loadSeconds(series) < 2.5 * tau)
    notes.push({
      code: "load-short",
      level: "caution",
      message: "The load was short for this machine: airflow is calculated more than seen.",
    });
  return notes;
}

/** What the hand should find, from what the eye of the judge sees. */
function expectations(word: TriageWord, chips: readonly TriageChip[]): SentencePart[][] {
  const lines: SentencePart[][] = [];
  const worst = (path: 0 | 1) => Math.max(...chips.map((c) => c.paths[path].excess.K));
  if (word === "airflow" || word === "both")
    lines.push([
      {
        text: worst(1) > 14 ? "Expect a matted fin stack" : "Expect lint at the fin inlet",
        path: "airflow",
        strong: false,
      },
      { text: ", plan the fans out and the fin side first." },
    ]);
  for (const c of chips) {
    const over = c.paths[0].excess;
    const name = chips.length > 1 ? ` on the ${words.chip(c.chip)}` : "";
    if (over.K >= COUNTS_K && over.low > 0)
      lines.push([
        {
          text: over.K > 12 ? `Expect paste dry or pumped out${name}` : `Expect paste past its best${name}`,
          path: "contact",
        },
        { text: ", new paste belongs to the job." },
      ]);
    else if (word === "airflow")
      lines.push([
        { text: `Contact looks normal${name}`, path: "contact" },
        { text: "; renew the paste only if the heatsink is lifted." },
      ]);
  }
  return lines;
}

/** Up to three tests, the one that narrows most first. */
function surerTests(lead: TriageChip | null, series: Series, tau: number, good: GoodFigures): SurerTest[] {
  if (!lead) return [];
  const own = (f: Figure) => (f.high - f.low) / 2;
  const air = own(lead.paths[1].excess);
  const seen = own(lead.paths[1].seen);
  const fromGood = own(lead.paths[1].good);
  const tests: SurerTest[] = [];
  if (fromGood > 1.5 * seen)
    tests.push({
      code: "good-run",
      title: "Run a good machine of this model",
      tells: "gives figures of its own instead of typical ranges",
      nowK: air,
      thenK: Math.hypot(seen, 0.3 * fromGood),
      minutes: 20,
    });
  if (loadSeconds(series) < 3.5 * tau)
    tests.push({
      code: "longer",
      title: "Run again with a longer load",
      tells: "shows the end of the climb instead of calculating it",
      nowK: air,
      thenK: Math.hypot(0.6 * seen, fromGood),
      minutes: Math.ceil((4 * tau) / 60) + 8,
    });
  tests.push({
    code: "fixed-fan",
    title: "Run again with the fans fixed",
    tells: "shows how the fins answer, and a weak fan",
    nowK: air,
    thenK: Math.hypot(0.75 * seen, fromGood),
    minutes: 18,
  });
  tests.push({
    code: "lamp",
    title: "Look through the grille with a lamp",
    tells: "lint seen or not; the fans turn as told",
    nowK: air,
    thenK: 0.88 * air,
    minutes: 1,
  });
  return tests.sort((a, b) => a.thenK - b.thenK).slice(0, good.level === "machine" ? 2 : 3);
}
