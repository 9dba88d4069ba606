"use client";
import { words } from "@/core/base/words";
import { Pause, Play } from "lucide-react";
import type { ReactNode } from "react";
import { overMm3, PATTERNS, type Pressing, type SqueezeFrame } from "@/core/handwork/paste";
import { pressingOver, screwMarkOf, type ServiceContext, type TightenTrial } from "@/core/handwork/service";
import type { Chip } from "@/core/drawing/parts";
import { Button } from "@/ui/kit/controls/Button";
import { Pick } from "@/ui/kit/controls/Pick";
import { frameAt } from "./bands";
import { FilmCut, FilmMap } from "./FilmMap";
import { FilmKey, Scrubber } from "./Scrubber";
import type { PasteWork } from "./usePasteBench";
import type { Trial } from "./useTrial";

const ORDERS: readonly (readonly [TightenTrial, string])[] = [
  ["planned", "In rounds"],
  ["one-side", "One side first"],
];

interface Props {
  work: PasteWork;
  ctx: ServiceContext;
  chip: Chip;
}

/** Both trials side by side, at one moment, with the time under them. */
export function TrialsPane({ work, ctx, chip }: Props) {
  const { a, b, film, pressing } = work;
  return (
    <div className="flex h-full flex-col overflow-y-auto bg-sheet px-4 py-2.5">
      <div className="grid gap-x-5 gap-y-3 md:grid-cols-2">
        <TrialA work={work} ctx={ctx} chip={chip} />
        <TrialB work={work} ctx={ctx} chip={chip} />
      </div>
      <div className="mt-1 flex flex-wrap items-center gap-x-4">
        <Button className="min-h-11 px-3" onClick={film.toggle} keyCap="P" aria-label={film.playing ? "Pause" : "Play"}>
          {film.playing ? <Pause aria-hidden size={18} /> : <Play aria-hidden size={18} />}{" "}
          {film.playing ? "Pause" : "Play"}
        </Button>
        <span className="text-note text-ink-2">Cuts: height drawn 30 times</span>
        <span className="ml-auto">
          <FilmKey />
        </span>
      </div>
      <Scrubber a={a.run} b={b.run} loads={pressing.loads} atS={film.now} endS={film.endS} onAt={film.show} />
    </div>
  );
}

function TrialA({ work, ctx, chip }: Props) {
  const { a, film, how, chosen, strokes, share, hard } = work;
  const hint =
    chosen === "own" && strokes.length === 0
      ? "Draw a stroke on the die in the panel."
      : share !== null
        ? `Trying patterns, ${words.share(share)}`
        : hard
          ? "This paste must not be used here."
          : "";
  return (
    <TrialPane letter="A" trial={a} at={film.now} pressing={pressingOver(ctx, chip, how)} ctx={ctx} hint={hint}>
      <Choice label="Pattern of trial A" value={chosen} options={PATTERNS} onPick={work.setPattern} />
      <Choice label="Order of trial A" value={how} options={ORDERS} onPick={work.setHow} />
    </TrialPane>
  );
}

function TrialB({ work, ctx, chip }: Props) {
  const { b, film, contrast, setOther, share } = work;
  return (
    <TrialPane
      letter="B"
      trial={b}
      at={film.now}
      pressing={pressingOver(ctx, chip, contrast.how)}
      ctx={ctx}
      hint={share !== null ? "Waits for the patterns" : ""}
    >
      <Choice
        label="Pattern of trial B"
        value={contrast.pattern}
        options={PATTERNS.filter(([v]) => v !== "own")}
        onPick={(pattern) => setOther({ ...contrast, pattern })}
      />
      <Choice
        label="Order of trial B"
        value={contrast.how}
        options={ORDERS}
        onPick={(order) => setOther({ ...contrast, how: order })}
      />
    </TrialPane>
  );
}

function Choice<T extends string>({
  label,
  value,
  options,
  onPick,
}: {
  label: string;
  value: T;
  options: readonly (readonly [T, string])[];
  onPick: (v: T) => void;
}) {
  return (
    <Pick
      label={label}
      value={value}
      options={options.map(([v, name]) => ({ value: v, name }))}
      onChange={onPick}
      className="min-h-11 min-w-0 shrink px-1.5 text-body"
    />
  );
}

