import {
  boundsOf,
  boundsOfParts,
  centreOf,
  dieRing,
  type CoolingMap,
  type Layout,
  type Part,
} from "@/core/drawing/parts";
import { isPrint, PRINT, type ServiceContext } from "@/core/handwork/service";
import type { View } from "@/ui/drawing/underside/useView";
import { stepKey } from "@/core/handwork/service";

interface ScrewMarkProps {
  p: Part;
  x: number;
  y: number;
  next: boolean;
  done: (p: Part) => boolean;
  view: View;
  middleY: number;
  stamp: string;
}

/** A heatsink screw with its number and whether it had its turn. */
export function ScrewMark({ p, x, y, next, done, view, middleY, stamp }: ScrewMarkProps) {
  return (
    <g transform={`translate(${x} ${y})`}>
      <circle
        r={5.4}
        fill="none"
        stroke={next ? "var(--copper)" : done(p) ? "var(--copper-fill)" : "var(--sheet)"}
        strokeWidth={next ? 2.6 : 1.8}
      />
      <g
        transform={
          `scale(${1 / view.scale}) translate(0 ` + `${(y < middleY ? -1 : 1) * (5.4 * view.scale + (next ? 27 : 21))})`
        }
      >
        {next ? <rect x={-23} y={-20} width={46} height={40} rx={4} fill="var(--copper)" /> : null}
        <text
          y={10}
          textAnchor="middle"
          fontSize="var(--text-step)"
          fontWeight="var(--font-weight-heavy)"
          fontFamily="var(--font-num)"
          fill={next ? "var(--on-copper)" : "var(--ink)"}
          stroke={next ? "none" : "var(--sheet)"}
          strokeWidth={5}
          paintOrder="stroke"
        >
          {stamp}
        </text>
        {done(p) && !next
          ? [
              [7, "var(--sheet)"],
              [4, "var(--ink)"],
            ].map(([w, c]) => <path key={w} d="M15 -1l6 7 11-14" fill="none" stroke={String(c)} strokeWidth={w} />)
          : null}
      </g>
    </g>
  );
}

/** Where the paste lay on each plate: wetted cells over the chip, seen through the plate. */
export function Prints({ ctx, map }: { ctx: ServiceContext; map: CoolingMap }) {
  return (
    <g aria-hidden>
      {map.ofKind("chip").map((c) => {
        const print = ctx.journal.of(stepKey("print", c.id)).value;
        if (!isPrint(print) || ctx.journal.isDone(stepKey("clean", c.id))) return null;
        const b = boundsOf(dieRing(c));
        const [w, h] = [(b.right - b.left) / PRINT.columns, (b.bottom - b.top) / PRINT.rows];
        // the plate faces the hand mirrored; on the drawing it lies as mounted
        return [...print].map((cell, i) =>
          cell === "w" ? (
            <rect
              key={`${c.id}${i}`}
              x={b.right - ((i % PRINT.columns) + 1) * w - 0.2}
              y={b.top + Math.floor(i / PRINT.columns) * h - 0.2}
              width={w + 0.4}
              height={h + 0.4}
              fill="#C9CCC4"
              opacity={0.92}
            />
          ) : null,
        );
      })}
    </g>
  );
}

export function Flag({ part, text, scale, base }: { part: Part; text: string; scale: number; base: Layout["base"] }) {
  const b = boundsOfParts([part]);
  const right = b.right + 60 / scale < base.widthMm;
  const w = text.length * 15 + 22;
  return (
    <g transform={`translate(${right ? b.right + 6 : b.left - 6} ${(b.top + b.bottom) / 2}) scale(${1 / scale})`}>
      <rect
        x={right ? 0 : -w}
        y={-19}
        width={w}
        height={38}
        rx={4}
        fill="var(--copper)"
        stroke="var(--sheet)"
        strokeWidth={2}
      />
      <text
        x={right ? w / 2 : -w / 2}
        y={9}
        textAnchor="middle"
        fontSize="var(--text-head)"
        fontWeight="var(--font-weight-heavy)"
        fontFamily="var(--font-num)"
        fill="var(--on-copper)"
      >
        {text}
      </text>
    </g>
  );
}

/** A part's grade as a comb of four teeth, as many thick as the grade, and its digit. */
export function GradeTag({ part, grade, view, width }: { part: Part; grade: number; view: View; width: number }) {
  const { scale } = view;
  const [cx, y] = centreOf(part);
  // a tag never hangs over the edge of the pane
  const x = (Math.min(width - 48, Math.max(48, cx * scale + view.x)) - view.x) / scale;
  return (
    <g aria-label={`${part.tag} grade ${grade}`} transform={`translate(${x} ${y}) scale(${1 / scale})`}>
      <rect x={-44} y={-14} width={88} height={28} rx={3} fill="var(--d-lab)" stroke="var(--ink)" strokeWidth={1.4} />
      <text
        x={-36}
        y={6}
        fontSize="var(--text-body)"
        fontWeight="var(--font-weight-heavy)"
        fontFamily="var(--font-num)"
        fill="var(--ink)"
      >
        {part.tag}
      </text>
      {[0, 1, 2, 3].map((i) => (
        <path key={i} d={`M${-4 + i * 6} -7v14`} stroke="var(--ink)" strokeWidth={i < grade ? 4 : 1} />
      ))}
      <text
        x={26}
        y={6}
        fontSize="var(--text-body)"
        fontWeight="var(--font-weight-heavy)"
        fontFamily="var(--font-num)"
        fill="var(--ink)"
      >
        {grade}
      </text>
    </g>
  );
}

export function around(parts: readonly Part[], size: { width: number; height: number }, edge = 26, top = false): View {
  const b = boundsOfParts(parts);
  const scale = Math.min(size.width / (b.right - b.left + 2 * edge), size.height / (b.bottom - b.top + 2 * edge));
  return {
    scale,
    x: size.width / 2 - ((b.left + b.right) / 2) * scale,
    y: top ? (edge - b.top) * scale : size.height / 2 - ((b.top + b.bottom) / 2) * scale,
  };
}
