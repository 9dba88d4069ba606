import { words } from "../../base/words";
import { COUNTS_K, type Lacking, type RunJudgement, type SurerTest, type TriageChip, type TriageWord } from "../triage";
import { saidOf } from "./sentences";
import { sourceWords } from "./shown";
import { wordedReason } from "./told";
import type { SentencePart, WordedReason } from "./verdict";

/** What is found of one run alone, in the words of who reads it. */
export interface Triage extends Omit<RunJudgement, "source" | "notes" | "surer"> {
  headline: SentencePart[];
  summary: SentencePart[];
  /** Where the good figures come from. */
  source: string;
  notes: WordedReason[];
  expect: SentencePart[][];
  surer: (SurerTest & { title: string; tells: string })[];
}

/** One run alone, in words. */
export const wordedTriage = (t: RunJudgement): Triage => ({
  ...t,
  headline: headline(t.word),
  summary: summary(t),
  source: sourceWords(t.source),
  notes: t.notes.map(wordedReason),
  expect: expectations(t.word, t.chips),
  surer: t.surer.map((s) => ({ ...s, ...TESTS[s.code] })),
});

/** What a further test is, and what it tells. */
const TESTS: Record<SurerTest["code"], { title: string; tells: string }> = {
  "good-run": {
    title: "Run a good machine of this model",
    tells: "gives figures of its own instead of typical ranges",
  },
  longer: {
    title: "Run again with a longer load",
    tells: "shows the end of the climb instead of calculating it",
  },
  "fixed-fan": { title: "Run again with the fans fixed", tells: "shows how the fins answer, and a weak fan" },
  lamp: { title: "Look through the grille with a lamp", tells: "lint seen or not; the fans turn as told" },
};

/** What follows for a machine that is not opened yet. */
export const WORTH_OPENING = " It is worth opening.";

export function headline(word: TriageWord): SentencePart[] {
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

/** The finding in one sentence. */
export function summary(t: RunJudgement): SentencePart[] {
  const { word } = t;
  const source = sourceWords(t.source);
  const lead = t.chips.find((c) => c.chip === t.lead) ?? null;
  if (word === "fan") {
    const stands = t.notes.find((n) => n.code === "fan-stopped");
    const message = stands ? saidOf(stands).message : "A blower stands still under load.";
    return [{ text: `${message} Look at its plug and its bearing first.` }];
  }
  if (t.lacks || !lead) return [{ text: lackingWords(t.lacks ?? { kind: "chip" }) }];
  const name = words.chip(lead.chip);
  if (word === "not-the-cooling")
    return [
      {
        text:
          `The ${name} stands within good figures (${source}). If it still runs hot, look at the power ` +
          "mode, background load and the adapter.",
      },
    ];
  const [contact] = lead.paths;
  const whole = Math.round(lead.excess.K);
  const c = Math.round(contact.excess.K);
  return [
    { text: `The ${name} stands ` },
    { text: k(whole), strong: true },
    { text: `${whole >= 0 ? " above" : " below"} ${source}: ` },
    ...part("airflow", whole - c),
    { text: ", " },
    ...part("contact", c),
    { text: "." },
    { text: word === "cannot-tell" ? " The ranges are too wide to say more." : WORTH_OPENING },
  ];
}

/** What a path adds to the excess; one that adds nothing has no loss, and not the colour of one. */
function part(path: "airflow" | "contact", K: number): SentencePart[] {
  if (K === 0) return [{ text: `${path} as good ones` }];
  return [
    { text: k(K), path, strong: true },
    { text: `${K > 0 ? "" : " below"} in ${path}`, path },
  ];
}

/** What keeps a run from being set against good figures. */
function lackingWords(lacks: Lacking): string {
  const serves = "so heights cannot be set against good figures. In a pair the run still serves.";
  switch (lacks.kind) {
    case "board":
      return (
        `The power of the ${words.chip(lacks.chip)} reads as that of the whole board: too high in idle for its ` +
        `rise, ${serves}`
      );
    case "power":
      return lacks.chips === "all"
        ? `No power is logged, ${serves}`
        : `No power of the ${words.listed(lacks.chips.map((c) => words.chip(c)))} is logged, ${serves}`;
    case "room":
      return "No room temperature, so airflow cannot be told. Enter it and it is judged at once.";
    case "chip":
      return "No chip temperature follows a power in this run.";
  }
}

/** What the hand should find, from what the eye of the judge sees. */
export function expectations(word: TriageWord, chips: readonly TriageChip[]): SentencePart[][] {
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
