import { useId } from "react";
import { beadMm, strokesOf, type Laid, type Stroke } from "@/core/handwork/paste";

/**
 * The chip with the pattern laid on it, to scale; a film is hatched along the card's way. Strokes are taken when
 * `onStroke` is given.
 */
export function DiePicture({
  laid,
  widthMm: w,
  heightMm: h,
  label,
  figures = false,
  onStroke,
}: {
  laid: Laid;
  widthMm: number;
  heightMm: number;
  label: string;
  figures?: boolean;
  onStroke?: (s: Stroke) => void;
}) {
  const id = useId();
  const edge = figures ? 3.4 : 1.2;
  const strokes = strokesOf(laid, w, h);
  const bead = strokes.length ? beadMm(laid.volumeMm3, strokes) : 0;
  const first = strokes[0] ?? [];
  const xs = first.map((p) => p[0]);
  const long =
    first.length > 1
      ? Math.hypot((first[1]?.[0] ?? 0) - (first[0]?.[0] ?? 0), (first[1]?.[1] ?? 0) - (first[0]?.[1] ?? 0))
      : 0;
  const down = usePen({ w, edge, h, onStroke });
  return (
    <svg
      viewBox={`${-w / 2 - edge} ${-h / 2 - edge} ${w + 2 * edge} ${h + 2 * edge}`}
      className={`block h-full w-full ${onStroke ? "cursor-crosshair touch-none" : ""}`}
      {...(label ? { role: "img", "aria-label": label } : { "aria-hidden": true })}
      onPointerDown={down}
    >
      <defs>
        <pattern id={id} width={1} height={1.9} patternUnits="userSpaceOnUse">
          <rect width={1} height={1.9} fill="#E9ECE6" />
          <path d="M0 0.5H1" stroke="#B9BFB6" strokeWidth={0.3} />
        </pattern>
      </defs>
      <rect x={-w / 2 - edge} y={-h / 2 - edge} width={w + 2 * edge} height={h + 2 * edge} fill="var(--d-pkg)" />
      <rect x={-w / 2} y={-h / 2} width={w} height={h} fill="var(--d-die)" stroke="var(--d-ink)" strokeWidth={0.16} />
      {laid.pattern === "film" ? (
        <rect
          x={-w / 2 + 0.2}
          y={-h / 2 + 0.2}
          width={w - 0.4}
          height={h - 0.4}
          fill={`url(#${id})`}
          stroke="#8d938b"
          strokeWidth={0.12}
        />
      ) : null}
      <Beads bead={bead} strokes={strokes} />
      <Measures figures={figures} laid={laid} xs={xs} long={long} bead={bead} h={h} />
    </svg>
  );
}

interface UsePenGiven {
  w: number;
  edge: 3.4 | 1.2;
  h: number;
  onStroke: ((s: Stroke) => void) | undefined;
}

/** Strokes drawn by hand on the face. */
function usePen({ w, edge, h, onStroke }: UsePenGiven) {
  const point = (e: React.PointerEvent<SVGSVGElement>): [number, number] => {
    const box = e.currentTarget.getBoundingClientRect();
    const scale = Math.max((w + 2 * edge) / box.width, (h + 2 * edge) / box.height);
    const clamp = (v: number, half: number) => Math.round(Math.max(-half, Math.min(half, v)) * 20) / 20;
    return [
      clamp((e.clientX - box.left - box.width / 2) * scale, w / 2),
      clamp((e.clientY - box.top - box.height / 2) * scale, h / 2),
    ];
  };
  const down = (e: React.PointerEvent<SVGSVGElement>) => {
    if (!onStroke) return;
    const svg = e.currentTarget;
    svg.setPointerCapture(e.pointerId);
    const points: [number, number][] = [point(e)];
    const move = (m: PointerEvent) => {
      const p = point(m as unknown as React.PointerEvent<SVGSVGElement>);
      const last = points[points.length - 1];
      if (last && Math.hypot(p[0] - last[0], p[1] - last[1]) > 0.4 && points.length < 200) points.push(p);
    };
    // React's event lends its target only while it is handled
    const onMove = (m: PointerEvent) => move(Object.assign(m, { currentTarget: svg }));
    const up = () => {
      svg.removeEventListener("pointermove", onMove);
      onStroke(points);
    };
    svg.addEventListener("pointermove", onMove);
    svg.addEventListener("pointerup", up, { once: true });
  };
  return down;
}

interface BeadsProps {
  bead: number;
  strokes: Stroke[];
}

/** Beads of paste as laid. */
function Beads({ bead, strokes }: BeadsProps) {
  return (
    <>
      {[
        ["#8d938b", bead + 0.2],
        ["#E9ECE6", bead],
      ].map(([c, width]) => (
        <g
          key={String(c)}
          fill="none"
          stroke={String(c)}
          strokeWidth={Number(width)}
          strokeLinecap="round"
          strokeLinejoin="round"
        >
          {strokes.map((s, i) => (
            <path
              key={i}
              d={s.length === 1 ? `M${s[0]?.join(" ") ?? ""}h0.001` : `M${s.map((p) => p.join(" ")).join("L")}`}
            />
          ))}
        </g>
      ))}
    </>
  );
}

interface MeasuresProps {
  figures: boolean;
  laid: Laid;
  xs: number[];
  long: number;
  bead: number;
  h: number;
}

/** How long and how far apart they are, mm. */
function Measures({ figures, laid, xs, long, bead, h }: MeasuresProps) {
  return (
    <>
      {figures && laid.pattern !== "film" && laid.pattern !== "own" ? (
        <g stroke="#fff" fill="#fff" strokeWidth={0.14}>
          <path
            d={`M${Math.min(...xs, 0) - (long ? 0 : bead / 2)}
              ${h / 2 + 0.8}v0.9M${Math.max(...xs, 0) + (long ? 0 : bead / 2)}
                ${h / 2 + 0.8}v0.9M${Math.min(...xs, 0) - (long ? 0 : bead / 2)}
                  ${h / 2 + 1.25}H${Math.max(...xs, 0) + (long ? 0 : bead / 2)}`}
            fill="none"
          />
          <text
            y={h / 2 + 3}
            textAnchor="middle"
            fontSize={1.5}
            fontWeight="var(--font-weight-bold)"
            fontFamily="var(--font-num)"
            stroke="none"
          >
            {(long || bead).toFixed(1)}
          </text>
        </g>
      ) : null}
    </>
  );
}
