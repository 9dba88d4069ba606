import { words } from "@/core/base/words";
import { useId, useMemo } from "react";
import { overMm3, type PressPoint, type SqueezeFrame, type SqueezeRun } from "@/core/handwork/paste";
import { CUTS_UM, cutLine, FILM, outline, over } from "./bands";

/** What stands free round the face, mm. */
const EDGE = 2.4;

/**
 * The film under the plate at one time: bands of thickness, bare die dotted, trapped air, the front, and what ran over.
 */
export function FilmMap({
  run,
  frame,
  points,
  turning,
  bitten,
}: {
  run: SqueezeRun;
  frame: SqueezeFrame;
  points: readonly (PressPoint & { mark: string })[];
  turning: string | null;
  bitten: ReadonlySet<string>;
}) {
  const id = useId();
  const { widthMm: w, heightMm: h } = run;
  const { mark, name, wet, bulge, air, k, labels, place } = useFilmMap({ run, frame, w, h });
  return (
    <svg
      viewBox={`${-mark.width / 2} ${-mark.height / 2} ${mark.width} ${mark.height}`}
      className="block h-full w-full"
      role="img"
      aria-label={name}
    >
      <defs>
        <clipPath id={`${id}w`}>
          <path d={wet} clipRule="evenodd" />
        </clipPath>
        <pattern id={`${id}d`} width={0.5} height={0.5} patternUnits="userSpaceOnUse">
          <rect width={0.5} height={0.5} fill="var(--d-die)" />
          <circle cx={0.25} cy={0.25} r={0.055} fill="var(--d-ink)" />
        </pattern>
        <pattern id={`${id}h`} width={0.36} height={0.36} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width={0.36} height={0.36} fill="var(--f3)" />
          <path d="M0 0V0.36" stroke="var(--f5)" strokeWidth={0.16} />
        </pattern>
      </defs>
      <rect
        x={-mark.width / 2}
        y={-mark.height / 2}
        width={mark.width}
        height={mark.height}
        fill="var(--d-pkg)"
        stroke="var(--cu1)"
        strokeWidth={0.2}
      />
      <Bulges w={w} h={h} bulge={bulge} id={id} />
      <rect x={-w / 2} y={-h / 2} width={w} height={h} fill={`url(#${id}d)`} stroke="var(--d-ink)" strokeWidth={0.09} />
      <g clipPath={`url(#${id}w)`}>
        <rect x={-w / 2} y={-h / 2} width={w} height={h} fill={FILM[0]} />
        {CUTS_UM.map((cut, i) => {
          const ring = over(frame, w, h, cut);
          return ring.length ? (
            <path key={cut} d={`M${ring.map((p) => p.join(" ")).join("L")}Z`} fill={FILM[i + 1]} />
          ) : null;
        })}
        {CUTS_UM.map((cut) => {
          const line = cutLine(frame, w, h, cut);
          return line ? (
            <path key={cut} d={`M${line[0].join(" ")}L${line[1].join(" ")}`} stroke="var(--paste)" strokeWidth={0.06} />
          ) : null;
        })}
      </g>
      <path d={air} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={0.08} />
      <path d={wet} fill="none" stroke="var(--ink)" strokeWidth={1.8 * k} />
      <FilmLabels labels={labels} />
      <PressMarks points={points} place={place} turning={turning} bitten={bitten} />
    </svg>
  );
}

interface UseFilmMapGiven {
  run: SqueezeRun;
  frame: SqueezeFrame;
  w: number;
  h: number;
}

