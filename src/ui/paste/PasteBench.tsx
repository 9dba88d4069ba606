"use client";
import { OctagonMinus, Pause, Play, TriangleAlert } from "lucide-react";
import { useEffect, useMemo, useState, type ReactNode } from "react";
import {
  amountFor,
  beadMm,
  BARREL_MM,
  jobsLeft,
  NOZZLE_MM,
  overMm3,
  PATTERNS,
  stopsOf,
  strokesOf,
  type Laid,
  type Paste,
  type Pattern,
  type Stroke,
} from "@/core/paste";
import {
  aluminiumAt,
  faceOf,
  pastedText,
  pressingOver,
  screwMarkOf,
  type ServiceContext,
  type Step,
  type TightenTrial,
} from "@/core/service";
import { isExpired, leftOf, type Lot, type Shelf } from "@/core/stock";
import type { Chip } from "@/core/drawing";
import { Button } from "@/ui/controls/Button";
import { useKeys } from "@/ui/controls/keys";
import { frameAt } from "./bands";
import { DiePicture } from "./DiePicture";
import { FilmCut, FilmMap } from "./FilmMap";
import { FilmKey, Scrubber } from "./Scrubber";
import { useSuggestion, useTrial, type Trial } from "./useTrial";

const CELLS = 96;
const ORDERS: readonly (readonly [TightenTrial, string])[] = [
  ["planned", "In rounds"],
  ["one-side", "One side first"],
];
const patternName = (p: string): string => PATTERNS.find(([v]) => v === p)?.[1] ?? p;

interface Props {
  ctx: ServiceContext;
  step: Step;
  chip: Chip;
  shelf: Shelf;
  measuredW: number;
  /** Settles the step: books the paste, keeps pattern and amount. */
  onPasted: (value: string, lotId: number | null, grams: number) => void;
  problem: string;
  children: (main: ReactNode, answer: ReactNode) => ReactNode;
}

