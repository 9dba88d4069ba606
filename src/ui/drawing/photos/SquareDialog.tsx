"use client";
import { DialogPanel, DialogTitle } from "@headlessui/react";
import { useState } from "react";
import { square, type Corners, type Point, type Squaring } from "@/core/drawing/photo";
import { Button } from "@/ui/kit/controls/Button";
import { DialogShell } from "@/ui/kit/controls/FormDialog";
import { NumberField } from "@/ui/kit/controls/NumberField";
import type { PhotoView } from "./photo";
import { PhotoPane } from "./PhotoPane";

interface Props {
  photo: PhotoView;
  base: { widthMm: number; depthMm: number };
  start: Squaring | null;
  trust: "case" | "length";
  onDone: (s: Squaring, trust: "case" | "length", size: { widthMm: number; depthMm: number } | null) => void;
  onClose: () => void;
}

/** The rings on a photo: where they lie, what they come to, and how they are moved. */
function useSquaring({ photo, base, start, trust: startTrust }: Props) {
  const [w, h] = [photo.width, photo.height];
  const [corners, setCorners] = useState<Corners>(
    start?.corners ?? [
      [w * 0.1, h * 0.1],
      [w * 0.9, h * 0.1],
      [w * 0.9, h * 0.9],
      [w * 0.1, h * 0.9],
    ],
  );
  const [known, setKnown] = useState<NonNullable<Squaring["known"]> | null>(start?.known ?? null);
  const [trust, setTrust] = useState(startTrust);
  const squaring: Squaring = { corners, known, opacity: start?.opacity ?? 0.56 };
  const fit = square(squaring, { widthPx: w, heightPx: h }, base, trust);
  const points: Point[] = [...corners, ...(known ? [known.from, known.to] : [])];
  const put = (i: number, [x, y]: Point) => {
    const p: Point = [Math.max(0, Math.min(w, x)), Math.max(0, Math.min(h, y))];
    if (i < 4) setCorners(corners.map((c, k) => (k === i ? p : c)) as unknown as Corners);
    else if (known) setKnown(i === 4 ? { ...known, from: p } : { ...known, to: p });
  };
  return { photo, corners, known, setKnown, trust, setTrust, squaring, fit, points, put };
}

export type SquaringWork = ReturnType<typeof useSquaring>;

/** The photo as taken: four rings to the case corners, one known length, and how well that fits. */
export function SquareDialog(props: Props) {
  const work = useSquaring(props);
  const { base, onDone, onClose } = props;
  return (
    <DialogShell onClose={onClose}>
      {/* as high as the screen, a photo and its panel side by side */}
      <DialogPanel
        className="flex h-full max-h-215 w-full max-w-310 flex-col border-2 border-ink
        bg-sheet lg:flex-row"
      >
        <PhotoPane work={work} />
        <SquarePanel base={base} work={work} onDone={onDone} onClose={onClose} />
      </DialogPanel>
    </DialogShell>
  );
}

type SquarePanelProps = Pick<Props, "base" | "onDone" | "onClose"> & { work: SquaringWork };

/** How well the straightened photo fits, and the acts. */
function SquarePanel({ base, work, onClose, onDone }: SquarePanelProps) {
  const { known, setKnown, trust, setTrust, fit, squaring } = work;
  const [w, h] = [work.photo.width, work.photo.height];
  return (
    <div className="flex w-full shrink-0 flex-col gap-4 overflow-y-auto p-5 lg:w-77.5">
      <DialogTitle className="text-head leading-7 font-bold">Straighten the photo</DialogTitle>
      <p className="text-body leading-5.5 text-ink-2">
        Drag each ring to its corner of the case, or move it with the arrow keys. The case is {base.widthMm} ×{" "}
        {base.depthMm} mm.
      </p>
      {known ? (
        <>
          <NumberField
            label="Known length"
            unit="mm"
            value={known.mm}
            min={1}
            max={1000}
            step={1}
            onChange={(mm) => setKnown({ ...known, mm })}
          />
          <label className="flex min-h-11 items-start gap-3 text-body">
            <input
              type="checkbox"
              className="mt-0.5 size-6 accent-[var(--copper)]"
              checked={trust === "length"}
              onChange={(e) => setTrust(e.target.checked ? "length" : "case")}
            />
            Take the length as true, and size the case by it
          </label>
          <Button onClick={() => (setKnown(null), setTrust("case"))}>Without a known length</Button>
        </>
      ) : (
        <Button onClick={() => setKnown({ from: [w * 0.4, h * 0.5], to: [w * 0.6, h * 0.5], mm: 80 })}>
          Add a known length
        </Button>
      )}
      <p role="status" data-testid="fit" className="border-t border-line pt-3 text-lead">
        {!fit.ok ? (
          fit.why
        ) : trust === "length" && known ? (
          <>
            By the length the case is{" "}
            <b className="num font-bold">
              {fit.widthMm.toFixed(1)} × {fit.depthMm.toFixed(1)} mm
            </b>
            .
          </>
        ) : known ? (
          <>
            The photo fits within <b className="num font-bold">{fit.misfitMm.toFixed(1)} mm</b> by the known length.
          </>
        ) : (
          "Photo only: no known length."
        )}
      </p>
      <div className="flex-1" />
      <Button look="plain" big onClick={onClose}>
        Cancel
      </Button>
      <Button
        look="main"
        big
        className="min-h-18"
        disabled={!fit.ok}
        onClick={() =>
          onDone(
            squaring,
            trust,
            fit.ok ? { widthMm: Math.round(fit.widthMm * 10) / 10, depthMm: Math.round(fit.depthMm * 10) / 10 } : null,
          )
        }
      >
        Lay it under
      </Button>
    </div>
  );
}
