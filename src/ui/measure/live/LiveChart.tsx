"use client";
import { ticks } from "d3-array";
import { memo, useMemo } from "react";
import { words } from "@/core/base/words";
import type { Phases, RunCurves } from "@/core/measure/log";
import type { LiveView } from "@/core/measure/protocol";
import { extent } from "@/ui/kit/charts/rows";
import { AXIS_W, EDGE_R, Strip, STRIP_PAD, type StripLine } from "@/ui/kit/charts/Strip";
import { useSize } from "@/ui/kit/controls/size";

interface Props {
  view: LiveView;
  limitC: number | null;
  /** The run before, moved so that both loads begin together. */
  ghost: { curves: RunCurves; phases: Phases } | null;
  height: number;
}

/** The run as it grows: °C, W and rpm on one axis of the whole recipe, the run before dashed behind. */
export const LiveChart = memo(function LiveChart({ view, limitC, ghost, height }: Props) {
  const [ref, size] = useSize<HTMLDivElement>({ width: 760, height });
  const width = Math.max(260, size.width);
  const { recipe, state, curves } = view;
  const onS = state.loadOnS ?? recipe.idleS;
  const total = recipe.idleS + recipe.loadS + recipe.coolS;
  const spanS = Math.max(total + (onS - recipe.idleS), view.nowS, 60);
  const span = useMemo<[number, number]>(() => [0, spanS], [spanS]);
  const lines = useMemo(() => stripsOf(curves, ghost, onS, spanS), [curves, ghost, onS, spanS]);
  const lower = [lines.power, lines.fans].filter((l) => l.length).length;
  const lowH = lower ? Math.max(66, Math.round(height * 0.16)) : 0;
  const topH = height - lower * lowH - 26;
  const [tLow, tTop] = extent(lines.temperature, 3);
  const low = Math.min(15, Math.floor(tLow));
  const high = Math.max(Math.ceil(tTop), view.limits.chipC + 4, (limitC ?? 0) + 6);
  const plotW = width - AXIS_W - EDGE_R;
  const x = (s: number) => AXIS_W + (plotW * s) / spanS;
  const y = (C: number) => STRIP_PAD + ((topH - 2 * STRIP_PAD) * (high - C)) / (high - low);
  return (
    <div ref={ref} className="relative isolate" style={{ height }}>
      <div
        aria-hidden
        className="absolute top-0 -z-10 bg-plane"
        style={{
          left: x(onS),
          width: Math.max(0, x(Math.min(spanS, state.loadOffS ?? onS + recipe.loadS)) - x(onS)),
          height: height - 26,
        }}
      />
      <Strip
        y={{
          domain: [low, high],
          ticks: ticks(low, Math.min(high, 92), Math.max(2, Math.min(5, Math.floor(topH / 30)))),
        }}
        width={width}
        height={topH}
        lines={lines.temperature}
        span={span}
        xTicks={lower === 0}
      />
      {lines.power.length ? (
        <Strip
          y={{ domain: [0, 1.2 * extent(lines.power, 0)[1]], ticks: ends(lines.power) }}
          width={width}
          height={lowH}
          lines={lines.power}
          span={span}
          xTicks={!lines.fans.length}
        />
      ) : null}
      {lines.fans.length ? (
        <Strip
          y={{ domain: [0, 1.2 * extent(lines.fans, 0)[1]], ticks: ends(lines.fans) }}
          width={width}
          height={lowH + 26}
          lines={lines.fans}
          span={span}
          xTicks
        />
      ) : null}
      <Marks view={view} limitC={limitC} at={{ x, y, width, topH, height }} />
      <Label top={topH + 6} left={AXIS_W + 8} text={lines.power.length ? "Power, W" : ""} />
      <Label
        top={topH + (lines.power.length ? lowH : 0) + 6}
        left={AXIS_W + 8}
        text={lines.fans.length ? (curves.fans[0]?.unit === "%" ? "Fans, %" : "Fans, rpm") : ""}
      />
      {view.began && curves.temperature.length === 0 ? (
        <p className="absolute top-1/3 left-16 bg-sheet/80 px-2 text-lead text-ink-2">
          No temperature comes in: work a second tells alone, and never in degrees.
        </p>
      ) : null}
      {ghost ? (
        <Label top={y(limitC ?? view.limits.chipC) + 26} left={x(onS) + 10} text="dashed: the run before" quiet />
      ) : null}
    </div>
  );
});

/** Zero and the highest round figure: a low strip has room for no more. */
const ends = (lines: readonly StripLine[]): number[] => {
  const [, high] = extent(lines, 0);
  return [0, ...ticks(0, high, 3).slice(-1)].filter((v, i, all) => all.indexOf(v) === i);
};

