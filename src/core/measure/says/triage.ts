import { words } from "../../base/words";
import type { Series } from "../thermal";
import type { GoodFigures } from "../judge/good";
import type { TriageChip, TriageWord } from "../triage/result";
import type { Reason, SentencePart } from "../judge/verdict";

/** Least excess over good figures that counts, K. */
export const COUNTS_K = 4;

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

interface Told {
  word: TriageWord;
  lead: TriageChip | null;
  good: GoodFigures;
  /** Not every chip has a power of its own in the log. */
  blind: boolean;
  series: Series;
  notes: readonly Reason[];
}

export function summary({ word, lead, good, blind, series, notes }: Told): SentencePart[] {
  if (word === "fan") {
    const stands = notes.find((n) => n.code === "fan-stopped")?.message ?? "A blower stands still under load.";
    return [{ text: `${stands} Look at its plug and its bearing first.` }];
  }
  if (blind)
    return [
      {
        text:
          `${blindWords(series)}, so heights cannot be set against good figures. In a pair the run still ` + "serves.",
      },
    ];
  if (!series.room)
    return [{ text: "No room temperature, so airflow cannot be told. Enter it and it is judged at once." }];
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
  return [
    { text: `The ${name} stands ` },
    { text: k(whole), strong: true },
    { text: `${whole >= 0 ? " above" : " below"} ${good.source}: ` },
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

/** Why there are no heights per watt. */
function blindWords(series: Series): string {
  const board = series.chips.find((c) => c.board);
  if (board)
    return `The power of the ${words.chip(board.chip)} reads as that of the whole board: too high in idle for its rise`;
  const lacking = series.chips.filter((c) => !c.powerLogged).map((c) => words.chip(c.chip));
  return lacking.length === series.chips.length
    ? "No power is logged"
    : `No power of the ${words.listed(lacking)} is logged`;
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
