import { words } from "../words";
import type { Predicted } from "./agreement";
import { inletSeen } from "./dust";
import { airGrowth, contactExplained, type Span } from "./explained";
import type { ServiceContext } from "./step";
import { chipWord } from "./words";
import { pastedChips } from "./stripping";

/** What one piece of work should win at the run before's watts, K, before it is done. */
export interface Forecast {
  path: "airflow" | "contact";
  /** The stack or the chip; null for all stacks together. */
  part: string | null;
  K: { mid: number; low: number; high: number };
  words: string;
}

/** A win smaller than this is not worth a word, K. */
const LEAST_K = 1;

const spanOf = (a: number, b: number) => ({ mid: (a + b) / 2, low: Math.min(a, b), high: Math.max(a, b) });

const said = (what: string, { mid, low, high }: Forecast["K"]): string =>
  mid < LEAST_K
    ? `${what} should give less than ${words.kelvinSize(LEAST_K)}.`
    : `${what} should give ${words.kelvinSize(mid)} (${Math.max(0, Math.round(low))} to ${Math.round(high)}).`;

/**
 * Kelvins that cleaning each graded stack, all of them together, and new paste on each chip that was looked at should
 * give: the lint or paste that was seen, by the blower's line and the rule of thumb of `explained`, on what is usual
 * for the path, times the chip's watts. Of one stack it is what is won while the others stay as they were found. Empty
 * while the run before tells no K/W.
 */
export function forecastOf(
  ctx: ServiceContext,
  predicted: Predicted,
  wattsOf: Readonly<Record<string, number>>,
): Forecast[] {
  return [...airForecasts(ctx, predicted, wattsOf), ...pasteForecasts(ctx, predicted, wattsOf)];
}

function airForecasts(ctx: ServiceContext, { paths, chip }: Predicted, wattsOf: Readonly<Record<string, number>>) {
  const W = wattsOf[chip] ?? 0;
  const fins = ctx.map?.ofKind("fins") ?? [];
  const seen = fins.flatMap((f) => {
    const inlet = inletSeen(ctx, f.id);
    return inlet ? [{ f, inlet, weight: f.outlet === "left" || f.outlet === "right" ? f.hMm : f.wMm }] : [];
  });
  // what nobody looked at may be closed too: nothing is said of a part of the whole
  if (!paths || W <= 0 || seen.length === 0 || seen.length < fins.length) return [];
  const face = seen.reduce((s, x) => s + x.weight, 0);
  const usualK = paths.airflow.usualKW * W;
  const growth = (end: 0 | 1, cleaned: (id: string) => boolean) =>
    airGrowth(seen.reduce((s, x) => s + (cleaned(x.f.id) ? 0 : x.weight * x.inlet.closed[end]), 0) / face);
  const won = (cleaned: (id: string) => boolean) => {
    const at = (end: 0 | 1) => usualK * (growth(end, () => false) - growth(end, cleaned));
    return spanOf(at(0), at(1));
  };
  const each = seen.map(({ f }): Forecast => {
    const K = won((id) => id === f.id);
    return { path: "airflow", part: f.id, K, words: said(`Cleaning ${f.tag || "the fin stack"}`, K) };
  });
  if (each.length < 2) return each;
  const K = won(() => true);
  return [...each, { path: "airflow", part: null, K, words: said("Cleaning all of them", K) } satisfies Forecast];
}

function pasteForecasts(
  ctx: ServiceContext,
  { paths, chip, contacts }: Predicted,
  wattsOf: Readonly<Record<string, number>>,
): Forecast[] {
  return pastedChips(ctx).flatMap((c): Forecast[] => {
    const usualKW =
      contacts?.find((x) => x.chip === c.role)?.path?.usualKW ?? (c.role === chip ? paths?.contact.usualKW : 0);
    const W = wattsOf[c.role] ?? 0;
    const grown = contactExplained(ctx, c.role, usualKW ?? 0);
    if (!grown || W <= 0) return [];
    const K = spanOf(grown[0] * W, grown[1] * W);
    return [{ path: "contact", part: c.id, K, words: said(`New paste on ${chipWord(c)}`, K) }];
  });
}

/** The forecast of a whole path set against what the verdict measured of it. */
export interface Outcome {
  path: Forecast["path"];
  /** K that should have been won, and K that were, with their interval. */
  forecast: Forecast["K"];
  measured: Forecast["K"];
  words: string;
}

const inside = (a: Span, b: Span): boolean => a[0] <= b[1] && b[0] <= a[1];

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
    const own = forecasts.filter((f) => f.path === path);
    const whole =
      path === "airflow" ? (own.find((f) => f.part === null) ?? own[0]) : own.find((f) => f.part === chipPart);
    const change = changes[path];
    if (!whole || !change) return [];
    const measured = { mid: -change.K, low: -change.high, high: -change.low };
    const hit = inside([whole.K.low, whole.K.high], [measured.low, measured.high]);
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
          `${words.kelvinSize(whole.K.mid)} (${range}) by what was seen inside.`,
      },
    ];
  });
}
