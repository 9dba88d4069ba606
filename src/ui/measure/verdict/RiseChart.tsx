"use client";
import { ticks } from "d3-array";
import { useMemo } from "react";
import { CartesianGrid, Line, LineChart, ReferenceArea, XAxis, YAxis } from "recharts";
import type { ChipEstimate, SpectrumLine } from "@/core/measure/judge";

interface Props {
  estimate: ChipEstimate;
  /** Matched power of the chip in W; null states the rise in K. */
  powerW: number | null;
  /** Length of each load: nothing is drawn that was not run. */
  loadS: { before: number; after: number };
  width: number;
  height: number;
}

/** Between the slowest contact and the quickest air constant of the fit. */
const SPLIT_S = 7;

const riseAt = (lines: readonly SpectrumLine[], t: number): number =>
  lines.reduce((s, l) => s + l.K * (l.tauS > 0 ? 1 - Math.exp(-t / l.tauS) : 1), 0);

/** The proof of the split: rise per watt over log time. The jump is paste, the climb is air. */
export function RiseChart({ estimate, powerW, loadS, width, height }: Props) {
  const { rows, top, yOf, wB, close, wA, digits, unit } = useRise({ powerW, estimate, loadS, height });
  return (
    <div className="relative" style={{ width, height }}>
      <LineChart
        width={width}
        height={height}
        data={rows}
        margin={{ top: 6, right: 96, bottom: 0, left: 0 }}
        accessibilityLayer={false}
      >
        <ReferenceArea x1={1} x2={SPLIT_S} fill="var(--paste-wash)" fillOpacity={1} />
        <ReferenceArea x1={SPLIT_S} x2={900} fill="var(--air-wash)" fillOpacity={1} />
        <CartesianGrid vertical={false} stroke="var(--line)" strokeOpacity={0.7} />
        <XAxis
          dataKey="t"
          type="number"
          scale="log"
          domain={[1, 900]}
          allowDataOverflow
          ticks={[1, 10, 60, 600]}
          height={24}
          tickLine={false}
          axisLine={false}
          tick={{ fontSize: "var(--text-tag)", fill: "var(--ink-2)", fontFamily: "var(--font-num)" }}
          tickFormatter={(t: number) => (t < 60 ? `${t} s` : `${t / 60} min`)}
          interval={0}
        />
        <YAxis
          width={46}
          domain={[0, top]}
          ticks={ticks(0, top, 3)}
          tickLine={false}
          axisLine={false}
          tick={{ fontSize: "var(--text-tag)", fill: "var(--ink-2)", fontFamily: "var(--font-num)" }}
          interval={0}
        />
        <Line
          dataKey="before"
          dot={false}
          isAnimationActive={false}
          stroke="var(--ink)"
          strokeWidth={1.8}
          strokeDasharray="5 4"
          activeDot={false}
        />
        <Line
          dataKey="after"
          dot={false}
          isAnimationActive={false}
          stroke="var(--ink)"
          strokeWidth={2.8}
          activeDot={false}
        />
      </LineChart>
      <span className="absolute text-note font-strong text-paste" style={{ left: 54, top: 8 }}>
        Paste, contact
      </span>
      <span
        className="absolute text-note font-strong text-air"
        style={{ left: Math.max(160, 46 + ((width - 142) * Math.log(SPLIT_S)) / Math.log(900) + 8), top: 8 }}
      >
        Airflow
      </span>
      <EndLabel
        x={width - 92}
        y={yOf(wB) - (close && wB >= wA ? 6 : 0) + (close && wB < wA ? 8 : 0)}
        text="Before"
        value={`${wB.toFixed(digits)}${unit}`}
      />
      <EndLabel
        x={width - 92}
        y={yOf(wA) + (close && wB >= wA ? 14 : 0) - (close && wB < wA ? 8 : 0)}
        text="After"
        value={`${wA.toFixed(digits)}${unit}`}
      />
    </div>
  );
}

interface UseRiseGiven {
  powerW: number | null;
  estimate: ChipEstimate;
  loadS: { before: number; after: number };
  height: number;
}

/** Rise per watt of both runs on one axis of time. */
function useRise({ powerW, estimate, loadS, height }: UseRiseGiven) {
  const { rows, top } = useMemo(() => {
    const scale = powerW ?? 1;
    const out: { t: number; before?: number; after?: number }[] = [];
    let highest = 0;
    for (let i = 0; i <= 80; i++) {
      const t = 10 ** ((Math.log10(900) * i) / 80);
      const b = riseAt(estimate.spectrum.before, t) / scale;
      const a = riseAt(estimate.spectrum.after, t) / scale;
      const row: (typeof out)[number] = { t };
      if (t <= loadS.before) row.before = b;
      if (t <= loadS.after) row.after = a;
      highest = Math.max(highest, row.before ?? 0, row.after ?? 0);
      out.push(row);
    }
    return { rows: out, top: highest * 1.12 };
  }, [estimate, powerW, loadS]);
  const last = (key: "before" | "after") => [...rows].reverse().find((r) => r[key] !== undefined)?.[key] ?? 0;
  const digits = powerW === null ? 0 : 2;
  const plotH = height - 30;
  const yOf = (v: number) => 6 + (1 - v / top) * plotH;
  const wB = last("before");
  const wA = last("after");
  const close = Math.abs(yOf(wB) - yOf(wA)) < 20;
  const unit = powerW === null ? "\u00a0K" : "";
  return { rows, top, yOf, wB, close, wA, digits, unit };
}

/** A label at the end of a line. */
export function EndLabel({
  x,
  y,
  text,
  value,
  quiet = false,
}: {
  x: number;
  y: number;
  text: string;
  value: string;
  quiet?: boolean;
}) {
  return (
    <span
      className={`absolute text-note leading-4.5 whitespace-nowrap ${quiet ? "text-ink-2" : ""}`}
      style={{ left: x, top: y - 9 }}
    >
      {text} <b className="num font-bold">{value}</b>
    </span>
  );
}
