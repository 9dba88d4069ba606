"use client";
import { words } from "@/core/words";
import { useMemo, useState, type ReactNode } from "react";
import {
  balanceOf,
  nearby,
  padWarnings,
  type PlateStack,
  padHeat,
  STOCK_MM,
  straddleWords,
  thicknessOptions,
  type Balance,
  type ThicknessOption,
} from "@/core/pads";
import { USUAL_W } from "@/core/cooling";
import { PASTES } from "@/core/paste";
import { chosenMm, gapMm, pressedMm, stackOf, type ServiceContext, type Step } from "@/core/service";
import type { Shelf } from "@/core/stock";
import type { Chip, CoolingMap, Pad } from "@/core/drawing";
import { Button } from "@/ui/controls/Button";
import { useKeys } from "@/ui/controls/keys";
import { Section } from "./Section";

interface Props {
  ctx: ServiceContext;
  map: CoolingMap;
  step: Step;
  pad: Pad;
  chip: Chip;
  shelf: Shelf;
  onGap: (mm: string) => void;
  onThickness: (mm: string) => void;
  below: ReactNode;
  children: (main: ReactNode, answer: ReactNode) => ReactNode;
}

/** Grey paste bears the plate while none is chosen: pads are cut before it is laid. */
const paste = PASTES[0] ?? { yieldPa: 140, fillerUm: 20 };
const mm = (v: number) => (v < 1 ? v.toFixed(2) : v.toFixed(1));

/** Thickness of one pad: the cut across it, what each thickness does, and who carries the screws' force. */
export function PadBench({ ctx, map, step, pad, chip, shelf, onGap, onThickness, below, children }: Props) {
  const curve = ctx.curves[pad.softness];
  const gap = gapMm(ctx, pad);
  const area = pad.wMm * pad.hMm;
  const options = thicknessOptions(gap, area, curve, STOCK_MM);
  const rows = nearby(options);
  const fit = rows.find((o) => o.fits) ?? null;
  const was = Number(ctx.journal.of(step.key).value) || null;
  const [picked, setPicked] = useState<number | null>(was);
  const chosen = picked ?? fit?.thicknessMm ?? chosenMm(ctx, pad);
  const [text, setText] = useState(pressedMm(ctx, pad)?.toString() ?? "");
  const measured = Number(text.replace(",", "."));
  const wrong = text.trim() !== "" && !(measured >= 0.1 && measured <= 6);
  const at = useMemo(() => (t: number) => balanceOf(stackOf(ctx, pad, paste, new Map([[pad.id, t]]))), [ctx, pad]);
  const stack = stackOf(ctx, pad, paste, new Map([[pad.id, chosen]]));
  const balance = at(chosen);
  const onShelf = new Set(shelf.sheets.map((s) => s.thicknessMm));
  const warnings = padWarnings(
    map,
    new Map(map.ofKind("pad").map((p) => [p.tag, p.id === pad.id ? chosen : chosenMm(ctx, p)])),
  ).filter((w) => w.tags.includes(pad.tag));
  const give = () => onThickness(String(chosen));
  useKeys({ " ": give, ...Object.fromEntries(rows.map((o, i) => [String(i + 1), () => setPicked(o.thicknessMm)])) });
  const keep = () => {
    if (!wrong && text.trim()) {
      onGap(String(measured));
      setPicked(null);
    }
  };
  const compared = [fit && fit.thicknessMm !== chosen ? fit.thicknessMm : null, chosen].flatMap((t) =>
    t === null ? [] : [t],
  );

  const main = <PadSectionPane pad={pad} chip={chip} stack={stack} balance={balance} below={below} />;
  const answer = (
    <div>
      <PressedField pad={pad} text={text} gap={gap} wrong={wrong} setText={setText} keep={keep} />
      {wrong ? (
        <p role="alert" className="mt-1 text-body text-stop-ink">
          From 0.1 to 6 mm
        </p>
      ) : null}
      <GapWords gap={gap} ctx={ctx} pad={pad} fit={fit} at={at} straddle={straddleWords(options, curve)} />
      <div role="radiogroup" aria-label={`Thickness of ${pad.tag}`} className="mt-2 border-t border-line">
        {rows.map((o, i) => (
          <Row
            key={o.thicknessMm}
            o={o}
            balance={at(o.thicknessMm)}
            tag={pad.tag}
            number={i + 1}
            checked={o.thicknessMm === chosen}
            stocked={onShelf.has(o.thicknessMm)}
            heat={heatWords(map, pad, o, at)}
            onPick={() => setPicked(o.thicknessMm)}
          />
        ))}
      </div>
      <p className="mt-1 text-note text-ink-2">K: what it costs the part under it, by its label and by half of that.</p>
      <div className="mt-2 flex flex-col gap-1.5">
        {compared.map((t) => {
          const b = at(t);
          const share = Math.round(100 * b.padsShare);
          return <ForceShares key={t} t={t} pad={pad} share={share} b={b} />;
        })}
      </div>
      {warnings.map((w) => (
        <p key={w.code} className="caution-band mt-2 px-3 py-2 text-body leading-5.5">
          {w.say}
        </p>
      ))}
      <Button look="main" className="mt-2.5 min-h-17 w-full px-4 text-title" keyCap="Space" onClick={give}>
        Use {chosen} mm for {pad.tag}
      </Button>
    </div>
  );
  return children(main, answer);
}