/** Paste on one chip: how much, laid how, and what becomes of it under the plate; two trials side by side. */
export function PasteBench({ ctx, step, chip, shelf, measuredW, onPasted, problem, children }: Props) {
  const lots = shelf.lots.filter((l): l is Lot & { paste: Paste } => l.paste !== null && leftOf(l) > 0);
  const booked = shelf.bookings.find((b) => b.what === step.key);
  const usable = lots.filter((l) => !isExpired(l, shelf.today));
  const [lotId, setLotId] = useState<number | null>(
    booked?.lotId ?? usable.find((l) => !l.paste.conductive)?.id ?? null,
  );
  const lot = lots.find((l) => l.id === lotId) ?? null;
  const paste = useMemo(() => shelf.lots.find((l) => l.id === lotId)?.paste ?? USUAL, [shelf.lots, lotId]);
  const face = useMemo(() => faceOf(ctx, chip, measuredW), [ctx, chip, measuredW]);
  const amount = amountFor(face, paste);
  const stops = stopsOf(paste, { aluminium: aluminiumAt(ctx, chip), openParts: true });
  const hard = stops.find((s) => s.hard);
  const pressing = useMemo(() => pressingOver(ctx, chip, "planned"), [ctx, chip]);
  const { suggestion, share } = useSuggestion(face, paste, pressing);
  const best = suggestion?.best ?? null;
  const [pattern, setPattern] = useState<Pattern | null>(null);
  const [strokes, setStrokes] = useState<Stroke[]>([]);
  const [other, setOther] = useState<{ pattern: Pattern; how: TightenTrial } | null>(null);
  const [how, setHow] = useState<TightenTrial>("planned");
  const chosen: Pattern = pattern ?? best?.pattern ?? "line";
  const bestMm3 = best ? best.volumeMm3 : null;
  const volumeMm3 = useMemo(() => bestMm3 ?? amountFor(face, paste).volumeMm3, [bestMm3, face, paste]);
  const laid: Laid = useMemo(
    () => ({ pattern: chosen, volumeMm3, nozzleMm: NOZZLE_MM, strokes }),
    [chosen, volumeMm3, strokes],
  );
  const contrast = other ?? {
    pattern: chosen === "film" ? ("dot" as const) : ("film" as const),
    how: "one-side" as const,
  };
  const a = useTrial();
  const b = useTrial();
  const [atS, setAtS] = useState<number | null>(null);
  const [playing, setPlaying] = useState(false);
  const ready = best !== null && !hard;
  const startA = a.start;
  const startB = b.start;
  useEffect(() => {
    if (!ready || (chosen === "own" && strokes.length === 0)) return;
    startA({
      widthMm: face.widthMm,
      heightMm: face.heightMm,
      paste,
      laid,
      ...pressingOver(ctx, chip, how),
      cells: CELLS,
    });
  }, [ready, face, paste, laid, ctx, chip, how, chosen, strokes, startA]);
  useEffect(() => {
    if (!ready) return;
    startB({
      widthMm: face.widthMm,
      heightMm: face.heightMm,
      paste,
      laid: { pattern: contrast.pattern, volumeMm3, nozzleMm: NOZZLE_MM },
      ...pressingOver(ctx, chip, contrast.how),
      cells: CELLS,
    });
  }, [ready, face, paste, ctx, chip, contrast.pattern, contrast.how, volumeMm3, startB]);
  const endS = Math.ceil(Math.max(a.run?.endS ?? 0, b.run?.endS ?? 0, 8));
  const now = Math.min(atS ?? endS, endS);
  useEffect(() => {
    if (!playing) return;
    const from = performance.now();
    const start = now >= endS ? 0 : now;
    let id = 0;
    const tick = () => {
      const t = start + ((performance.now() - from) / 1000) * 3;
      setAtS(Math.min(t, endS));
      if (t < endS) id = requestAnimationFrame(tick);
      else setPlaying(false);
    };
    id = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(id);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- plays on from where it was started
  }, [playing, endS]);
  const grams = (volumeMm3 * paste.densityGcm3) / 1000;
  const lay = hard ? undefined : () => onPasted(pastedText({ pattern: chosen, volumeMm3, lotId }), lotId, grams);
  useKeys({ " ": lay, p: () => setPlaying((v) => !v) });

  const main = (
    <div className="flex h-full flex-col overflow-y-auto bg-sheet px-4 py-2.5">
      <div className="grid gap-x-5 gap-y-3 md:grid-cols-2">
        <TrialPane
          letter="A"
          trial={a}
          at={now}
          pressing={pressingOver(ctx, chip, how)}
          ctx={ctx}
          hint={
            chosen === "own" && strokes.length === 0
              ? "Draw a stroke on the die in the panel."
              : share !== null
                ? `Trying patterns, ${Math.round(100 * share)} %`
                : hard
                  ? "This paste is barred here."
                  : ""
          }
        >
          <Choice label="Pattern of trial A" value={chosen} options={PATTERNS} onPick={(v) => setPattern(v)} />
          <Choice label="Order of trial A" value={how} options={ORDERS} onPick={setHow} />
        </TrialPane>
        <TrialPane
          letter="B"
          trial={b}
          at={now}
          pressing={pressingOver(ctx, chip, contrast.how)}
          ctx={ctx}
          hint={share !== null ? "Waits for the patterns" : ""}
        >
          <Choice
            label="Pattern of trial B"
            value={contrast.pattern}
            options={PATTERNS.filter(([v]) => v !== "own")}
            onPick={(v) => setOther({ ...contrast, pattern: v })}
          />
          <Choice
            label="Order of trial B"
            value={contrast.how}
            options={ORDERS}
            onPick={(v) => setOther({ ...contrast, how: v })}
          />
        </TrialPane>
      </div>
      <div className="mt-1 flex flex-wrap items-center gap-x-4">
        <Button
          className="min-h-11 px-3"
          onClick={() => setPlaying((v) => !v)}
          keyCap="P"
          aria-label={playing ? "Pause" : "Play"}
        >
          {playing ? <Pause aria-hidden size={18} /> : <Play aria-hidden size={18} />} {playing ? "Pause" : "Play"}
        </Button>
        <span className="text-[15px] text-ink-2">Cuts: height drawn 30 times</span>
        <span className="ml-auto">
          <FilmKey />
        </span>
      </div>
      <Scrubber
        a={a.run}
        b={b.run}
        loads={pressing.loads}
        atS={now}
        endS={endS}
        onAt={(s) => (setPlaying(false), setAtS(s))}
      />
    </div>
  );

  const strokesLaid = strokesOf(laid, face.widthMm, face.heightMm);
  const bead = strokesLaid.length ? beadMm(volumeMm3, strokesLaid) : 0;
  const answer = (
    <div>
      <p className="text-[18px] leading-[25px]" aria-live="polite">
        {hard ? null : best ? (
          <>
            Lay{" "}
            {best.pattern === "film" ? "a film by card" : best.pattern === "five" ? "five dots" : `a ${best.pattern}`},{" "}
            <b className="font-[690]">{best.volumeMm3.toFixed(1)} mm³</b>:{" "}
            <b className="font-[690]">{Math.round(100 * best.wetted)} %</b> wetted,{" "}
            <b className="font-[690]">{Math.round(best.meanUm)} µm</b>
            {best.trapped > 0.005 ? `, ${Math.round(100 * best.trapped)} % air shut in` : ""}.
          </>
        ) : (
          `Trying patterns for this chip, ${Math.round(100 * (share ?? 0))} %`
        )}
      </p>
      <div className="mt-2.5 grid grid-cols-[1fr_112px] gap-3">
        <div className="h-[132px]">
          <DiePicture
            laid={laid}
            widthMm={face.widthMm}
            heightMm={face.heightMm}
            figures
            label={`${patternName(chosen)} on a die of ${face.widthMm} by ${face.heightMm} mm`}
            {...(chosen === "own" ? { onStroke: (s: Stroke) => setStrokes((all) => [...all, s]) } : {})}
          />
        </div>
        <dl className="text-[15px] leading-[19px] [&>dd]:num [&>dd]:mb-1.5 [&>dd]:text-[17px] [&>dd]:font-[700] [&>dt]:text-ink-2">
          <dt>
            {chosen === "film" ? "film, laid" : bead && strokesLaid.every((s) => s.length === 1) ? "dot" : "bead"}
          </dt>
          <dd>
            {chosen === "film"
              ? `${Math.round((volumeMm3 / (face.widthMm * face.heightMm)) * 1000)} µm`
              : `${bead.toFixed(1)} mm`}
          </dd>
          <dt>weighs</dt>
          <dd>{grams.toFixed(3)} g</dd>
          <dt>plunger, {BARREL_MM} mm</dt>
          <dd>{(volumeMm3 / ((Math.PI * BARREL_MM ** 2) / 4)).toFixed(2)} mm</dd>
        </dl>
      </div>
      <div role="radiogroup" aria-label="Pattern to lay" className="mt-2.5 grid grid-cols-3 gap-2">
        {PATTERNS.map(([value, name]) => (
          <button
            key={value}
            type="button"
            role="radio"
            aria-checked={value === chosen}
            onClick={() => setPattern(value)}
            className={`rounded-[4px] border-[2.5px] p-1 text-center text-[15px] ${value === chosen ? "border-ink font-[660]" : "border-line hover:border-ink-3"}`}
          >
            <span className="block h-[34px]">
              <DiePicture
                laid={{
                  pattern: value,
                  volumeMm3,
                  nozzleMm: NOZZLE_MM,
                  strokes:
                    value === "own"
                      ? [
                          [
                            [-face.widthMm * 0.3, face.heightMm * 0.2],
                            [0, -face.heightMm * 0.25],
                            [face.widthMm * 0.3, face.heightMm * 0.15],
                          ],
                        ]
                      : [],
                }}
                widthMm={face.widthMm}
                heightMm={face.heightMm}
                label=""
              />
            </span>
            {name}
          </button>
        ))}
      </div>
      {chosen === "own" ? (
        <p className="mt-1 text-[15px] text-ink-2">
          Draw on the die above.{" "}
          {strokes.length ? (
            <button type="button" className="link min-h-[30px]" onClick={() => setStrokes([])}>
              Wipe it off
            </button>
          ) : null}
        </p>
      ) : null}
      <label className="mt-2.5 block text-[16px]">
        <span className="mb-1 block text-ink-2">Paste</span>
        <select
          value={lotId ?? ""}
          onChange={(e) => (setLotId(e.target.value ? Number(e.target.value) : null), setPattern(null))}
          className="field min-h-[48px] w-full px-2 text-[16px]"
        >
          <option value="">None from the shelf: reckon with grey paste</option>
          {lots.map((l) => (
            <option key={l.id} value={l.id} disabled={isExpired(l, shelf.today)}>
              {l.name}, {leftOf(l).toFixed(1)} g{isExpired(l, shelf.today) ? ", past its date" : ""}
            </option>
          ))}
        </select>
      </label>
      {lot ? (
        <p className="mt-1 text-[15px] text-ink-2">
          Holds about {jobsLeft(leftOf(lot), grams)} more like this. Expect {amount.resistanceKW.toFixed(3)} K/W:{" "}
          {amount.riseK.toFixed(1)} K at {Math.round(face.powerW)} W.
        </p>
      ) : null}
      {stops.map((s) =>
        s.hard ? (
          <section key={s.title} aria-label={s.title} className="mt-2.5 border-[3px] border-stop p-3">
            <h2 className="flex items-center gap-2 text-[18px] font-[700] text-stop-ink">
              <OctagonMinus aria-hidden size={24} /> {s.title}
            </h2>
            <p className="mt-1 text-[16px] leading-[22px]">{s.say}</p>
          </section>
        ) : (
          <p
            key={s.title}
            className="mt-2.5 flex gap-2 border-l-[6px] border-caution bg-caution-wash px-3 py-2 text-[16px] leading-[22px] text-caution-ink"
          >
            <TriangleAlert aria-hidden size={20} className="mt-0.5 shrink-0" /> {s.title}. {s.say}
          </p>
        ),
      )}
      {problem ? (
        <p role="alert" className="mt-2 text-[16px] text-stop-ink">
          {problem}
        </p>
      ) : null}
      {hard ? null : (
        <Button look="main" className="mt-2.5 min-h-[68px] w-full px-4 text-[20px]" keyCap="Space" onClick={lay}>
          {patternName(chosen)} {chosen === "five" ? "are" : "is"} on
        </Button>
      )}
    </div>
  );
  return children(main, answer);
}

