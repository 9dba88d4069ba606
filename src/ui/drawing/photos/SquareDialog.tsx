"use client";
import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import { useDrag } from "@use-gesture/react";
import { useRef, useState } from "react";
import { square, type Squared, type Corners, type Point, type Squaring } from "@/core/drawing/photo";
import { Button } from "@/ui/kit/controls/Button";
import { useSize } from "@/ui/kit/controls/size";
import { NumberField } from "@/ui/kit/controls/NumberField";
import type { PhotoView } from "./photo";

interface Props {
  photo: PhotoView;
  base: { widthMm: number; depthMm: number };
  start: Squaring | null;
  trust: "case" | "length";
  onDone: (s: Squaring, trust: "case" | "length", size: { widthMm: number; depthMm: number } | null) => void;
  onClose: () => void;
}

const NAMES = [
  "Top left corner",
  "Top right corner",
  "Bottom right corner",
  "Bottom left corner",
  "Known length, one end",
  "Known length, other end",
] as const;

/** The photo as taken: four rings to the case corners, one known length, and how well that fits. */
export function SquareDialog({ photo, base, start, trust: startTrust, onDone, onClose }: Props) {
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
  const [held, setHeld] = useState<number | null>(null);
  const [ref, size] = useSize<HTMLDivElement>({ width: 760, height: 520 });
  const scale = Math.min(size.width / w, size.height / h);
  const s: Squaring = { corners, known, opacity: start?.opacity ?? 0.56 };
  const fit = square(s, { widthPx: w, heightPx: h }, base, trust);
  const points: Point[] = [...corners, ...(known ? [known.from, known.to] : [])];
  const put = (i: number, [x, y]: Point) => {
    const p: Point = [Math.max(0, Math.min(w, x)), Math.max(0, Math.min(h, y))];
    if (i < 4) setCorners(corners.map((c, k) => (k === i ? p : c)) as unknown as Corners);
    else if (known) setKnown(i === 4 ? { ...known, from: p } : { ...known, to: p });
  };
  return (
    <Dialog open onClose={onClose} className="relative z-50">
      <div aria-hidden className="fixed inset-0 bg-ink/50" />
      <div className="fixed inset-0 grid place-items-center p-4">
        <DialogPanel
          className="flex h-full max-h-215 w-full max-w-310 flex-col border-2 border-ink
          bg-sheet lg:flex-row"
        >
          <PhotoPane
            ref={ref}
            w={w}
            scale={scale}
            h={h}
            size={size}
            photo={photo}
            corners={corners}
            known={known}
            points={points}
            setHeld={setHeld}
            put={put}
            held={held}
          />
          <SquarePanel
            base={base}
            known={known}
            setKnown={setKnown}
            trust={trust}
            setTrust={setTrust}
            w={w}
            h={h}
            fit={fit}
            onClose={onClose}
            onDone={onDone}
            s={s}
          />
        </DialogPanel>
      </div>
    </Dialog>
  );
}

interface PhotoPaneProps {
  ref: React.RefObject<HTMLDivElement | null>;
  w: number;
  scale: number;
  h: number;
  size: { width: number; height: number };
  photo: PhotoView;
  corners: Corners;
  known: { from: Point; to: Point; mm: number } | null;
  points: Point[];
  setHeld: React.Dispatch<React.SetStateAction<number | null>>;
  put: (i: number, [x, y]: Point) => void;
  held: number | null;
}

/** The photo with the rings on its corners. */
function PhotoPane({ ref, w, scale, h, size, photo, corners, known, points, setHeld, put, held }: PhotoPaneProps) {
  return (
    <div ref={ref} className="relative min-h-0 flex-1 overflow-hidden bg-plane">
      <div
        className="absolute"
        style={{
          width: w * scale,
          height: h * scale,
          left: (size.width - w * scale) / 2,
          top: (size.height - h * scale) / 2,
        }}
      >
        {}
        <img
          src={`/api/photos/${photo.id}`}
          alt="The photo as taken"
          draggable={false}
          className="absolute inset-0 size-full select-none"
        />
        <svg
          width={w * scale}
          height={h * scale}
          viewBox={`0 0 ${w} ${h}`}
          className="absolute inset-0 overflow-visible"
        >
          <path
            d={`M${corners.map(([x, y]) => `${x} ${y}`).join("L")}Z`}
            fill="none"
            stroke="#fff"
            strokeWidth={5 / scale}
          />
          <path
            d={`M${corners.map(([x, y]) => `${x} ${y}`).join("L")}Z`}
            fill="none"
            stroke="#16211F"
            strokeWidth={2 / scale}
          />
          {known ? (
            <>
              <path d={`M${known.from.join(" ")}L${known.to.join(" ")}`} stroke="#fff" strokeWidth={5 / scale} />
              <path d={`M${known.from.join(" ")}L${known.to.join(" ")}`} stroke="#9C4E1C" strokeWidth={2.4 / scale} />
            </>
          ) : null}
        </svg>
        {points.map((p, i) => (
          <Ring
            key={i}
            name={NAMES[i] ?? "Point"}
            at={[p[0] * scale, p[1] * scale]}
            small={i >= 4}
            onHold={(is) => setHeld(is ? i : null)}
            onPut={([x, y]) => put(i, [x / scale, y / scale])}
          />
        ))}
      </div>
      {held !== null && points[held] ? (
        <Loupe
          id={photo.id}
          at={points[held]}
          photo={[w, h]}
          pane={size}
          place={[
            (size.width - w * scale) / 2 + points[held][0] * scale,
            (size.height - h * scale) / 2 + points[held][1] * scale,
          ]}
        />
      ) : null}
    </div>
  );
}

