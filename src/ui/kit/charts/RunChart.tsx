"use client";
import { ticks } from "d3-array";
import { words } from "@/core/base/words";
import { useMemo } from "react";
import type { Phases, RunCurves } from "@/core/measure/log";
import { useSize } from "@/ui/kit/controls/size";
import { PhaseBounds } from "./PhaseBounds";
import { extent } from "./rows";
import { AXIS_W, EDGE_R, Strip, STRIP_PAD, type StripLine } from "./Strip";

interface Props {
  curves: RunCurves;
  phases: Phases | null;
  onPhases?: (p: Phases, done: boolean) => void;
  limitC: number | null;
  /** The other run behind this one, moved so that both loads start together. */
  ghost?: { curves: RunCurves; phases: Phases } | null;
  room?: { startC: number | null; endC: number | null };
  height: number;
}

/** Room a figure on the axis wants, px. */
const TICK_PX = 26;

/** A run in three strips on one time axis: °C, W, fan speed; the load's bounds go through all of them. */
export function RunChart({ curves, phases, onPhases, limitC, ghost, room, height }: Props) {
  const work = useRunChart({
    height,
    curves,
    ghost,
    phases,
    room,
    limitC,
  });
  const { span, ref, width, topH, strips, t, tHigh, lower, lowH, plotWidth, labelLeft } = work;
  return (
    <div>
      {phases ? <PhaseNames phases={phases} span={span} /> : null}
      <div ref={ref} className="relative isolate" style={{ height: height + (onPhases ? 52 : 0) }}>
        <Strip
          y={{
            domain: [Math.floor(t[0]), Math.ceil(tHigh)],
            ticks: ticks(t[0], tHigh, Math.max(2, Math.min(5, Math.floor(topH / TICK_PX)))),
          }}
          width={width}
          height={topH}
          lines={strips.temperature}
          span={span}
          limits={limitC !== null ? [{ value: limitC, label: `Throttle limit ${limitC} °C` }] : []}
          xTicks={lower === 0}
        />
        <LowerStrips work={work} />
        {lineLabels(
          strips.temperature,
          phases ? phases.loadOnS + 0.6 * (phases.loadOffS - phases.loadOnS) : span[1] * 0.6,
          { low: Math.floor(t[0]), high: Math.ceil(tHigh), plotH: topH - 2 * STRIP_PAD },
        ).map((l) => (
          <StripLabel
            key={l.text}
            top={l.top}
            text={l.text}
            left={
              AXIS_W +
              plotWidth *
                ((phases ? phases.loadOnS + 0.6 * (phases.loadOffS - phases.loadOnS) : span[1] * 0.6) / span[1])
            }
          />
        ))}
        {strips.power.length ? <StripLabel top={topH + 8} text="Power, W" left={labelLeft} /> : null}
        {strips.fans.length ? (
          <StripLabel
            top={topH + lowH * (strips.power.length ? 1 : 0) + 8}
            text={curves.fans[0]?.unit === "%" ? "Fans, %" : "Fans, rpm"}
            left={labelLeft}
          />
        ) : null}
        {phases ? (
          <PhaseBounds
            phases={phases}
            plot={{ span, left: AXIS_W, plotWidth, height: height - 26, gripTop: height + 2 }}
            onChange={onPhases}
            by={{
              on: boundNote(phases.loadOnS, curves.found?.loadOnS, curves.found?.onBy),
              off: boundNote(phases.loadOffS, curves.found?.loadOffS, curves.found?.offBy),
            }}
          />
        ) : null}
      </div>
    </div>
  );
}

interface UseRunChartGiven {
  height: number;
  curves: RunCurves;
  ghost: { curves: RunCurves; phases: Phases } | null | undefined;
  phases: Phases | null;
  room: { startC: number | null; endC: number | null } | undefined;
  limitC: number | null;
}