/** Outlines, labels and places of a film. */
function useFilmMap({ run, frame, w, h }: UseFilmMapGiven) {
  const wet = useMemo(() => outline(run, (i) => (frame.fill[i] ?? 0) / 255), [run, frame]);
  const air = useMemo(
    () => (frame.trapped > 0 ? outline(run, (i) => frame.air[i] ?? 0, "each cell") : ""),
    [run, frame],
  );
  // a figure on each cut, as long as it stands clear of the one before
  const labels: { cut: number; x: number; y: number }[] = [];
  for (const cut of frame.wetted < 0.1 ? [] : CUTS_UM) {
    const line = cutLine(frame, w, h, cut);
    if (!line) continue;
    const [x, y] = [(line[0][0] + line[1][0]) / 2, (line[0][1] + line[1][1]) / 2];
    if (labels.every((l) => Math.hypot(l.x - x, l.y - y) > 1.7)) labels.push({ cut, x, y });
  }
  const k = 1 / 22;
  const bulge = (side: number, along: number) =>
    Math.min(EDGE * 0.8, (frame.over[side] ?? 0) / Math.max(1e-6, along * 0.25));
  const name = `${words.share(frame.wetted)} of the die wetted${
    frame.trapped > 0.003 ? `, ${words.share(frame.trapped)} trapped air` : ""
  }${frame.meanUm ? `, film ${Math.round(frame.meanUm)} µm` : ""}${
    overMm3(frame) > 0.05 ? `, ${overMm3(frame).toFixed(1)} mm³ past the edge` : ""
  }`;
  const mark = { width: (w / 2 + EDGE) * 2, height: (h / 2 + EDGE) * 2 };
  const place = (p: PressPoint) => ({
    x: Math.sign(p.xMm || 1) * (w / 2 + EDGE * 0.45),
    y: Math.sign(p.yMm || 1) * (h / 2 + EDGE * 0.45),
  });
  return { mark, name, wet, bulge, air, k, labels, place };
}

interface BulgesProps {
  w: number;
  h: number;
  bulge: (side: number, along: number) => number;
  id: string;
}

/** Paste past the edges of the face. */
function Bulges({ w, h, bulge, id }: BulgesProps) {
  return (
    <>
      {[
        [-w / 2, 0, 0],
        [w / 2, 0, 1],
        [0, -h / 2, 2],
        [0, h / 2, 3],
      ].map(([cx = 0, cy = 0, side = 0]) => {
        const upright = side < 2;
        const b = bulge(side, upright ? h : w);
        return b > 0.05 ? (
          <ellipse
            key={side}
            cx={cx}
            cy={cy}
            rx={upright ? b : w * 0.42}
            ry={upright ? h * 0.42 : b}
            fill={`url(#${id}h)`}
            stroke="var(--ink)"
            strokeWidth={0.06}
          />
        ) : null;
      })}
    </>
  );
}

interface FilmLabelsProps {
  labels: { cut: number; x: number; y: number }[];
}

/** Thickness of the film, µm. */
function FilmLabels({ labels }: FilmLabelsProps) {
  return (
    <>
      {labels.map(({ cut, x, y }) => {
        return (
          <text
            key={cut}
            x={x}
            y={y + 0.25}
            textAnchor="middle"
            fontSize={0.76}
            fontWeight="var(--font-weight-bold)"
            fontFamily="var(--font-num)"
            fill="var(--ink)"
            stroke="var(--sheet)"
            strokeWidth={0.2}
            paintOrder="stroke"
          >
            {cut}
          </text>
        );
      })}
    </>
  );
}

interface PressMarksProps {
  points: readonly (PressPoint & { mark: string })[];
  place: (p: PressPoint) => { x: number; y: number };
  turning: string | null;
  bitten: ReadonlySet<string>;
}

/** The screws, the one being turned marked. */
function PressMarks({ points, place, turning, bitten }: PressMarksProps) {
  return (
    <>
      {points.map((p) => {
        const { x, y } = place(p);
        const now = p.id === turning;
        return (
          <g key={p.id} transform={`translate(${x} ${y})`}>
            <circle
              r={0.86}
              fill={now ? "var(--copper)" : "var(--sheet)"}
              stroke={bitten.has(p.id) ? "var(--copper-fill)" : "var(--ink)"}
              strokeWidth={bitten.has(p.id) ? 0.3 : 0.1}
            />
            <text
              y={0.3}
              textAnchor="middle"
              fontSize={0.86}
              fontWeight="var(--font-weight-heavy)"
              fontFamily="var(--font-num)"
              fill={now ? "var(--on-copper)" : "var(--ink)"}
            >
              {p.mark}
            </text>
          </g>
        );
      })}
    </>
  );
}