interface SquarePanelProps {
  base: { widthMm: number; depthMm: number };
  known: { from: Point; to: Point; mm: number } | null;
  setKnown: React.Dispatch<React.SetStateAction<{ from: Point; to: Point; mm: number } | null>>;
  trust: "case" | "length";
  setTrust: React.Dispatch<React.SetStateAction<"case" | "length">>;
  w: number;
  h: number;
  fit: Squared;
  onClose: () => void;
  onDone: (s: Squaring, trust: "case" | "length", size: { widthMm: number; depthMm: number } | null) => void;
  s: Squaring;
}

/** How well the straightened photo fits, and the acts. */
function SquarePanel({ base, known, setKnown, trust, setTrust, w, h, fit, onClose, onDone, s }: SquarePanelProps) {
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
            s,
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

/** A ring whose middle stays free, so that the corner itself is seen. */
function Ring({
  name,
  at: [x, y],
  small,
  onPut,
  onHold,
}: {
  name: string;
  at: Point;
  small: boolean;
  onPut: (p: Point) => void;
  onHold: (is: boolean) => void;
}) {
  const from = useRef<Point>([0, 0]);
  const bind = useDrag(
    ({ first, last, movement: [mx, my] }) => {
      if (first) from.current = [x, y];
      onHold(!last);
      onPut([from.current[0] + mx, from.current[1] + my]);
    },
    { pointer: { keys: false } },
  );
  const key = (e: React.KeyboardEvent) => {
    const d = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
    if (!d) return;
    e.preventDefault();
    const by = e.shiftKey ? 10 : 1;
    onPut([x + (d[0] ?? 0) * by, y + (d[1] ?? 0) * by]);
  };
  return (
    <button
      type="button"
      {...bind()}
      aria-label={`${name}, ${Math.round(x)} across, ${Math.round(y)} down`}
      onKeyDown={key}
      onFocus={() => onHold(true)}
      onBlur={() => onHold(false)}
      className="absolute grid size-13 -translate-1/2 cursor-move touch-none place-items-center rounded-full"
      style={{ left: x, top: y }}
    >
      <svg aria-hidden width={52} height={52} viewBox="-26 -26 52 52">
        <circle r={small ? 11 : 18} fill="none" stroke="#fff" strokeWidth={8} />
        <circle r={small ? 11 : 18} fill="none" stroke={small ? "#9C4E1C" : "#16211F"} strokeWidth={3.4} />
        <path d="M-25 0h9M16 0h9M0 -25v9M0 16v9" stroke={small ? "#9C4E1C" : "#16211F"} strokeWidth={2.6} />
        <circle r={1.6} fill="#fff" stroke="#16211F" strokeWidth={1} />
      </svg>
    </button>
  );
}

/** What lies under the finger, 2.6 times, a hand's width away from it. */
function Loupe({
  id,
  at,
  photo,
  pane,
  place,
}: {
  id: number;
  at: Point;
  photo: Point;
  pane: { width: number; height: number };
  place: Point;
}) {
  const r = 78;
  const zoom = Math.max(0.6, 2.6 * Math.min(pane.width / photo[0], pane.height / photo[1]));
  const left = place[0] > pane.width / 2 ? place[0] - 2 * r - 60 : place[0] + 60;
  const top = Math.min(Math.max(8, place[1] - r), pane.height - 2 * r - 8);
  return (
    <div
      aria-hidden
      className="pointer-events-none absolute overflow-hidden rounded-full border-[3px] border-ink outline-[3px]
        outline-white"
      style={{
        width: 2 * r,
        height: 2 * r,
        left,
        top,
        backgroundImage: `url(/api/photos/${id})`,
        backgroundSize: `${photo[0] * zoom}px ${photo[1] * zoom}px`,
        backgroundPosition: `${r - 3 - at[0] * zoom}px ${r - 3 - at[1] * zoom}px`,
        backgroundRepeat: "no-repeat",
      }}
    >
      <span className="absolute top-1/2 left-0 h-0.5 w-full -translate-y-1/2 bg-copper" />
      <span className="absolute top-0 left-1/2 h-full w-0.5 -translate-x-1/2 bg-copper" />
    </div>
  );
}