/** Strips, axes and sizes of a run's curves. */
function useRunChart({ height, curves, ghost, phases, room, limitC }: UseRunChartGiven) {
  const [ref, size] = useSize<HTMLDivElement>({ width: 760, height });
  const width = Math.max(260, size.width);
  const span = useMemo<[number, number]>(() => [0, Math.max(1, curves.endS)], [curves.endS]);
  const shift = ghost && phases ? phases.loadOnS - ghost.phases.loadOnS : 0;
  const strips = useMemo(() => {
    const behind = (list: RunCurves["power"]): StripLine[] =>
      list.map((c) => ({
        ...c,
        ghost: true,
        points: c.points.map((p) => ({ ...p, t: p.t + shift })).filter((p) => p.t >= span[0] && p.t <= span[1]),
      }));
    const chips = curves.temperature.filter((c) => c.key !== "room.temperature");
    const temperature: StripLine[] = [
      ...(ghost ? behind(ghost.curves.temperature.filter((c) => c.key === chips[0]?.key)) : []),
      ...chips.map((c, i) => ({ ...c, colour: i === 0 ? undefined : "var(--ink-2)" })),
    ];
    const logged = curves.temperature.find((c) => c.key === "room.temperature");
    if (logged) temperature.push({ ...logged, colour: "var(--room)" });
    else if (room && (room.startC ?? room.endC) !== null)
      temperature.push({
        key: "room",
        label: "Room",
        unit: "°C",
        colour: "var(--room)",
        points: [
          { t: span[0], v: room.startC ?? room.endC ?? 0 },
          { t: span[1], v: room.endC ?? room.startC ?? 0 },
        ].map(({ t, v }) => ({ t, min: v, max: v })),
      });
    const power: StripLine[] = [
      ...(ghost ? behind(ghost.curves.power.slice(0, 1)) : []),
      ...curves.power.map((c, i) => ({ ...c, colour: i === 0 ? undefined : "var(--ink-2)" })),
    ];
    const fans: StripLine[] = [
      ...(ghost ? behind(ghost.curves.fans.slice(0, 1)) : []),
      ...curves.fans.map((c, i) => ({ ...c, colour: i === 0 ? undefined : "var(--ink-2)" })),
    ];
    return { temperature, power, fans };
  }, [curves, ghost, room, shift, span]);
  const lower = (strips.power.length ? 1 : 0) + (strips.fans.length ? 1 : 0);
  const lowH = lower ? Math.max(58, Math.round(height * 0.15)) : 0;
  const topH = height - lower * lowH - 26;
  const t = extent(strips.temperature, 3);
  const tHigh = limitC !== null ? Math.max(t[1], limitC + 4) : t[1];
  const p = extent(strips.power, 0)[1] * 1.18;
  const f = extent(strips.fans, 0)[1] * 1.18;
  const plotWidth = width - AXIS_W - EDGE_R;
  const labelLeft = AXIS_W + 8 + (phases ? (phases.loadOnS / span[1]) * plotWidth : 0);
  return { span, ref, width, topH, strips, t, tHigh, lower, lowH, p, f, plotWidth, labelLeft };
}

interface PhaseNamesProps {
  phases: Phases;
  span: [number, number];
}

/** Idle, load and cool-down over the curves. */
function PhaseNames({ phases, span }: PhaseNamesProps) {
  return (
    <div className="flex items-baseline text-body" style={{ paddingLeft: AXIS_W, paddingRight: EDGE_R }}>
      <span
        className="shrink-0 overflow-hidden whitespace-nowrap text-ink-2"
        style={{ width: `${(phases.loadOnS / span[1]) * 100}%` }}
      >
        Idle <span className="num text-note">{words.clock(phases.loadOnS)}</span>
      </span>
      <span
        className="shrink-0 whitespace-nowrap pl-2 font-strong"
        style={{ width: `${((phases.loadOffS - phases.loadOnS) / span[1]) * 100}%` }}
      >
        Load <span className="num text-note">{words.clock(phases.loadOffS - phases.loadOnS)}</span>
      </span>
      <span className="pl-2 whitespace-nowrap max-sm:overflow-hidden text-ink-2">
        {span[1] - phases.loadOffS > 5 ? (
          <>
            Cool-down <span className="num text-note">{words.clock(span[1] - phases.loadOffS)}</span>
          </>
        ) : null}
      </span>
    </div>
  );
}

interface LowerStripsProps {
  work: ReturnType<typeof useRunChart>;
}

/** Power and blowers under the temperatures. */
function LowerStrips({ work }: LowerStripsProps) {
  const { strips, width, lowH, p, span, f } = work;
  return (
    <>
      {strips.power.length ? (
        <Strip
          y={{ domain: [0, Math.ceil(p)], ticks: ticks(0, p, 2) }}
          width={width}
          height={lowH + (strips.fans.length ? 0 : 26)}
          lines={strips.power}
          span={span}
          xTicks={!strips.fans.length}
        />
      ) : null}
      {strips.fans.length ? (
        <Strip
          y={{
            domain: [0, Math.ceil(f)],
            ticks: ticks(0, f, 2),
            format: (v) => (v >= 1000 ? `${v / 1000}k` : String(v)),
          }}
          width={width}
          height={lowH + 26}
          lines={strips.fans}
          span={span}
          xTicks
        />
      ) : null}
    </>
  );
}

const boundNote = (at: number, found: number | undefined, by: string | undefined): string =>
  found !== undefined && Math.abs(at - found) < 1.5 ? `found ${by ?? ""}` : "set by hand";

/** Words on the lines themselves: above the upper one, below the lower one where two run close. */
function lineLabels(
  lines: StripLine[],
  atS: number,
  plot: { low: number; high: number; plotH: number },
): { text: string; top: number }[] {
  const out: { text: string; top: number }[] = [];
  for (const l of lines) {
    if (l.ghost) continue;
    const near = l.points.reduce(
      (best, p) => (Math.abs(p.t - atS) < Math.abs(best.t - atS) ? p : best),
      l.points[0] ?? { t: 0, min: 0, max: 0 },
    );
    const y = STRIP_PAD + ((plot.high - (near.min + near.max) / 2) / (plot.high - plot.low)) * plot.plotH;
    const above = y - 24;
    const clash = out.some((o) => Math.abs(o.top - above) < 19);
    out.push({
      text: l.key === "room" || l.key === "room.temperature" ? "Room" : `${l.label}, °C`,
      top: clash ? y + 5 : above,
    });
  }
  return out;
}

function StripLabel({ top, left, text }: { top: number; left: number; text: string }) {
  return (
    <span
      className="absolute rounded-[2px] bg-copper-wash/75 px-1 text-note leading-4.25 font-medium text-ink-2"
      style={{ top, left }}
    >
      {text}
    </span>
  );
}
