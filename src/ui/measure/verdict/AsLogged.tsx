"use client";
import { ticks } from "d3-array";
import { useMemo } from "react";
import { CartesianGrid, Line, LineChart, ReferenceLine, XAxis, YAxis } from "recharts";
import type { PairCurves, RunFacts } from "@/core/measure/judge";
import type { ChipId } from "@/core/measure/thermal";
import type { WordedReason } from "@/core/measure/says";
import { chartRows, extent } from "@/ui/kit/charts/rows";
import { EndLabel } from "./RiseChart";
import { type CurvePoint } from "@/core/measure/log";

interface Props {
  curves: PairCurves["chips"][number];
  facts: { before: RunFacts; after: RunFacts };
  limitC: number | null;
  /** Marks where a load would have been long enough. */
  enoughS: number | null;
  /** Findings with the place in the log where they were seen. */
  seen: readonly NonNullable<WordedReason["seen"]>[];
  width: number;
  height: number;
}

/** Both runs as the logs have them, load starts laid on each other; the raw picture that misleads. */
export function AsLogged({ curves, facts, limitC, enoughS, seen, width, height }: Props) {
  const { rows, span, minutes, low, high, plotH, ends } = useLoggedAxes({ curves, facts, limitC, height });
  return (
    <div className="relative" style={{ width, height }}>
      <LineChart
        width={width}
        height={height}
        data={rows}
        margin={{ top: 6, right: 96, bottom: 0, left: 0 }}
        accessibilityLayer={false}
      >
        <CartesianGrid vertical={false} stroke="var(--line-2)" />
        <XAxis
          dataKey="t"
          type="number"
          domain={span}
          ticks={minutes}
          allowDataOverflow
          height={24}
          tickLine={false}
          axisLine={false}
          tick={{ fontSize: "var(--text-tag)", fill: "var(--ink-2)", fontFamily: "var(--font-num)" }}
          tickFormatter={(s: number) => (s === 0 ? "load on" : `${Math.round(s / 60)} min`)}
          interval="preserveStart"
        />
        <YAxis
          width={46}
          domain={[low, high]}
          ticks={ticks(low, high, 4)}
          allowDataOverflow
          tickLine={false}
          axisLine={false}
          tick={{ fontSize: "var(--text-tag)", fill: "var(--ink-2)", fontFamily: "var(--font-num)" }}
          interval={0}
        />
        {limitC !== null ? <ReferenceLine y={limitC} stroke="var(--limit)" strokeWidth={1.6} /> : null}
        {facts.before.roomC !== null ? (
          <ReferenceLine y={facts.before.roomC} stroke="var(--room)" strokeWidth={1.6} strokeDasharray="5 4" />
        ) : null}
        {facts.after.roomC !== null ? (
          <ReferenceLine y={facts.after.roomC} stroke="var(--room)" strokeWidth={2} />
        ) : null}
        <ReferenceLine x={0} stroke="var(--line)" />
        {enoughS !== null ? (
          <ReferenceLine
            x={enoughS}
            stroke="var(--ink)"
            strokeWidth={2}
            strokeDasharray="3 3"
            label={{ value: "enough", position: "insideBottomLeft", fontSize: "var(--text-tag)", fill: "var(--ink)" }}
          />
        ) : null}
        <Line
          dataKey="before"
          dot={false}
          isAnimationActive={false}
          connectNulls
          stroke="var(--ink-2)"
          strokeWidth={1.7}
          strokeDasharray="5 4"
          activeDot={false}
        />
        <Line
          dataKey="after"
          dot={false}
          isAnimationActive={false}
          connectNulls
          stroke="var(--ink)"
          strokeWidth={2.6}
          activeDot={false}
        />
      </LineChart>
      <SeenMarks seen={seen} curves={curves} span={span} width={width} plotH={plotH} />
      {ends.map((e, i) => (
        <EndLabel key={i} x={width - 92} y={e.y} text={e.text} value={e.value} quiet={e.quiet} />
      ))}
    </div>
  );
}