const USUAL: Paste = {
  name: "Grey silicone paste, 6 W/m·K",
  densityGcm3: 2.6,
  yieldPa: 140,
  viscosityPas: 160,
  conductivityWmK: 6,
  fillerUm: 20,
  conductive: false,
  liquidMetal: false,
};

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
    <select
      aria-label={label}
      value={value}
      onChange={(e) => onPick(e.target.value as T)}
      className="field min-h-11 min-w-0 shrink px-1.5 text-[15.5px]"
    >
      {options.map(([v, name]) => (
        <option key={v} value={v}>
          {name}
        </option>
      ))}
    </select>
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
  pressing: ReturnType<typeof pressingOver>;
  ctx: ServiceContext;
  hint: string;
  children: ReactNode;
}) {
  const { run, share, failed, cancel } = trial;
  const frame = run ? frameAt(run, at) : null;
  const load = pressing.loads.findLast((l) => l.atS <= at + 1e-9) ?? pressing.loads[0];
  const bitten = new Set(pressing.points.filter((_, i) => (load?.forcesN[i] ?? 0) > 0).map((p) => p.id));
  const lastAt = pressing.loads[pressing.loads.length - 1]?.atS ?? 0;
  const points = pressing.points.map((p, i) => ({ ...p, mark: screwMarkOf(ctx, p.id, i + 1) }));
  return (
    <section aria-label={`Trial ${letter}`} className="min-w-0">
      <div className="flex items-center gap-2">
        <span
          aria-hidden
          className={`num grid size-7 shrink-0 place-items-center border-2 border-ink text-[17px] font-[760] ${letter === "A" ? "bg-ink text-sheet" : ""}`}
        >
          {letter}
        </span>
        {children}
        <span className="num ml-auto shrink-0 text-[22px] font-[740] whitespace-nowrap">
          {frame ? `${Math.round(100 * frame.wetted)} %` : ""}
        </span>
      </div>
      <div
        className="relative mt-1.5"
        style={{
          aspectRatio: run ? `${run.widthMm + 4.8} / ${run.heightMm + 4.8}` : "1.42",
          maxHeight: 236,
          width: "100%",
        }}
      >
        {run && frame ? (
          <FilmMap
            run={run}
            frame={frame}
            points={points}
            turning={at < lastAt + 1.5 ? (load?.screw ?? null) : null}
            bitten={bitten}
          />
        ) : null}
        {share !== null ? (
          <div
            className={`absolute inset-x-6 top-1/2 -translate-y-1/2 border border-line bg-sheet p-3 ${run ? "opacity-95" : ""}`}
          >
            <p className="text-[16px]">Squeezing, {Math.round(100 * share)} %</p>
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
            <button type="button" onClick={cancel} className="link mt-1 min-h-11 text-[16px]">
              Cancel
            </button>
          </div>
        ) : !run ? (
          <p className="absolute inset-0 grid place-items-center border border-dashed border-ink-3 p-4 text-center text-[16px] text-ink-2">
            {failed ? "The trial failed. Choose the pattern again." : hint}
          </p>
        ) : null}
      </div>
      <div className="mt-1 h-[88px]">{run && frame ? <FilmCut run={run} frame={frame} /> : null}</div>
      <p className="min-h-[20px] text-[14.5px] text-ink-2">
        {frame
          ? [
              overMm3(frame) > 0.05 ? `${overMm3(frame).toFixed(1)} mm³ past the edge` : "",
              frame.trapped > 0.003 ? `${Math.round(100 * frame.trapped)} % of the face shut-in air` : "",
            ]
              .filter(Boolean)
              .join(", ")
          : ""}
      </p>
    </section>
  );
}
