import { words } from "@/core/base/words";
import { moreWork, type Gain } from "@/core/measure/judge";

interface Line {
  name: string;
  of: string;
  before: string;
  after: string;
  /** Lengths of the two bars, 0 to 1; null where there is none. */
  bars: [number | null, number | null];
}

/** A figure of both runs, its bars against the larger of the two. */
function both(name: string, { before, after }: Gain["watts"], shown: (v: number) => string): Line {
  const most = Math.max(before ?? 0, after ?? 0, 1);
  const said = (v: number | null) => (v === null ? "not logged" : shown(v));
  return {
    name,
    of: "last two minutes",
    before: said(before),
    after: said(after),
    bars: [before === null ? null : before / most, after === null ? null : after / most],
  };
}

function slows({ slowsS: { before, after } }: Gain, loadS: { before: number; after: number }): Line {
  const most = Math.max(loadS.before, loadS.after, 1);
  const shown = (v: number | "never" | null) =>
    v === null ? "no limit known" : v === "never" ? "never" : words.clock(v);
  const bar = (v: number | "never" | null, s: number) => (v === null ? null : (v === "never" ? s : v) / most);
  return {
    name: "Slows down after",
    of: `of ${words.clock(Math.min(loadS.before, loadS.after))} of load`,
    before: shown(before),
    after: shown(after),
    bars: [bar(before, loadS.before), bar(after, loadS.after)],
  };
}

function fanSpeed(fan: NonNullable<Gain["fan"]>): Line {
  const most = Math.max(fan.before, fan.after, 1);
  const shown = (v: number) => (fan.unit === "%" ? words.share(v / 100) : words.rpm(v));
  const by = fan.after / Math.max(1, fan.before) - 1;
  return {
    name: `Fan speed at ${words.degrees(fan.atC)}`,
    of: Math.abs(by) < 0.04 ? "the same" : `${words.share(Math.abs(by))} ${by < 0 ? "slower" : "faster"}`,
    before: shown(fan.before),
    after: shown(fan.after),
    bars: [fan.before / most, fan.after / most],
  };
}

/** Work a second: the unit is the load page's own, so the share stands beside it. */
function workLine(work: NonNullable<Gain["work"]>): Line {
  const more = moreWork(work);
  return {
    ...both("Work a second", work, (v) => words.number(v, v < 100 ? 1 : 0)),
    of: more === null ? "at the end of the load" : `${words.share(Math.abs(more))} ${more < 0 ? "less" : "more"}`,
  };
}

/** What it is worth in use: hollow for the run before over solid for the run after; words where nothing is logged. */
export function GainInUse({ gain, loadS }: { gain: Gain; loadS: { before: number; after: number } }) {
  const { watts, clockMHz, fan } = gain;
  const clocked = clockMHz.before !== null || clockMHz.after !== null;
  const lines = [
    both("Sustained watts", watts, (v) => words.watts(v, 1)),
    ...(clocked ? [both("Sustained clock", clockMHz, (v) => words.with(v / 1000, "GHz", 1))] : []),
    ...(gain.work && (gain.work.before ?? gain.work.after) !== null ? [workLine(gain.work)] : []),
    // of a run without temperatures nothing stands at a limit
    ...((gain.slowsS.before ?? gain.slowsS.after)
      ? [slows(gain, loadS)]
      : gain.work && !clocked
        ? []
        : [slows(gain, loadS)]),
    // a machine without fans is told nothing of fans
    ...(fan ? [fanSpeed(fan)] : []),
  ];
  return (
    <section aria-labelledby="gain-heading" className="mt-3 border-t border-line pt-2">
      <h2 id="gain-heading" className="flex items-baseline justify-between text-lead font-bold">
        Gain in use <span className="text-note font-regular text-ink-2">as logged, not matched</span>
      </h2>
      <dl className="mt-1">
        {lines.map((l) => (
          <div data-row key={l.name} className="grid grid-cols-[132px_minmax(0,1fr)] items-center gap-x-3 py-1">
            <dt className="text-body leading-4.5">
              {l.name}
              <span className="block text-tag text-ink-2">{l.of}</span>
            </dt>
            <dd className="flex flex-col gap-0.5">
              <Bar length={l.bars[0]} words={l.before} hollow />
              <Bar length={l.bars[1]} words={l.after} />
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function Bar({ length, words: shown, hollow = false }: { length: number | null; words: string; hollow?: boolean }) {
  return (
    <span className="flex h-4.5 items-center gap-2">
      {length === null ? null : (
        <span
          aria-hidden
          className={`h-2.5 shrink-0 ${hollow ? "border-[1.5px] border-dashed border-ink" : "bg-ink"}`}
          style={{ width: `${Math.max(2, 58 * length)}%` }}
        />
      )}
      <span className={`num truncate text-note ${hollow ? "text-ink-2" : "font-strong"}`}>
        <span className="sr-only">{hollow ? "before " : "after "}</span>
        {shown}
      </span>
    </span>
  );
}
