"use client";
import { words } from "@/core/base/words";
import { useDrag } from "@use-gesture/react";
import type { Phases } from "@/core/measure/log";

/** Where a run is drawn: seconds over px. */
interface Plot {
  span: [number, number];
  left: number;
  plotWidth: number;
  height: number;
  /** Where the grips stand, px from the top: under the words of the time axis. */
  gripTop: number;
}

interface Props {
  phases: Phases;
  plot: Plot;
  onChange?: (p: Phases, done: boolean) => void;
  /** How each bound was found. */
  by?: { on: string; off: string };
}

/** The two bounds of the load as full-height lines with a grip each: drag, or arrow keys by 1 s, with Shift 10 s. */
export function PhaseBounds({ phases, plot, onChange, by }: Props) {
  const { span, left, plotWidth, height, gripTop } = plot;
  const x = (s: number) => left + ((s - span[0]) / (span[1] - span[0])) * plotWidth;
  const xs = { on: x(phases.loadOnS), off: x(phases.loadOffS) };
  return (
    <div className="pointer-events-none absolute inset-0">
      <div
        className="absolute bg-copper-wash"
        style={{ left: xs.on, width: Math.max(0, xs.off - xs.on), top: 0, height, zIndex: -1 }}
      />
      <div
        className="absolute bg-plane"
        style={{ left, width: Math.max(0, xs.on - left), top: 0, height, zIndex: -1 }}
      />
      <div
        className="absolute bg-plane"
        style={{ left: xs.off, width: Math.max(0, left + plotWidth - xs.off), top: 0, height, zIndex: -1 }}
      />
      {onChange ? (
        <>
          <Grip
            bound={{ name: "Load on", at: phases.loadOnS, low: span[0], high: phases.loadOffS - 1, note: by?.on ?? "" }}
            x={xs.on}
            gripTop={gripTop}
            perPx={(span[1] - span[0]) / plotWidth}
            onMove={(s, done) => onChange({ ...phases, loadOnS: s }, done)}
            side="right"
            flip={xs.off - xs.on < 330}
          />
          <Grip
            bound={{
              name: "Load off",
              at: phases.loadOffS,
              low: phases.loadOnS + 1,
              high: span[1],
              note: by?.off ?? "",
            }}
            x={xs.off}
            gripTop={gripTop}
            perPx={(span[1] - span[0]) / plotWidth}
            onMove={(s, done) => onChange({ ...phases, loadOffS: s }, done)}
            side={left + plotWidth - xs.off < 200 ? "left" : "right"}
            flip={false}
          />
        </>
      ) : null}
    </div>
  );
}

/** A bound of the load, s: where it lies, how far it may go, how it was found. */
interface Bound {
  name: string;
  at: number;
  low: number;
  high: number;
  note: string;
}

interface GripProps {
  bound: Bound;
  x: number;
  gripTop: number;
  perPx: number;
  onMove: (s: number, done: boolean) => void;
  side: "left" | "right";
  /** No room for words beside the grip. */
  flip: boolean;
}

function Grip({ bound: { name, at, low, high, note }, x, gripTop, perPx, onMove, side, flip }: GripProps) {
  const held = (s: number) => Math.min(high, Math.max(low, Math.round(s)));
  const bind = useDrag(
    ({ movement: [mx], memo = at, last }) => {
      onMove(held((memo as number) + mx * perPx), last);
      return memo as number;
    },
    { pointer: { keys: false } },
  );
  const onKeyDown = (e: React.KeyboardEvent) => {
    const step =
      (e.shiftKey ? 10 : 1) *
      (e.key === "ArrowLeft" || e.key === "ArrowDown" ? -1 : e.key === "ArrowRight" || e.key === "ArrowUp" ? 1 : 0);
    if (!step) return;
    e.preventDefault();
    onMove(held(at + step), true);
  };
  return (
    <>
      <div className="absolute w-0.75 bg-ink" style={{ left: x - 1.5, top: 0, height: gripTop }} />
      <div
        {...bind()}
        role="slider"
        tabIndex={0}
        aria-label={name}
        aria-valuemin={Math.round(low)}
        aria-valuemax={Math.round(high)}
        aria-valuenow={Math.round(at)}
        aria-valuetext={`${words.clock(at)} of the log`}
        onKeyDown={onKeyDown}
        className="pointer-events-auto absolute grid h-11 w-13.5 cursor-ew-resize touch-none
          place-items-center rounded-control border-2 border-ink bg-sheet text-ink focus:border-copper
            focus:bg-copper focus:text-on-copper active:bg-copper active:text-on-copper"
        style={{ left: x - 27, top: gripTop }}
      >
        <svg aria-hidden width={34} height={20} viewBox="0 0 34 20" fill="none" stroke="currentColor" strokeWidth={2}>
          <path d="M9 4L2 10l7 6M25 4l7 6-7 6M14 3v14M20 3v14" />
        </svg>
      </div>
      {flip ? null : (
        <div
          className={`absolute w-max max-w-57.5 text-note leading-4.5 ${side === "left" ? "text-right" : ""}`}
          style={
            side === "left"
              ? { right: `calc(100% - ${x - 36}px)`, top: gripTop + 4 }
              : { left: x + 36, top: gripTop + 4 }
          }
        >
          <b className="font-strong">{name}</b> <span className="num text-tag">{words.clock(at)}</span>
          <br />
          <span className="text-ink-2">{note}</span>
        </div>
      )}
    </>
  );
}