/** What a thickness costs the part under the pad, K at its watts, by the label and by half of it; "" where unknown. */
function heatWords(map: CoolingMap, pad: Pad, o: ThicknessOption, at: (t: number) => Balance): string {
  const [part] = map.beside(pad.id, "chip");
  const watts = part ? part.powerW || USUAL_W[part.role] : 0;
  if (!part || watts <= 0) return "";
  const lies = at(o.thicknessMm).pads.find((p) => p.tag === pad.tag)?.gapMm ?? o.thicknessMm;
  const area = Math.min(pad.wMm * pad.hMm, part.wMm * part.hMm);
  const pressed = { pressedMm: Math.min(lies, o.thicknessMm), airMm: o.airMm };
  const heat = padHeat(pressed, area, map.layout.figures.padWmK, watts);
  if (!heat) return "";
  const K = (v: number) => words.number(v, 1);
  return `${K(heat.riseK)} to ${K(heat.riseHalfK)} K`;
}

interface PadSectionPaneProps {
  pad: Pad;
  chip: Chip;
  stack: PlateStack;
  balance: Balance;
  below: ReactNode;
}

/** The cut with how to read it. */
function PadSectionPane({ pad, chip, stack, balance, below }: PadSectionPaneProps) {
  return (
    <div className="flex h-full flex-col overflow-y-auto bg-sheet">
      <div className="relative min-h-75 flex-1">
        <div className="absolute inset-0 p-2">
          <Section pad={pad} chip={chip} stack={stack} balance={balance} />
        </div>
        <p className="absolute top-2 left-4 text-note leading-5 text-ink-2">
          Across to scale, height 10 times
          <br />- · - where the plate should lie &nbsp; ···· pad before it is pressed
        </p>
      </div>
      <div className="shrink-0 border-t border-line px-5 py-3">{below}</div>
    </div>
  );
}

interface PressedFieldProps {
  pad: Pad;
  text: string;
  gap: number;
  wrong: boolean;
  setText: React.Dispatch<React.SetStateAction<string>>;
  keep: () => void;
}

/** What the old pad was pressed to, mm. */
function PressedField({ pad, text, gap, wrong, setText, keep }: PressedFieldProps) {
  return (
    <label className="block text-body">
      <span className="mb-1 block text-ink-2">Old {pad.tag} was pressed to, mm</span>
      <span className="flex gap-2">
        <input
          value={text}
          inputMode="decimal"
          placeholder={mm(gap)}
          aria-invalid={wrong}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => e.key === "Enter" && keep()}
          className="field num min-h-12 w-full px-3 text-title"
        />
        <Button onClick={keep} disabled={wrong || text.trim() === ""}>
          Use it
        </Button>
      </span>
    </label>
  );
}

interface GapWordsProps {
  /** What the thicknesses on either side of the gap would mean, where none fits. */
  straddle: string | null;
  gap: number;
  ctx: ServiceContext;
  pad: Pad;
  fit: ThicknessOption | null;
  at: (t: number) => Balance;
}