/** The cut through the long axis of the die, height drawn 30 times: plate, film and what is bare. */
export function FilmCut({ run, frame }: { run: SqueezeRun; frame: SqueezeFrame }) {
  const along = run.widthMm >= run.heightMm;
  const half = (along ? run.widthMm : run.heightMm) / 2;
  const n = along ? run.nx : run.ny;
  const lift = 30 / 1000;
  const gap = (s: number) => Math.max(0, along ? frame.gapUm + frame.slopeX * s : frame.gapUm + frame.slopeY * s);
  const shown = (s: number) => Math.min(4.2, gap(s) * lift);
  const at = (i: number) => ((i + 0.5) / n - 0.5) * 2 * half;
  const filled = Array.from(
    { length: n },
    (_, i) => (frame.film[along ? Math.floor(run.ny / 2) * run.nx + i : i * run.nx + Math.floor(run.nx / 2)] ?? 0) > 0,
  );
  const [left, right] = [gap(-half), gap(half)];
  const um = (v: number) => (v >= 1000 ? `${(v / 1000).toFixed(1)} mm` : `${Math.round(v)} µm`);
  return (
    <svg
      viewBox={`${-half - 3.6} -5.6 ${2 * half + 7.2} 7.4`}
      className="block h-full w-full"
      role="img"
      aria-label={`Cut through the long axis: ${um(left)} on one end, ${um(right)} on the other`}
    >
      <rect
        x={-half - EDGE}
        y={0.9}
        width={2 * half + 2 * EDGE}
        height={0.7}
        fill="var(--d-pkg)"
        stroke="var(--d-ink)"
        strokeWidth={0.06}
      />
      <rect
        x={-half}
        y={0}
        width={2 * half}
        height={0.9}
        fill="var(--d-die)"
        stroke="var(--d-ink)"
        strokeWidth={0.08}
      />
      {filled.map((is, i) =>
        is ? (
          <path
            key={i}
            d={`M${at(i) - half / n} 0V${-shown(at(i) - half / n)}L${at(i) + half / n} ${-shown(at(i) + half / n)}V0Z`}
            fill={FILM[CUTS_UM.filter((c) => gap(at(i)) >= c).length]}
          />
        ) : null,
      )}
      <path
        d={`M${-half - EDGE} ${-shown(-half - EDGE)}L${half + EDGE} ${-shown(half + EDGE)}v-1L${-half - EDGE}
          ${-shown(-half - EDGE) - 1}Z`}
        fill="var(--cu3)"
        stroke="var(--cu0)"
        strokeWidth={0.1}
      />
      <GapFigures half={half} left={left} right={right} shown={shown} um={um} />
    </svg>
  );
}

interface GapFiguresProps {
  half: number;
  left: number;
  right: number;
  shown: (s: number) => number;
  um: (v: number) => string;
}

/** The gap at both ends of the cut. */
function GapFigures({ half, left, right, shown, um }: GapFiguresProps) {
  return (
    <>
      {(
        [
          [-half - 0.25, left, "end"],
          [half + 0.25, right, "start"],
        ] as const
      ).map(([x, v, anchor]) => (
        <g key={anchor} stroke="var(--ink)" strokeWidth={0.09}>
          <path d={`M${x - 0.2} 0h0.4M${x - 0.2} ${-shown(x)}h0.4M${x} 0V${-shown(x)}`} />
          <text
            x={x + (anchor === "end" ? -0.35 : 0.35)}
            y={-shown(x) / 2 + 0.2}
            textAnchor={anchor}
            fontSize={0.72}
            fontWeight="var(--font-weight-bold)"
            fontFamily="var(--font-num)"
            fill="var(--ink)"
            stroke="var(--sheet)"
            strokeWidth={0.16}
            paintOrder="stroke"
          >
            {um(v)}
          </text>
        </g>
      ))}
    </>
  );
}
