import { words } from "../../base/words";
import { airExplained, contactExplained, overlap, type Span } from "./explained";
import { foundIn, isSpent } from "./found";
import type { ServiceContext } from "./step";
import { pastedChips } from "./stripping";
import { stepKey } from "./stepKey";

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
  /** Contact of every chip it read; one entry or none where it told but one. */
  contacts?: readonly { chip: string; high: boolean; path: PredictedPath | null }[];
}

export interface Agreement {
  path: "airflow" | "contact";
  /** The chip whose contact it is; null for airflow, which the chips share, and for a machine with one chip. */
  chip: string | null;
  agrees: boolean;
  words: string;
  /** What the run before predicted and what was found explains, K/W above usual; null where one is not known. */
  bars: { predicted: PredictedPath; explains: Span } | null;
}

type Side = "both" | "neither" | "seen" | "said";

const AIRFLOW: Record<Side, string> = {
  both: "The run before pointed to airflow, and lint was found.",
  neither: "The run before saw no airflow trouble, and none was found.",
  seen: "More lint was found than the run before shows: it may have done little harm.",
  said:
    "The run before shows more airflow trouble than the lint explains: look for a blower that turns " +
    "slowly, blocked vents, a wrong plug.",
};

const CONTACT: Record<Side, string> = {
  both: "The run before pointed to contact, and paste or pads were out of order.",
  neither: "The run before saw no contact trouble, and none was found.",
  seen: "Paste or pads were more out of order than the run before shows.",
  said:
    "The run before shows more contact trouble than paste and pads explain: look for a leaning plate, " +
    "a bent base, a wrong pad.",
};

/** What is said of one chip among several. */
const contactOf = (chip: string): Record<Side, string> => ({
  both: `Contact of the ${chip}: the run before pointed to it, and its paste was spent.`,
  neither: `Contact of the ${chip}: no trouble in the run before, and none found.`,
  seen: `Contact of the ${chip}: its paste was more out of order than the run before shows.`,
  said:
    `Contact of the ${chip}: the run before shows more trouble than its paste explains: look for a leaning plate, a ` +
    "bent base, a pad that is too thick.",
});

interface Judged {
  path: Agreement["path"];
  chip: string | null;
  seen: boolean;
  said: boolean;
  predicted: PredictedPath | null;
  explains: Span | null;
  words: Record<Side, string>;
}

function agreement({ path, chip, seen, said, predicted, explains, words: told }: Judged): Agreement {
  const bars = predicted && explains ? { predicted, explains } : null;
  // figures decide where there are any: lint that explains less than the run showed does not agree, though there is
  // lint
  const agrees = bars ? overlap(bars.predicted.aboveKW, bars.explains) : seen === said;
  const less = bars ? bars.explains[1] < bars.predicted.aboveKW[0] : !seen;
  const side = agrees ? (seen || said ? "both" : "neither") : less ? "said" : "seen";
  return { path, chip, agrees, words: told[side], bars };
}

/**
 * Sets what was seen against what the run before said, contact chip by chip; paths not looked at yet are left out.
 * Bars that overlap agree.
 */
export function agreementOf(ctx: ServiceContext, predicted: Predicted): Agreement[] {
  const found = foundIn(ctx);
  const out: Agreement[] = [];
  if (found.grade !== null)
    out.push(
      agreement({
        path: "airflow",
        chip: null,
        seen: found.grade >= 2,
        said: predicted.airflow,
        predicted: predicted.paths?.airflow ?? null,
        explains: predicted.paths ? airExplained(ctx, predicted.paths.airflow.usualKW) : null,
        words: AIRFLOW,
      }),
    );
  const looked = pastedChips(ctx).filter((c) => ctx.journal.isDone(stepKey("paste-was", c.id)));
  const each = (predicted.contacts ?? []).filter((p) => looked.some((c) => c.role === p.chip));
  if ((predicted.contacts?.length ?? 0) > 1 && each.length > 0) {
    for (const { chip, high, path } of each) {
      const seat = looked.find((c) => c.role === chip);
      out.push(
        agreement({
          path: "contact",
          chip,
          seen: isSpent(ctx.journal.of(stepKey("paste-was", seat?.id ?? "")).value),
          said: high,
          predicted: path,
          explains: path ? contactExplained(ctx, chip, path.usualKW) : null,
          words: contactOf(chip === "cpu" || chip === "gpu" ? words.chip(chip) : "chip"),
        }),
      );
    }
    return out;
  }
  if (found.contact !== null)
    out.push(
      agreement({
        path: "contact",
        chip: null,
        seen: found.contact,
        said: predicted.contact,
        predicted: predicted.paths?.contact ?? null,
        explains: predicted.paths ? contactExplained(ctx, predicted.chip, predicted.paths.contact.usualKW) : null,
        words: CONTACT,
      }),
    );
  return out;
}