/** The gap, and the thickness that fits it. */
function GapWords({ gap, ctx, pad, fit, at, straddle }: GapWordsProps) {
  return (
    <p className="mt-2.5 text-sub leading-6.25" aria-live="polite">
      The gap is <b className="font-bold">{gap.toFixed(2)} mm</b>
      {pressedMm(ctx, pad) === null ? ", calculated from the old pad" : ""}.{" "}
      {fit ? (
        <>
          Take <b className="font-bold">{fit.thicknessMm} mm</b>: pads then take{" "}
          <b className="font-bold">{Math.round(100 * at(fit.thicknessMm).padsShare)} %</b> of the screws&apos; force,
          the die the rest.
        </>
      ) : (
        <>No stock thickness fits it. {straddle ?? ""} Measure again, or change the softness on the map.</>
      )}
    </p>
  );
}

interface ForceSharesProps {
  t: number;
  pad: Pad;
  share: number;
  b: Balance;
}

/** Who bears the screws' force: die and pads. */
function ForceShares({ t, pad, share, b }: ForceSharesProps) {
  return (
    <div>
      <p className="flex justify-between text-note">
        <span>
          {pad.tag} at {t} mm: pads take
        </span>
        <span className="num font-bold">{share} %</span>
      </p>
      <div className="flex h-6 border-[1.5px] border-ink">
        <span
          className="num grid items-center overflow-hidden bg-paste px-1.5 text-tag font-bold
            whitespace-nowrap text-on-paste"
          style={{ width: `${100 - share}%` }}
        >
          die {b.chipsN.toFixed(0)} N
        </span>
        <span
          className="bg-[repeating-linear-gradient(135deg,var(--d-pad)_0_4px,var(--d-padl)_4px_5px)]"
          style={{ width: `${share}%` }}
        />
      </div>
    </div>
  );
}

function Row({
  o,
  balance,
  tag,
  number,
  checked,
  stocked,
  heat,
  onPick,
}: {
  o: ThicknessOption;
  balance: Balance;
  tag: string;
  number: number;
  checked: boolean;
  stocked: boolean;
  /** What it costs its part, by the label and by half of it. */
  heat: string;
  onPick: () => void;
}) {
  const own = balance.pads.find((p) => p.tag === tag);
  const lift = Math.max(0, own?.liftsMm ?? 0);
  const said =
    o.airMm > 0
      ? `leaves ${o.airMm.toFixed(2)} of air`
      : lift > 0.08
        ? `lifts the plate ${lift.toFixed(2)}`
        : `pressed by ${words.share(own?.pressed ?? o.pressed)}`;
  const h = Math.min(30, o.thicknessMm * 14);
  const gapH = Math.min(30, o.thicknessMm * (1 - Math.max(0, o.pressed)) * 14);
  return (
    <button
      type="button"
      role="radio"
      aria-checked={checked}
      onClick={onPick}
      className={`flex min-h-14.5 w-full items-center gap-3 border-b border-line px-2 py-1 text-left
        ${checked ? "outline-[2.5px] -outline-offset-2 outline-ink" : "hover:bg-plane"}`}
    >
      <svg aria-hidden width={68} height={42} viewBox="0 0 68 42" className="shrink-0">
        <rect y={37} width={68} height={4} fill="var(--d-we2)" />
        <rect x={3} y={37 - h} width={26} height={h} fill="var(--d-pad)" stroke="var(--d-ink)" />
        <rect
          x={37}
          y={37 - Math.min(h, gapH)}
          width={26}
          height={Math.min(h, gapH)}
          fill="var(--d-pad)"
          stroke="var(--d-ink)"
        />
        <rect
          x={34}
          y={Math.max(0, 37 - gapH - 5 - (o.airMm > 0 ? o.airMm * 14 : 0))}
          width={34}
          height={5}
          fill="var(--d-al2)"
          stroke="var(--d-ink)"
        />
      </svg>
      <span className="min-w-0 flex-1 leading-5">
        <span className="num block text-sub font-bold">
          {o.thicknessMm} mm{" "}
          {o.fits ? <span className="pl-2 font-strong [font-family:var(--font-sans)] text-note">fits</span> : null}
        </span>
        <span className="block text-note text-ink-2">
          {said}
          {stocked ? "" : ", no sheet"}
          {heat ? <span className="block">{heat}</span> : null}
        </span>
      </span>
      <span className="num text-sub font-bold">{(own?.forceN ?? o.forceN).toFixed(1)} N</span>
      <span aria-hidden className="num text-tag text-ink-2">
        {number}
      </span>
    </button>
  );
}
