import { words } from "../words";
import type { Predicted } from "./agreement";
import { inletSeen } from "./dust";
import { airExplained, contactExplained, overlap, type Span } from "./explained";
import type { ServiceContext } from "./step";
import { chipWord } from "./words";
import { pastedChips } from "./stripping";

/** A win with its 90 % interval, K. */
export interface Win {
  mid: number;
  low: number;
  high: number;
}

/** What a piece of work should win at the run before's watts, before it is done. */
export interface Forecast {
  path: "airflow" | "contact";
  /** The chip whose contact it is; null for the air path, which all stacks are. */
  part: string | null;
  K: Win;
  /** Of it, by stack, K. */
  stacks: { part: string; K: number }[];
  words: string;
}

/** A win smaller than this is not worth a word, K. */
const LEAST_K = 1;
/** How far the rules by which dust and paste are turned into K/W may be off, as a share. */
const RULE_OFF = 0.4;
/** Half of a 90 % interval in sigmas. */
const NINETY = 1.645;

/**
 * What was seen and what the run before shows, weighed by how sure each is. Where they are further apart than both
 * allow, one of them is wrong and nobody knows which: the interval widens by as much.
 */
export function weighed(seen: Span, run: Span | null): Win {
  const mid = (seen[0] + seen[1]) / 2;
  const sd = Math.hypot((seen[1] - seen[0]) / (2 * NINETY), RULE_OFF * mid, 0.3);
  if (!run) return { mid, low: mid - NINETY * sd, high: mid + NINETY * sd };
  const runMid = (run[0] + run[1]) / 2;
  const runSd = Math.max(0.3, (run[1] - run[0]) / (2 * NINETY));
  const [w, v] = [1 / sd ** 2, 1 / runSd ** 2];
  const both = (w * mid + v * runMid) / (w + v);
  const apart = Math.abs(mid - runMid) / Math.hypot(sd, runSd);
  const half = (NINETY * Math.max(1, apart)) / Math.sqrt(w + v);
  return { mid: both, low: both - half, high: both + half };
}

const said = (what: string, { mid, low, high }: Win): string =>
  mid < LEAST_K
    ? `${what} should give less than ${words.kelvinSize(LEAST_K)}`
    : `${what} should give ${words.kelvinSize(mid)} (${Math.max(0, Math.round(low))} to ${Math.round(high)})`;

/**
 * Kelvins that cleaning the graded stacks, and new paste on each chip that was looked at, should give: the lint or
 * paste that was seen, by the blower's line and the rule of thumb of `explained`, weighed with what the run before
 * shows above usual, times the chip's watts. Empty while the run before tells no K/W.
 */
export function forecastOf(
  ctx: ServiceContext,
  predicted: Predicted,
  wattsOf: Readonly<Record<string, number>>,
): Forecast[] {
  return [...airForecast(ctx, predicted, wattsOf), ...pasteForecasts(ctx, predicted, wattsOf)];
}

const times = ([low, high]: Span, by: number): Span => [low * by, high * by];

function airForecast(
  ctx: ServiceContext,
  { paths, chip }: Predicted,
  wattsOf: Readonly<Record<string, number>>,
): Forecast[] {
  const W = wattsOf[chip] ?? 0;
  const explains = paths ? airExplained(ctx, paths.airflow.usualKW) : null;
  if (!paths || !explains || W <= 0) return [];
  const K = weighed(times(explains, W), times(paths.airflow.aboveKW, W));
  const closed = (ctx.map?.ofKind("fins") ?? []).map((f) => {
    const inlet = inletSeen(ctx, f.id);
    const face = f.outlet === "left" || f.outlet === "right" ? f.hMm : f.wMm;
    return { f, share: inlet ? (face * (inlet.closed[0] + inlet.closed[1])) / 2 : 0 };
  });
  const all = closed.reduce((s, c) => s + c.share, 0);
  const stacks = closed.map((c) => ({ part: c.f.id, tag: c.f.tag, K: all > 0 ? (K.mid * c.share) / all : 0 }));
  const [only] = stacks;
  const whole = said(stacks.length > 1 ? "Cleaning the fin stacks" : `Cleaning ${only?.tag || "the fin stack"}`, K);
  const each = stacks.filter((x) => x.K >= LEAST_K).map((x) => `${x.tag} ${Math.round(x.K)}`);
  return [
    {
      path: "airflow",
      part: null,
      K,
      stacks: stacks.map(({ part, K: own }) => ({ part, K: own })),
      words: stacks.length > 1 && each.length > 0 ? `${whole}: ${words.listed(each)}.` : `${whole}.`,
    },
  ];
}

function pasteForecasts(
  ctx: ServiceContext,
  { paths, chip, contacts }: Predicted,
  wattsOf: Readonly<Record<string, number>>,
): Forecast[] {
  return pastedChips(ctx).flatMap((c): Forecast[] => {
    const own = contacts?.find((x) => x.chip === c.role)?.path ?? (c.role === chip ? (paths?.contact ?? null) : null);
    const W = wattsOf[c.role] ?? 0;
    const grown = own ? contactExplained(ctx, c.role, own.usualKW) : null;
    if (!own || !grown || W <= 0) return [];
    const K = weighed(times(grown, W), times(own.aboveKW, W));
    return [{ path: "contact", part: c.id, K, stacks: [], words: `${said(`New paste on ${chipWord(c)}`, K)}.` }];
  });
}

/** The forecast of a whole path set against what the verdict measured of it. */
export interface Outcome {
  path: Forecast["path"];
  /** K that should have been won, and K that were, with their interval. */
  forecast: Win;
  measured: Win;
  words: string;
}

/**
 * What was forecast of airflow, and of contact at the chip the run before was judged by, beside what the verdict
 * measured there; paths that were not worked on or not measured are left out.
 * @param changes K of each path at that chip, negative where it got cooler
 */
export function outcomesOf(
  forecasts: readonly Forecast[],
  changes: Readonly<Partial<Record<Forecast["path"], { K: number; low: number; high: number } | null>>>,
  chipPart: string | null,
): Outcome[] {
  return (["airflow", "contact"] as const).flatMap((path): Outcome[] => {
    const whole = forecasts.find((f) => f.path === path && f.part === (path === "airflow" ? null : chipPart));
    const change = changes[path];
    if (!whole || !change) return [];
    const measured = { mid: -change.K, low: -change.high, high: -change.low };
    const hit = overlap([whole.K.low, whole.K.high], [measured.low, measured.high]);
    const verdict = hit ? "as forecast" : measured.mid > whole.K.mid ? "more than forecast" : "less than forecast";
    const range = `${Math.max(0, Math.round(whole.K.low))} to ${Math.round(whole.K.high)}`;
    return [
      {
        path,
        forecast: whole.K,
        measured,
        words:
          `${path === "airflow" ? "Airflow" : "Contact"} ${measured.mid < 0 ? "lost" : "won"} ` +
          `${words.kelvinSize(measured.mid)}, ${verdict}: ` +
          `${words.kelvinSize(whole.K.mid)} (${range}) by what was seen and the run before.`,
      },
    ];
  });
}