function stripsOf(curves: RunCurves, ghost: Props["ghost"], onS: number, spanS: number) {
  const shift = ghost ? onS - ghost.phases.loadOnS : 0;
  const behind = (list: RunCurves["power"]): StripLine[] =>
    list.map((c) => ({
      ...c,
      ghost: true,
      points: c.points.map((p) => ({ ...p, t: p.t + shift })).filter((p) => p.t >= 0 && p.t <= spanS),
    }));
  const colour = (key: string, i: number) =>
    key === "room.temperature" ? "var(--room)" : i === 0 ? undefined : "var(--ink-2)";
  const own = (list: RunCurves["power"]): StripLine[] => list.map((c, i) => ({ ...c, colour: colour(c.key, i) }));
  const lead = curves.temperature[0]?.key;
  return {
    temperature: [
      ...(ghost ? behind(ghost.curves.temperature.filter((c) => c.key === (lead ?? "cpu.temperature"))) : []),
      ...own(curves.temperature),
    ],
    power: [...(ghost ? behind(ghost.curves.power.slice(0, 1)) : []), ...own(curves.power)],
    fans: [...(ghost ? behind(ghost.curves.fans.slice(0, 1)) : []), ...own(curves.fans)],
  };
}

interface MarksProps {
  view: LiveView;
  limitC: number | null;
  at: { x: (s: number) => number; y: (C: number) => number; width: number; topH: number; height: number };
}

/** Limits on their lines, now, and where it settles. */
function Marks({ view, limitC, at: { x, y, width, height } }: MarksProps) {
  const { settling, state, limits, curves } = view;
  // where the curves end: they are told less often than what is read now
  const nowS = curves.endS > 0 ? curves.endS : view.nowS;
  const endS = settling && state.leftS !== null ? nowS + state.leftS : nowS;
  const lead = settling ?? null;
  const right = x(nowS) > width - 260;
  return (
    <>
      <svg aria-hidden width={width} height={height} className="pointer-events-none absolute inset-0">
        <line
          x1={AXIS_W}
          x2={width - EDGE_R}
          y1={y(limits.chipC)}
          y2={y(limits.chipC)}
          stroke="var(--stop)"
          strokeWidth={2}
        />
        {limitC !== null ? (
          <line x1={AXIS_W} x2={width - EDGE_R} y1={y(limitC)} y2={y(limitC)} stroke="var(--limit)" strokeWidth={1.4} />
        ) : null}
        {lead && endS > nowS ? (
          <path
            d={`M${x(nowS)} ${y(lead.nowC)}L${x(endS)} ${y(lead.high)}L${x(endS)} ${y(lead.low)}Z`}
            fill="var(--air)"
            opacity={0.35}
          />
        ) : null}
        {view.began ? (
          <line
            x1={x(nowS)}
            x2={x(nowS)}
            y1={lead ? y(lead.nowC) : 8}
            y2={height - 26}
            stroke="var(--ink)"
            strokeWidth={1.5}
          />
        ) : null}
        {lead ? (
          <circle cx={x(nowS)} cy={y(lead.nowC)} r={6} fill="var(--ink)" stroke="var(--sheet)" strokeWidth={2} />
        ) : null}
      </svg>
      <p
        className="pointer-events-none absolute bg-sheet/80 px-1 text-note font-medium text-stop-ink"
        style={{ left: AXIS_W + 6, top: y(limits.chipC) - 23 }}
      >
        Stops the load at <b className="num font-strong">{words.degrees(limits.chipC)}</b>
      </p>
      {limitC !== null ? (
        <p
          className="pointer-events-none absolute px-1 text-note text-ink-2"
          style={{ left: AXIS_W + 6, top: y(limitC) + 2 }}
        >
          Throttle limit <span className="num">{words.degrees(limitC)}</span>
        </p>
      ) : null}
      {lead && endS > nowS + 20 ? (
        <p
          className="pointer-events-none absolute bg-sheet/85 px-1 text-note font-medium whitespace-nowrap text-air"
          style={{ top: y(lead.low) + 8, ...(right ? { right: width - x(nowS) + 12 } : { left: x(nowS) + 12 }) }}
        >
          settling to{" "}
          <b className="num font-strong">
            {words.number(lead.toC)} ± {words.degrees(Math.max(1, (lead.high - lead.low) / 2))}
          </b>
        </p>
      ) : null}
    </>
  );
}

interface LabelProps {
  top: number;
  left: number;
  text: string;
  quiet?: boolean;
}

const Label = ({ top, left, text, quiet }: LabelProps) =>
  text ? (
    <span
      className={`pointer-events-none absolute bg-sheet/75 px-1 text-note ${quiet ? "text-ink-2" : ""}`}
      style={{ top, left }}
    >
      {text}
    </span>
  ) : null;