/** One trial: its choices, the film map with the turn at hand, the cut under it. */
function TrialPane({
  letter,
  trial,
  at,
  pressing,
  ctx,
  hint,
  children,
}: {
  letter: "A" | "B";
  trial: Trial;
  at: number;
  pressing: Pressing;
  ctx: ServiceContext;
  hint: string;
  children: ReactNode;
}) {
  const { run } = trial;
  const frame = run ? frameAt(run, at) : null;
  const load = pressing.loads.findLast((l) => l.atS <= at + 1e-9) ?? pressing.loads[0];
  const bitten = new Set(pressing.points.filter((_, i) => (load?.forcesN[i] ?? 0) > 0).map((p) => p.id));
  const lastAt = pressing.loads[pressing.loads.length - 1]?.atS ?? 0;
  const points = pressing.points.map((p, i) => ({ ...p, mark: screwMarkOf(ctx, p.id, i + 1) }));
  return (
    <section aria-label={`Trial ${letter}`} className="min-w-0">
      <TrialHead letter={letter} children={children} frame={frame} />
      <TrialPicture
        trial={trial}
        letter={letter}
        frame={frame}
        screws={{ points, bitten, turning: at < lastAt + 1.5 ? (load?.screw ?? null) : null }}
        hint={hint}
      />
      <div className="mt-1 h-22">{run && frame ? <FilmCut run={run} frame={frame} /> : null}</div>
      <p className="min-h-5 text-note text-ink-2">
        {frame
          ? [
              run?.gaveUp ?? "",
              overMm3(frame) > 0.05 ? `${overMm3(frame).toFixed(1)} mm³ past the edge` : "",
              frame.trapped > 0.003 ? `${words.share(frame.trapped)} of the face trapped air` : "",
            ]
              .filter(Boolean)
              .join(", ")
          : ""}
      </p>
    </section>
  );
}

interface TrialHeadProps {
  letter: "A" | "B";
  children: ReactNode;
  frame: SqueezeFrame | null;
}

function TrialHead({ letter, children, frame }: TrialHeadProps) {
  return (
    <div className="flex items-center gap-2">
      <span
        aria-hidden
        className={`num grid size-7 shrink-0 place-items-center border-2 border-ink text-lead font-heavy
          ${letter === "A" ? "bg-ink text-sheet" : ""}`}
      >
        {letter}
      </span>
      {children}
      <span className="num ml-auto shrink-0 text-title font-heavy whitespace-nowrap">
        {frame ? words.share(frame.wetted) : ""}
      </span>
    </div>
  );
}

interface TrialPictureProps {
  trial: Trial;
  letter: "A" | "B";
  frame: SqueezeFrame | null;
  /** The screws over the die: which have bitten, and which is turned at this moment. */
  screws: {
    points: { mark: string; id: string; xMm: number; yMm: number }[];
    bitten: Set<string>;
    turning: string | null;
  };
  hint: string;
}

function TrialPicture({ trial, letter, frame, screws, hint }: TrialPictureProps) {
  const { run, share, cancel, failed } = trial;
  return (
    <div
      className="relative mt-1.5"
      style={{
        aspectRatio: run ? `${run.widthMm + 4.8} / ${run.heightMm + 4.8}` : "1.42",
        maxHeight: 236,
        width: "100%",
      }}
    >
      {run && frame ? (
        <FilmMap run={run} frame={frame} points={screws.points} turning={screws.turning} bitten={screws.bitten} />
      ) : null}
      {share !== null ? (
        <div
          className={`absolute inset-x-6 top-1/2 -translate-y-1/2 border border-line bg-sheet p-3
            ${run ? "opacity-95" : ""}`}
        >
          <p className="text-body">Squeezing, {words.share(share)}</p>
          <div
            role="progressbar"
            aria-label={`Trial ${letter}`}
            aria-valuenow={Math.round(100 * share)}
            aria-valuemin={0}
            aria-valuemax={100}
            className="mt-1.5 h-2.5 border border-ink"
          >
            <div className="h-full bg-copper-fill" style={{ width: `${100 * share}%` }} />
          </div>
          <button type="button" onClick={cancel} className="link mt-1 min-h-11 text-body">
            Cancel
          </button>
        </div>
      ) : !run ? (
        <p
          className="absolute inset-0 grid place-items-center border border-dashed border-ink-3 p-4 text-center
          text-body text-ink-2"
        >
          {failed ? "The trial failed. Choose the pattern again." : hint}
        </p>
      ) : null}
    </div>
  );
}
