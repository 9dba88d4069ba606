"use client";
import { ticks as roundTicks } from "d3-array";
import { memo, useMemo } from "react";
import { CartesianGrid, Line, LineChart, ReferenceLine, XAxis, YAxis } from "recharts";
import type { Curve } from "@/core/measure/log";
import { chartRows } from "./rows";

export const AXIS_W = 52;
/** Right edge of a strip, px. */
export const EDGE_R = 26;
/** Room above the plot of a strip and below it, px. */
export const STRIP_PAD = 8;

export interface StripLine extends Curve {
  /** Dashed and thin: the other run behind this one. */
  ghost?: boolean;
  colour?: string;
}

interface StripProps {
  width: number;
  height: number;
  lines: StripLine[];
  /** The axis at the left: from where to where, its figures and how they are written. */
  y: { domain: [number, number]; ticks: number[]; format?: (v: number) => string };
  span: [number, number];
  limits?: { value: number; label: string; stop?: boolean }[];
  xTicks?: boolean;
}

/**
 * One strip of a run: lines over seconds, no legend, axis at the left. Strips stand under each other on one time axis.
 */
export const Strip = memo(function Strip({
  width,
  height,
  lines,
  y: { domain, ticks, format = String },
  span,
  limits = [],
  xTicks = false,
}: StripProps) {
  const rows = useMemo(
    () => chartRows(lines.map((l) => ({ key: `${l.ghost ? "ghost." : ""}${l.key}`, points: l.points }))),
    [lines],
  );
  const minutes = roundTicks(span[0] / 60, span[1] / 60, 4).map((m) => m * 60);
  return (
    <LineChart
      width={width}
      height={height}
      data={rows}
      margin={{ top: STRIP_PAD, right: EDGE_R, bottom: xTicks ? 0 : STRIP_PAD, left: 0 }}
      accessibilityLayer={false}
    >
      <CartesianGrid vertical={false} stroke="var(--line-2)" strokeWidth={1} />
      <XAxis
        dataKey="t"
        type="number"
        domain={span}
        ticks={minutes}
        allowDataOverflow
        hide={!xTicks}
        height={xTicks ? 26 : 0}
        tickLine={false}
        axisLine={false}
        tick={{ fontSize: "var(--text-tag)", fill: "var(--ink-2)", fontFamily: "var(--font-num)" }}
        tickFormatter={(s: number) => (s === 0 ? "0" : `${Math.round(s / 60)} min`)}
        interval="preserveStartEnd"
      />
      <YAxis
        width={AXIS_W}
        domain={domain}
        ticks={ticks}
        allowDataOverflow
        tickLine={false}
        axisLine={false}
        tick={{ fontSize: "var(--text-tag)", fill: "var(--ink-2)", fontFamily: "var(--font-num)" }}
        tickFormatter={format}
        interval={0}
      />
      {limits.map((l) => (
        <ReferenceLine
          key={l.label}
          y={l.value}
          stroke={l.stop ? "var(--stop)" : "var(--limit)"}
          strokeWidth={1.6}
          label={{ value: l.label, position: "insideTopRight", fontSize: "var(--text-tag)", fill: "var(--ink-2)" }}
        />
      ))}
      {lines.map((l) => (
        <Line
          key={`${l.ghost ? "ghost." : ""}${l.key}`}
          dataKey={`${l.ghost ? "ghost." : ""}${l.key}`}
          type="linear"
          dot={false}
          isAnimationActive={false}
          connectNulls
          stroke={l.colour ?? (l.ghost ? "var(--ink-3)" : "var(--ink)")}
          strokeWidth={l.ghost ? 1.6 : 2.4}
          strokeDasharray={l.ghost ? "5 4" : undefined}
          activeDot={false}
        />
      ))}
    </LineChart>
  );
});
