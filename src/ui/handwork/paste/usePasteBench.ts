import { useEffect, useMemo, useState } from "react";
import {
  amountFor,
  takenMm3,
  NOZZLE_MM,
  stopsOf,
  USUAL_PASTE,
  type Laid,
  type Paste,
  type Pattern,
  type Stroke,
} from "@/core/handwork/paste";
import type { Chip } from "@/core/drawing/parts";
import {
  aluminiumAt,
  faceOf,
  pastedText,
  pressingOver,
  type ServiceContext,
  type Step,
  type TightenTrial,
} from "@/core/handwork/service";
import { isExpired, leftOf, type Lot, type Shelf } from "@/core/workshop/stock";
import { useKeys } from "@/ui/kit/controls/keys";
import { useFilm } from "./useFilm";
import { useSuggestion, useTrial } from "./useTrial";

/** Cells along the longer side of a trial: fine enough for the eye, quick enough to wait for. */
const CELLS = 96;

export interface PasteGiven {
  ctx: ServiceContext;
  step: Step;
  chip: Chip;
  shelf: Shelf;
  measuredW: number;
  /** Settles the step: books the paste, keeps pattern and amount. */
  onPasted: (value: string, lotId: number | null, grams: number) => void;
}

/** What is laid on the chip: the paste from the shelf, its amount, its pattern, and what bars it. */
function useLaid({ ctx, step, chip, shelf, measuredW }: PasteGiven) {
  const known = useMemo(() => [...shelf.lots, ...shelf.past], [shelf]);
  const lots = shelf.lots.filter((l): l is Lot & { paste: Paste } => l.paste !== null && leftOf(l) > 0);
  const booked = shelf.bookings.find((b) => b.what === step.key);
  const usable = lots.filter((l) => !isExpired(l, shelf.today));
  const [lotId, setLotId] = useState<number | null>(
    booked?.lotId ?? usable.find((l) => !l.paste.conductive)?.id ?? null,
  );
  const lot = lots.find((l) => l.id === lotId) ?? null;
  const paste = useMemo(() => known.find((l) => l.id === lotId)?.paste ?? USUAL_PASTE, [known, lotId]);
  const face = useMemo(() => faceOf(ctx, chip, measuredW), [ctx, chip, measuredW]);
  const amount = amountFor(face, paste);
  const stops = stopsOf(paste, { aluminium: aluminiumAt(ctx, chip), openParts: true });
  const hard = stops.find((s) => s.hard);
  const pressing = useMemo(() => pressingOver(ctx, chip, "planned"), [ctx, chip]);
  const { suggestion, share } = useSuggestion(face, paste, pressing);
  const best = suggestion?.best ?? null;
  const [pattern, setPattern] = useState<Pattern | null>(null);
  const [strokes, setStrokes] = useState<Stroke[]>([]);
  const chosen: Pattern = pattern ?? best?.pattern ?? "line";
  const bestMm3 = best ? best.volumeMm3 : null;
  const volumeMm3 = useMemo(() => bestMm3 ?? amountFor(face, paste).volumeMm3, [bestMm3, face, paste]);
  const laid: Laid = useMemo(
    () => ({ pattern: chosen, volumeMm3, nozzleMm: NOZZLE_MM, strokes }),
    [chosen, volumeMm3, strokes],
  );
  return {
    lots,
    lot,
    lotId,
    setLotId,
    paste,
    face,
    amount,
    stops,
    hard,
    pressing,
    best,
    share,
    chosen,
    setPattern,
    strokes,
    setStrokes,
    volumeMm3,
    laid,
  };
}

/** Two squeezes side by side: what is laid, and what it is held against. */
function useTrials({ ctx, chip }: PasteGiven, own: ReturnType<typeof useLaid>) {
  const { best, hard, chosen, strokes, face, paste, laid, volumeMm3 } = own;
  const [other, setOther] = useState<{ pattern: Pattern; how: TightenTrial } | null>(null);
  const [how, setHow] = useState<TightenTrial>("planned");
  const contrast = other ?? {
    pattern: chosen === "film" ? ("dot" as const) : ("film" as const),
    how: "one-side" as const,
  };
  const a = useTrial();
  const b = useTrial();
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
  const film = useFilm(Math.max(a.run?.endS ?? 0, b.run?.endS ?? 0, 8));
  return { a, b, how, setHow, contrast, setOther, film };
}

/** Paste on one chip: what is laid, the two trials of it, and the act that settles the step. */
export function usePasteBench(given: PasteGiven) {
  const own = useLaid(given);
  const trials = useTrials(given, own);
  const { hard, chosen, volumeMm3, paste, lotId } = own;
  const { film } = trials;
  // what is laid and what is lost on the way both come out of the tube
  const grams = (takenMm3(chosen, volumeMm3) * paste.densityGcm3) / 1000;
  const lostG = grams - (volumeMm3 * paste.densityGcm3) / 1000;
  const lay = hard ? undefined : () => given.onPasted(pastedText({ pattern: chosen, volumeMm3, lotId }), lotId, grams);
  useKeys({ " ": lay, p: film.toggle });
  return { ...own, ...trials, grams, lostG, lay };
}

export type PasteWork = ReturnType<typeof usePasteBench>;
