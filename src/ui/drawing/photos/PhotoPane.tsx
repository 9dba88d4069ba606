"use client";
import { useDrag } from "@use-gesture/react";
import { useRef, useState } from "react";
import type { Corners, Point } from "@/core/drawing/photo";
import { useSize } from "@/ui/kit/controls/size";
import type { PhotoView } from "./photo";

export const NAMES = [
  "Top left corner",
  "Top right corner",
  "Bottom right corner",
  "Bottom left corner",
  "Known length, one end",
  "Known length, other end",
] as const;

/** What is squared: the photo, its corners, a known length, and how a ring is put elsewhere. */
interface Squared {
  photo: PhotoView;
  corners: Corners;
  known: { from: Point; to: Point; mm: number } | null;
  points: Point[];
  put: (i: number, [x, y]: Point) => void;
}

/** The photo with the rings on its corners. */
export function PhotoPane({ work }: { work: Squared }) {
  const { photo, corners, known, points, put } = work;
  const [w, h] = [photo.width, photo.height];
  const [held, setHeld] = useState<number | null>(null);
  const [ref, size] = useSize<HTMLDivElement>({ width: 760, height: 520 });
  const scale = Math.min(size.width / w, size.height / h);
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
        <img
          src={`/api/photos/${photo.id}`}
          alt="The photo as taken"
          draggable={false}
          className="absolute inset-0 size-full select-none"
        />
        <Outline w={w} h={h} scale={scale} corners={corners} known={known} />
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

type OutlineProps = Pick<Squared, "corners" | "known"> & { w: number; h: number; scale: number };

/** The sheet's edge through the four corners, and the known length, each on a white ground. */
function Outline({ w, h, scale, corners, known }: OutlineProps) {
  return (
    <svg width={w * scale} height={h * scale} viewBox={`0 0 ${w} ${h}`} className="absolute inset-0 overflow-visible">
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
