import { words } from "../words";
import type { ServiceContext } from "./step";
import { airExplained, contactExplained, overlap, type Span } from "./explained";
import { isPrint, printWord, wettedShare } from "./print";
import { pastedChips } from "./stripping";

export interface Found {
  /** Worst grade of fins and blowers; null while none is graded. */
  grade: number | null;
  /** Whether paste or pads were out of order; null while none was looked at. */
  contact: boolean | null;
  words: string[];
}

const PASTE: Record<string, string> = {
  dry: "dry paste",
  pumped: "pumped-out paste",
  little: "hardly any paste",
  over: "paste run over",
};

/** What the inspection came to. */
export function foundIn(ctx: ServiceContext): Found {
  const { journal, map } = ctx;
  const said: string[] = [];
  const grades = [...(map?.ofKind("fins") ?? []), ...(map?.ofKind("blower") ?? [])].flatMap((p) =>
    journal.isDone(`dust:${p.id}`) ? [{ tag: p.tag, grade: Number(journal.of(`dust:${p.id}`).value) }] : [],
  );
  for (const g of grades) if (g.grade >= 3) said.push(`${g.tag} ${g.grade === 4 ? "matted" : "felted"}`);
  const pastes = pastedChips(ctx).flatMap((c) =>
    journal.isDone(`paste-was:${c.id}`) ? [journal.of(`paste-was:${c.id}`).value] : [],
  );
  for (const p of new Set(pastes)) if (PASTE[p]) said.push(PASTE[p] ?? "");
  for (const c of pastedChips(ctx)) {
    const print = journal.of(`print:${c.id}`).value;
    if (isPrint(print) && wettedShare(print) < 0.9)
      said.push(
        `print on ${
          c.role === "cpu" ? "the processor" : c.role === "gpu" ? "the graphics chip" : "a chip"
        } ${printWord(print)}, ${words.share(wettedShare(print))} wetted`,
      );
  }
  const pads = (map?.ofKind("pad") ?? []).flatMap((p) =>
    journal.isDone(`pad-was:${p.id}`) ? [{ tag: p.tag, was: journal.of(`pad-was:${p.id}`).value }] : [],
  );
  const badPads = pads.filter((p) => p.was !== "whole");
  if (badPads.length)
    said.push(
      badPads.length === 1 ? `${badPads[0]?.tag ?? ""} ${badPads[0]?.was ?? ""}` : `${badPads.length} pads not whole`,
    );
  for (const b of map?.ofKind("blower") ?? [])
    if (["stiff", "rattles"].includes(journal.of(`bearing:${b.id}`).value))
      said.push(`${b.tag} ${journal.of(`bearing:${b.id}`).value}`);
  return {
    grade: grades.length ? Math.max(...grades.map((g) => g.grade)) : null,
    contact:
      pastes.length || pads.length
        ? pastes.some((p) => p === "dry" || p === "pumped" || p === "little") || badPads.length > 0
        : null,
    words: said,
  };
}

/** A path in the run before: K/W above usual with its 90 % interval, and what is usual. */
export interface PredictedPath {
  aboveKW: Span;
  midKW: number;
  usualKW: number;
}

/** What the run before pointed to: the paths it read as high, and how high at the chip it judged by. */
export interface Predicted {
  airflow: boolean;
  contact: boolean;
  /** "cpu" or "gpu"; "" where the paths have no K/W. */
  chip: string;
  paths: { airflow: PredictedPath; contact: PredictedPath } | null;
}

export interface Agreement {
  path: "airflow" | "contact";
  agrees: boolean;
  words: string;
  /** What the run before predicted and what was found explains, K/W above usual; null where one is not known. */
  bars: { predicted: PredictedPath; explains: Span } | null;
}

/**
 * Sets what was seen against what the run before said; paths not looked at yet are left out. Bars that overlap agree.
 */
export function agreementOf(ctx: ServiceContext, predicted: Predicted): Agreement[] {
  const found = foundIn(ctx);
  const out: Agreement[] = [];
  const judged = (
    path: Agreement["path"],
    seen: boolean,
    explains: Span | null,
    words: Record<"both" | "neither" | "seen" | "said", string>,
  ) => {
    const own = predicted.paths?.[path] ?? null;
    const bars = own && explains ? { predicted: own, explains } : null;
    // figures decide where there are any: lint that explains less than the run showed does not agree, though there is
    // lint
    const agrees = bars ? overlap(bars.predicted.aboveKW, bars.explains) : seen === predicted[path];
    const less = bars ? bars.explains[1] < bars.predicted.aboveKW[0] : !seen;
    const side = agrees ? (seen || predicted[path] ? "both" : "neither") : less ? "said" : "seen";
    out.push({ path, agrees, words: words[side], bars });
  };
  if (found.grade !== null) {
    judged("airflow", found.grade >= 2, predicted.paths ? airExplained(ctx, predicted.paths.airflow.usualKW) : null, {
      both: "The run before pointed to airflow, and lint was found.",
      neither: "The run before saw no airflow trouble, and none was found.",
      seen: "More lint was found than the run before shows: it may have done little harm.",
      said:
        "The run before shows more airflow trouble than the lint explains: look for a blower that turns " +
        "slowly, blocked vents, a wrong plug.",
    });
  }
  if (found.contact !== null) {
    judged(
      "contact",
      found.contact,
      predicted.paths ? contactExplained(ctx, predicted.chip, predicted.paths.contact.usualKW) : null,
      {
        both: "The run before pointed to contact, and paste or pads were out of order.",
        neither: "The run before saw no contact trouble, and none was found.",
        seen: "Paste or pads were more out of order than the run before shows.",
        said:
          "The run before shows more contact trouble than paste and pads explain: look for a leaning plate, " +
          "a bent base, a wrong pad.",
      },
    );
  }
  return out;
}

/** Words for the adapter's arithmetic: chips and the rest against its label; "" when it is enough or unknown. */
export function adapterWords(ctx: ServiceContext, chipW: number): string {
  const label = Number(ctx.journal.of("intake:adapter").value || "0");
  const needs = chipW + 18;
  return label > 0 && chipW > 0 && label < needs
    ? `The chips drew ${words.watts(chipW)} in the run before, with the rest about ${words.watts(needs)}; the ` +
        `adapter gives ${label} W. An adapter too small explains a limited run by itself.`
    : "";
}

/** Days of warranty left at a date; null when none was given. */
export function warrantyDays(ctx: ServiceContext): number | null {
  const until = ctx.journal.of("intake:warranty").value;
  return /^\d{4}-\d{2}-\d{2}$/.test(until)
    ? Math.round((Date.parse(until) - Date.parse(ctx.today)) / 86_400_000)
    : null;
}
