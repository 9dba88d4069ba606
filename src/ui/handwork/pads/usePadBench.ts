import { useMemo, useState } from "react";
import { USUAL_W } from "@/core/drawing/cooling";
import type { CoolingMap, Pad } from "@/core/drawing/parts";
import {
  balanceOf,
  forcesOn,
  gapText,
  nearby,
  padHeat,
  padWarnings,
  STIFFER_THAN_LABEL,
  stiffer,
  STOCK_MM,
  straddleWords,
  thicknessOptions,
  type Balance,
  type GapBy,
  type PadHeat,
  type PlateForces,
  type PlateStack,
  type ThicknessOption,
} from "@/core/handwork/pads";
import { structuresOf } from "@/core/handwork/fasten";
import { PASTES } from "@/core/handwork/paste";
import { bearerOf, chosenMm, gapOf, statedGap, stackOf, type ServiceContext, type Step } from "@/core/handwork/service";
import { padStuffOf, type PadStuff, type Shelf } from "@/core/workshop/stock";

/** Grey paste bears the plate while none is chosen: pads are cut before it is laid. */
const paste = PASTES[0] ?? { yieldPa: 140, fillerUm: 20 };

/** What a thickness does where it would lie. */
export interface Tried {
  stack: PlateStack;
  balance: Balance;
  forces: PlateForces;
  /** The thickest edge of any film under the plate, µm. */
  edgeUm: number;
}

/** A thickness as a row of the bench shows it. */
export interface ThicknessRow {
  option: ThicknessOption;
  tried: Tried;
  stuff: PadStuff;
  heat: PadHeat | null;
  /** What the dies lose to this pad, N. */
  dieLosesN: number;
}

interface Given {
  ctx: ServiceContext;
  map: CoolingMap;
  step: Step;
  pad: Pad;
  shelf: Shelf;
  onGap: (text: string) => void;
}

/** The thicknesses of one pad with what each means, and what is chosen and measured. */
export function usePadBench({ ctx, map, step, pad, shelf, onGap }: Given) {
  const gap = gapOf(ctx, pad);
  const told = statedGap(ctx, pad);
  const stuffOf = (p: Pad, mm: number) => padStuffOf(shelf, mm, p.softness, ctx.curves, map.layout.figures.padWmK);
  const options = thicknessOptions(gap.mm, pad.wMm * pad.hMm, (t) => stuffOf(pad, t).curve, STOCK_MM);
  const bearer = useMemo(() => bearerOf(map, structuresOf(map, true), pad), [map, pad]);
  const compute = (mm: number, times = 1): Tried =>
    tried(ctx, pad, bearer.body, mm, (p, t) => stiffer(stuffOf(p, t).curve, times));
  const measured = gap.by !== "none";
  const shown = measured ? nearby(options) : around(options, pad.thicknessMm);
  const fit = measured ? (shown.find((o) => o.fits) ?? null) : null;
  const was = Number(ctx.journal.of(step.key).value) || null;
  const [picked, setPicked] = useState<number | null>(was);
  const chosen = picked ?? fit?.thicknessMm ?? chosenMm(ctx, pad);
  const [text, setText] = useState(told?.mm.toString() ?? "");
  const [by, setBy] = useState<GapBy>(told?.by ?? "old");
  const typed = Number(text.replace(",", "."));
  const wrong = text.trim() !== "" && !(typed >= 0.1 && typed <= 6);
  const keep = () => {
    if (wrong || !text.trim()) return;
    onGap(gapText(typed, by));
    setPicked(null);
  };
  const part = map.beside(pad.id, "chip")[0];
  const watts = part ? part.powerW || USUAL_W[part.role] : 0;
  const heatArea = part ? Math.min(pad.wMm * pad.hMm, part.wMm * part.hMm) : 0;
  const known = new Map([...shown.map((o) => o.thicknessMm), chosen].map((mm) => [mm, compute(mm)]));
  const at = (mm: number): Tried => known.get(mm) ?? compute(mm);
  const stiff = stuffOf(pad, chosen).by === "measured" ? null : compute(chosen, STIFFER_THAN_LABEL);
  // with next to no pad in the gap
  const bare = compute(0.01).forces.chipsN;
  const rows = shown.map((option): ThicknessRow => {
    const t = at(option.thicknessMm);
    const stuff = stuffOf(pad, option.thicknessMm);
    const lies = t.balance.pads.find((p) => p.tag === pad.tag)?.gapMm ?? option.thicknessMm;
    const pressed = { pressedMm: Math.min(lies, option.thicknessMm), airMm: option.airMm };
    return {
      option,
      tried: t,
      stuff,
      heat: watts > 0 ? padHeat(pressed, heatArea, stuff.conductivityWmK, watts) : null,
      dieLosesN: Math.max(0, bare - t.forces.chipsN),
    };
  });
  const thicknesses = new Map(map.ofKind("pad").map((p) => [p.tag, p.id === pad.id ? chosen : chosenMm(ctx, p)]));
  return {
    gap,
    told,
    rows,
    fit,
    // what would fit at either end of the span the gap may lie in, where that is another
    atEnds: fit ? endsOf(gap, fit, pad, (t) => stuffOf(pad, t).curve) : [],
    straddle: measured ? straddleWords(options) : null,
    chosen,
    pick: (mm: number) => setPicked(mm),
    field: { text, setText, by, setBy, wrong, keep },
    at,
    stiff,
    bearer,
    warnings: padWarnings(map, thicknesses).filter((w) => w.tags.includes(pad.tag)),
  };
}

export type PadBenchWork = ReturnType<typeof usePadBench>;

/** The balance with one pad at a thickness, and the forces on the plate over it. */
function tried(
  ctx: ServiceContext,
  pad: Pad,
  body: string,
  mm: number,
  curve: (pad: Pad, mm: number) => ReturnType<typeof stiffer>,
): Tried {
  const stack = stackOf(ctx, pad, paste, { thickness: new Map([[pad.id, mm]]), curve });
  const balance = balanceOf(stack);
  // a place on a pipe has neither screws nor chips of its own: then the whole assembly counts
  const own = stack.screws.some((s) => s.body === body) ? body : null;
  const films = balance.films.filter((_, i) => own === null || stack.chips[i]?.body === own);
  return {
    stack,
    balance,
    forces: forcesOn(stack, balance, own),
    edgeUm: Math.max(0, ...films.map((f) => f.thickUm)),
  };
}

/** The pad's own thickness with its neighbours, where no gap says more. */
function around(options: readonly ThicknessOption[], mm: number): ThicknessOption[] {
  const plain = options.map((o) => ({ ...o, fits: false }));
  const i = plain.findIndex((o) => o.thicknessMm >= mm - 1e-9);
  const at = i < 0 ? plain.length - 1 : i;
  return plain.slice(Math.max(0, at - 1), at + 2);
}

/** Thicknesses that would fit at the ends of the span of the gap, where they are others than the one that fits. */
function endsOf(
  gap: { lowMm: number; highMm: number },
  fit: ThicknessOption,
  pad: Pad,
  curve: (mm: number) => ThicknessOption["curve"],
): { gapMm: number; thicknessMm: number }[] {
  return [gap.lowMm, gap.highMm].flatMap((gapMm) => {
    const there = thicknessOptions(gapMm, pad.wMm * pad.hMm, curve, STOCK_MM).find((o) => o.fits);
    return there && there.thicknessMm !== fit.thicknessMm ? [{ gapMm, thicknessMm: there.thicknessMm }] : [];
  });
}
