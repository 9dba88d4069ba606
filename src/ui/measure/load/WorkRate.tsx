import { mean } from "d3-array";
import { words } from "@/core/base/words";

interface Props {
  name: string;
  unit: string;
  note: string;
  /** Work a second now; null where it rests. */
  now: number | null;
  history: readonly number[];
  /** Cores to show as bars. */
  steps: number;
}

/** The first half minute is what the rest is held against; the first seconds are still waking up. */
const FIRST = [3, 33] as const;
/** Shares of the first half minute the strip shows. */
const AXIS = [0.6, 1.06] as const;
/** Work that still holds its rate, a share of the most. */
const HOLDS = 0.95;
/** Work that fell by half, a share of the most. */
const HALF = 0.5;
const [W, H] = [378, 46];

/** Work a second of a chip: large, with how it held against its first half minute. */
export function WorkRate({ name, unit, note, now, history, steps }: Props) {
  const first = history.length > 8 ? (mean(history.slice(...FIRST)) ?? null) : null;
  const figure = now ?? null;
  return (
    <section aria-label={name} className="border-t-2 border-line-2 py-2 first-of-type:border-t-0">
      <div className="flex items-center gap-2.5">
        <h2 className="text-sub font-strong">{name}</h2>
        {steps > 0 && steps <= 16 && now !== null ? (
          <span aria-hidden className="flex gap-0.5">
            {Array.from({ length: steps }, (_, i) => (
              <span key={i} className="h-5 w-2.5 bg-ink" />
            ))}
          </span>
        ) : null}
        <span className="flex-1 text-right text-body text-ink-2">{note}</span>
      </div>
      <div className="flex items-end gap-3">
        <span className="num text-[60px] leading-16 font-strong">
          {figure === null ? "–" : figure >= 100 ? words.number(figure) : words.number(figure, 1)}
        </span>
        <span className="pb-2 text-sub leading-5.5 text-ink-2">{unit}</span>
      </div>
      <Held history={history} first={first} />
      <p className="text-body text-ink-2">
        <b className="font-strong text-ink">{heldWords(history, first)}</b>
        {first === null
          ? ""
          : ` First half minute was ${first >= 100 ? words.number(first) : words.number(first, 1)}, dashed.`}
      </p>
    </section>
  );
}

/** "Holds.", "Slower since 2:30.", "Half of the start." */
export function heldWords(history: readonly number[], first: number | null): string {
  if (first === null) return "";
  const now = mean(history.slice(-10)) ?? first;
  if (now >= HOLDS * first) return "Holds.";
  if (now < HALF * first) return "Half of the start.";
  const since = history.findIndex((_, i) => i > FIRST[1] && (mean(history.slice(i, i + 10)) ?? first) < HOLDS * first);
  return since < 0 ? "Slower." : `Slower since ${words.clock(since)}.`;
}

/** The work as a thin line from the start of the load, the first half minute dashed. */
function Held({ history, first }: { history: readonly number[]; first: number | null }) {
  if (first === null || history.length < 2) return <div style={{ height: H }} />;
  const span = Math.max(180, history.length * 1.3);
  const y = (v: number) => H * (1 - (Math.min(AXIS[1], Math.max(AXIS[0], v / first)) - AXIS[0]) / (AXIS[1] - AXIS[0]));
  const points = history.map((v, i) => `${((W * i) / span).toFixed(1)},${y(v).toFixed(1)}`);
  const last = history.length - 1;
  return (
    <svg aria-hidden viewBox={`-6 -6 ${W + 12} ${H + 12}`} className="block w-full">
      <line x1={0} x2={W} y1={y(first)} y2={y(first)} stroke="var(--ink)" strokeWidth={2} strokeDasharray="6 5" />
      <polyline points={points.join(" ")} fill="none" stroke="var(--ink)" strokeWidth={3} />
      <circle
        cx={(W * last) / span}
        cy={y(history[last] ?? first)}
        r={6}
        fill="var(--ink)"
        stroke="var(--sheet)"
        strokeWidth={2}
      />
    </svg>
  );
}