interface UseLoggedAxesGiven {
  curves: { chip: ChipId; before: CurvePoint[]; after: CurvePoint[] };
  facts: { before: RunFacts; after: RunFacts };
  limitC: number | null;
  height: number;
}

/** Rows, axes and end labels of what was logged. */
function useLoggedAxes({ curves, facts, limitC, height }: UseLoggedAxesGiven) {
  const rows = useMemo(
    () =>
      chartRows([
        { key: "before", points: curves.before },
        { key: "after", points: curves.after },
      ]),
    [curves],
  );
  const span = [...curves.before, ...curves.after].reduce<[number, number]>(
    ([a, b], p) => [Math.min(a, p.t), Math.max(b, p.t)],
    [0, 60],
  );
  const rooms = [facts.before.roomC, facts.after.roomC].filter((r): r is number => r !== null);
  const t = extent([{ points: curves.before }, { points: curves.after }], 3);
  const low = Math.floor(Math.min(t[0], ...rooms.map((r) => r - 2)));
  const high = Math.ceil(Math.max(t[1], limitC ?? 0) + 2);
  const plotH = height - 30;
  const yOf = (v: number) => 6 + ((high - v) / (high - low)) * plotH;
  const minutes = ticks(0, span[1] / 60, 4).map((m) => m * 60);
  const late = (run: "before" | "after") => facts[run].lateC[curves.chip] ?? NaN;
  const ends = spread([
    ...(limitC === null ? [] : [{ text: "Limit", value: `${limitC}`, y: yOf(limitC) - 0.1, quiet: true }]),
    { text: "Before", value: `${Math.round(late("before"))} °C`, y: yOf(late("before")), quiet: false },
    { text: "After", value: `${Math.round(late("after"))} °C`, y: yOf(late("after")), quiet: false },
    // rooms that read the same are one line
    ...[...new Set(rooms.map((r) => r.toFixed(1)))].map((value) => ({
      text: "Room",
      value,
      y: yOf(Number(value)),
      quiet: true,
    })),
  ]);
  return { rows, span, minutes, low, high, plotH, ends };
}

interface SeenMarksProps {
  seen: readonly { run: "before" | "after"; chip: ChipId | null; fromS: number; toS: number; word: string }[];
  curves: { chip: ChipId; before: CurvePoint[]; after: CurvePoint[] };
  span: [number, number];
  width: number;
  plotH: number;
}

/** Where on the curve a finding was seen. */
function SeenMarks({ seen, curves, span, width, plotH }: SeenMarksProps) {
  return (
    <>
      {seen
        .filter((m) => m.chip === null || m.chip === curves.chip)
        .slice(0, 3)
        .map((m, i) => {
          const x = (t: number) =>
            46 + ((Math.min(span[1], Math.max(span[0], t)) - span[0]) / (span[1] - span[0])) * (width - 142);
          const top = plotH - 12 - i * 19;
          return (
            <div key={m.word} aria-hidden>
              <div
                className="absolute h-2.25 border-x-2 border-b-2 border-ink-2"
                style={{ left: x(m.fromS), width: Math.max(4, x(m.toS) - x(m.fromS)), top: top - 4 }}
              />
              <span
                className="absolute bg-sheet/85 px-1 text-tag leading-3.75 text-ink-2"
                style={{ left: Math.min(x(m.fromS) + 5, width - 230), top: top - 14 }}
              >
                {m.word}
              </span>
            </div>
          );
        })}
    </>
  );
}

interface End {
  text: string;
  value: string;
  y: number;
  quiet: boolean;
}

/** Labels moved apart so that none lies on another. */
function spread(labels: End[]): End[] {
  const sorted = labels.filter((l) => Number.isFinite(l.y)).sort((a, b) => a.y - b.y);
  for (let i = 1; i < sorted.length; i++) {
    const above = sorted[i - 1];
    const own = sorted[i];
    if (above && own && own.y - above.y < 18) own.y = above.y + 18;
  }
  return sorted;
}
