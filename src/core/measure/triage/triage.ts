import {
  aloneWithSpectra,
  dominantTau,
  estimatesOf,
  guessFan,
  loadSeconds,
  prepared,
  runFacts,
  type Figure,
  type GoodFigures,
} from "../judge";
import { matchedConditions, type JudgeRun, type Windowed } from "../pair/conditions";
import type { Reason } from "../pair/reason";
import { airStands, notesOf, readsZero } from "./notes";
import type { Lacking, RunJudgement, TriageChip, TriagePath, TriageWord } from "./result";
import { surerTests } from "./surer";

/** Least excess over good figures that counts, K. */
export const COUNTS_K = 4;

/**
 * One run alone, before the machine is opened: where the trouble lies, from the heights of both paths against good
 * figures (the machine's own history, else its model's, else typical ranges of its class).
 *
 * @example
 * triageRun(before, figuresOfClass(…), 97)?.word; // "airflow"
 */
export function triageRun(input: JudgeRun, good: GoodFigures, limitC: number | null): RunJudgement | null {
  if (!input.phases) return null;
  const logged = prepared(input, input.phases);
  const stands = !readsZero(logged) || airStands(logged, good);
  const series = guessFan(stands ? logged : { ...logged, fan: null, fans: [] });
  const matched = matchedConditions(series);
  // figures per watt need the watts: without them nothing is set against good ones
  const blind = series.chips.some((c) => !c.powerLogged);
  const chips = blind ? [] : estimatesOf(...aloneWithSpectra(series));
  const facts = runFacts(series);
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
        seenKW: powerW > 0.5 ? p.before.K / powerW : null,
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
  const notes = notesOf(logged, tau, limitC, stands);
  const unable = blind || !series.room || loadSeconds(series) < 2 * tau || chips.length === 0;
  const word = wordOf(lead, notes, unable);
  return {
    word,
    matched: { ...matched, fanRpm: series.fanGuessed ? null : matched.fanRpm, powerW: blind ? {} : matched.powerW },
    chips: judged,
    lead: lead?.chip ?? null,
    source: good.source,
    notes,
    lacks: blind ? lackingPower(series) : !series.room ? { kind: "room" } : lead ? null : { kind: "chip" },
    surer: surerTests(lead, series, tau, good),
    facts,
    limitC,
  };
}

/** The powers that are missing, or not the chip's own. */
function lackingPower({ chips }: Windowed): Lacking {
  const board = chips.find((c) => c.board);
  if (board) return { kind: "board", chip: board.chip };
  const lacking = chips.filter((c) => !c.powerLogged).map((c) => c.chip);
  return { kind: "power", chips: lacking.length === chips.length ? "all" : lacking };
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
