import { words } from "../../base/words";
import type { Predicted } from "./agreement";
import { airGrown, slowerWhenClean } from "../../drawing/cooling";
import { inletSeen } from "./dust";
import { airExplained, closedInlets, contactExplained, overlap, type Span, type Win } from "./explained";
import { Learning, type LearntKey, type Worth, type Worths } from "./learning";
import type { ServiceContext } from "./step";
import { chipWord } from "./words";
import { pastedChips } from "./stripping";
import { stepKey } from "./stepKey";

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
/** Half of a 90 % interval in sigmas. */
const NINETY = 1.645;

/** What findings are worth before anything was learnt. */
const MODEL = new Learning();

/**
 * What was seen, by what such a finding is worth here, and what the run before shows, weighed by how sure each is.
 * Where they are further apart than both allow, one of them is wrong and nobody knows which: the interval widens by as
 * much.
 */
export function weighed(seen: Span, run: Span | null, worth: Worth = MODEL.worth(null)): Win {
  const factor = Math.exp(worth.log);
  const mid = (factor * (seen[0] + seen[1])) / 2;
  const sd = Math.hypot((factor * (seen[1] - seen[0])) / (2 * NINETY), worth.sd * mid, 0.3);
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

/** What a forecast rests on: K by what was seen, K by the run before, and which finding it is. */
export interface ForecastPart {
  path: "airflow" | "contact";
  /** The chip whose contact it is; null for the air path. */
  part: string | null;
  key: LearntKey | null;
  seen: Span;
  run: Span | null;
}

const times = ([low, high]: Span, by: number): Span => [low * by, high * by];

/**
 * What the forecasts of a job rest on: the lint or paste that was seen, by the blower's line and the rule of thumb of
 * `explained`, and what the run before shows above usual, times the chip's watts. Empty while the run before tells no
 * K/W.
 */
export function forecastParts(
  ctx: ServiceContext,
  { paths, chip, contacts }: Predicted,
  wattsOf: Readonly<Record<string, number>>,
): ForecastPart[] {
  const out: ForecastPart[] = [];
  const W = wattsOf[chip] ?? 0;
  const explains = paths && W > 0 ? airExplained(ctx, paths.airflow.usualKW) : null;
  if (paths && explains) {
    const grades = (ctx.map?.ofKind("fins") ?? []).map((f) => inletSeen(ctx, f.id)?.grade ?? 0);
    const worst = Math.max(...grades);
    const key = worst > 0 ? (`dust:${worst}` as LearntKey) : null;
    out.push({ path: "airflow", part: null, key, seen: times(explains, W), run: times(paths.airflow.aboveKW, W) });
  }
  for (const c of pastedChips(ctx)) {
    const own = contacts?.find((x) => x.chip === c.role)?.path ?? (c.role === chip ? (paths?.contact ?? null) : null);
    const watts = wattsOf[c.role] ?? 0;
    const grown = own && watts > 0 ? contactExplained(ctx, c.role, own.usualKW) : null;
    if (!own || !grown) continue;
    const was = ctx.journal.of(stepKey("paste-was", c.id)).value;
    const key = ["dry", "pumped", "little"].includes(was) ? (`paste:${was}` as LearntKey) : null;
    out.push({ path: "contact", part: c.id, key, seen: times(grown, watts), run: times(own.aboveKW, watts) });
  }
  return out;
}

/**
 * Kelvins that cleaning the graded stacks, and new paste on each chip that was looked at, should give: what
 * {@link forecastParts} says, by what such findings were worth in this workshop so far.
 */
export function forecastOf(
  ctx: ServiceContext,
  predicted: Predicted,
  wattsOf: Readonly<Record<string, number>>,
  worths: Worths = {},
): Forecast[] {
  return forecastParts(ctx, predicted, wattsOf).map((p): Forecast => {
    const K = weighed(p.seen, p.run, worths[p.key ?? ""]);
    if (p.path === "airflow") return airForecast(ctx, K);
    const chip = ctx.map?.part(p.part ?? "");
    const name = chip?.kind === "chip" ? chipWord(chip) : "the chip";
    return { path: "contact", part: p.part, K, stacks: [], words: `${said(`New paste on ${name}`, K)}.` };
  });
}

/** The win in airflow parted among the stacks: by what each alone would let through more. */
function airForecast(ctx: ServiceContext, K: Win): Forecast {
  const { map } = ctx;
  const closed = closedInlets(ctx);
  const fins = map?.ofKind("fins") ?? [];
  const worth = fins.map((f) =>
    map ? Math.max(0, airGrown(map, closed) - airGrown(map, new Map([...closed].filter(([id]) => id !== f.id)))) : 0,
  );
  const all = worth.reduce((s, w) => s + w, 0);
  const stacks = fins.map((f, i) => ({ part: f.id, tag: f.tag, K: all > 0 ? (K.mid * (worth[i] ?? 0)) / all : 0 }));
  const [only] = stacks;
  const whole = said(stacks.length > 1 ? "Cleaning the fin stacks" : `Cleaning ${only?.tag || "the fin stack"}`, K);
  const each = stacks.filter((x) => x.K >= LEAST_K).map((x) => `${x.tag} ${Math.round(x.K)}`);
  const slower = map && K.mid >= LEAST_K ? slowerWhenClean(map, closed) : 1;
  const speed = slower < 0.95 ? ` Or as warm as now at ${words.share(slower)} of the blowers' speed.` : "";
  return {
    path: "airflow",
    part: null,
    K,
    stacks: stacks.map(({ part, K: own }) => ({ part, K: own })),
    words: (stacks.length > 1 && each.length > 0 ? `${whole}: ${words.listed(each)}.` : `${whole}.`) + speed,
  };
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
