import type { StackPad } from "@/core/handwork/pads";
import { ROLE_NAMES, type Chip } from "@/core/drawing/parts";
import { type useSection, UP, PLATE_MM } from "./useSection";

interface BoardAndDieProps {
  work: ReturnType<typeof useSection>;
  chip: Chip;
}

/** Board, package and die in the cut. */
export function BoardAndDie({ work, chip }: BoardAndDieProps) {
  const { reachMm, packageWideMm, packageMm, dieMm, dieTopMm } = work;
  return (
    <>
      <rect
        x={-reachMm - 6}
        y={0}
        width={2 * reachMm + 12}
        height={5}
        fill="var(--d-board)"
        stroke="var(--d-ink)"
        strokeWidth={0.4}
      />
      <rect
        x={-packageWideMm / 2}
        y={-packageMm * UP}
        width={packageWideMm}
        height={packageMm * UP}
        fill="var(--d-pkg)"
        stroke="var(--d-ink)"
        strokeWidth={0.4}
      />
      <rect
        x={-dieMm / 2}
        y={-dieTopMm * UP}
        width={dieMm}
        height={(dieTopMm - packageMm) * UP}
        fill="var(--d-die)"
        stroke="var(--d-ink)"
        strokeWidth={0.4}
      />
      <text x={0} y={-packageMm * UP - 2.4} textAnchor="middle" fontSize={3} fill="#16211f">
        Die
      </text>
      <text x={0} y={(-packageMm * UP) / 2 + 1.1} textAnchor="middle" fontSize={3} fill="#eef2ef">
        {ROLE_NAMES[chip.role]}
      </text>
    </>
  );
}

interface PadInSectionProps {
  work: ReturnType<typeof useSection>;
  s: StackPad;
  /** Where it lies in the cut, in units of the picture. */
  place: { x: number; w: number; partTop: number; bulge: number; top: number };
  b: { tag: string; gapMm: number; pressed: number; forceN: number; liftsMm: number };
  /** Tag of what lies over it, where that is not the plate of the cut. */
  over: string;
}

/** A pad pressed between its part and the plate. */
export function PadInSection({ work, s, place, b, over }: PadInSectionProps) {
  const { x, w, partTop, bulge, top } = place;
  const { id, text, under, mm, partName } = work;
  return (
    <g>
      <PartUnder x={x} w={w} partTop={partTop} name={partName(s)} />
      {over ? <PartOver x={x} w={w} top={top} over={over} text={text} /> : null}
      <path
        d={`M${x - w / 2} ${partTop}Q${x - w / 2 - bulge} ${(partTop + top) / 2} ${x - w / 2}
          ${top}H${x + w / 2}Q${x + w / 2 + bulge} ${(partTop + top) / 2} ${x + w / 2} ${partTop}Z`}
        fill={`url(#${id})`}
        stroke="var(--d-ink)"
        strokeWidth={0.4}
      />
      <rect
        x={x - w / 2}
        y={partTop - s.thicknessMm * UP}
        width={w}
        height={s.thicknessMm * UP}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={0.4}
        strokeDasharray="0.4 1"
      />
      <rect
        x={x - 4.4}
        y={(partTop + top) / 2 - 2.3}
        width={8.8}
        height={4.6}
        rx={0.6}
        fill="var(--d-lab)"
        stroke="var(--ink)"
        strokeWidth={0.3}
      />
      <text x={x} y={(partTop + top) / 2 + 1.1} textAnchor="middle" {...text}>
        {s.tag}
      </text>
      <text
        x={x}
        y={Math.min(partTop - s.thicknessMm * UP, under(x) - PLATE_MM * 4, over ? top - 12 : 0) - 1.4}
        textAnchor="middle"
        fontSize={3}
        fill="var(--ink-2)"
      >
        free{" "}
        <tspan fontFamily="var(--font-num)" fontWeight="var(--font-weight-bold)" fill="var(--ink)">
          {s.thicknessMm}
        </tspan>
      </text>
      <g stroke="var(--ink)" strokeWidth={0.4}>
        <path
          d={`M${x + Math.sign(x || 1) * (w / 2 + 3)} ${partTop}V${under(x)}m-1
            0h2M${x + Math.sign(x || 1) * (w / 2 + 3) - 1} ${partTop}h2`}
          fill="none"
        />
      </g>
      <text
        x={x + Math.sign(x || 1) * (w / 2 + 4.4)}
        y={(partTop + under(x)) / 2 + 1}
        textAnchor={x > 0 ? "start" : "end"}
        {...text}
      >
        {mm(b.gapMm)}
      </text>
    </g>
  );
}

/** The part a pad lies on. */
function PartUnder({ x, w, partTop, name }: { x: number; w: number; partTop: number; name: string }) {
  return (
    <>
      <rect
        x={x - w / 2 - 0.6}
        y={partTop}
        width={w + 1.2}
        height={-partTop}
        fill="var(--d-ic)"
        stroke="var(--d-ink)"
        strokeWidth={0.4}
      />
      {partTop < -4.5 ? (
        <text
          x={x}
          y={partTop / 2 + 1}
          textAnchor="middle"
          fontSize={Math.min(2.8, (1.7 * w) / name.length)}
          fill="#eef2ef"
        >
          {name}
        </text>
      ) : null}
    </>
  );
}

interface PartOverProps {
  x: number;
  w: number;
  top: number;
  over: string;
  text: React.SVGProps<SVGTextElement>;
}

/** What lies over a pad, where it is not the plate of the cut. */
function PartOver({ x, w, top, over, text }: PartOverProps) {
  return (
    <>
      <rect
        x={x - w / 2 - 1}
        y={top - 12}
        width={w + 2}
        height={12}
        rx={3}
        fill="var(--cu3)"
        stroke="var(--cu0)"
        strokeWidth={0.5}
      />
      <text x={x} y={top - 4.8} textAnchor="middle" {...text} fill="var(--cu0)">
        {over}
      </text>
    </>
  );
}

interface PlateInSectionProps {
  work: ReturnType<typeof useSection>;
}

/** The plate as it comes to rest. */
export function PlateInSection({ work }: PlateInSectionProps) {
  const { reachMm, wingMm, under, plateHalfMm, flat } = work;
  return (
    <>
      {wingMm > plateHalfMm ? (
        <path
          d={`M${-wingMm} ${under(-wingMm)}L${wingMm} ${under(wingMm)}v${-PLATE_MM * 3}L${-wingMm}
            ${under(-wingMm) - PLATE_MM * 3}Z`}
          fill="var(--d-al2)"
          stroke="var(--d-ink)"
          strokeWidth={0.4}
        />
      ) : null}
      <path
        d={`M${-plateHalfMm} ${under(-plateHalfMm)}L${plateHalfMm}
          ${under(plateHalfMm)}v${-PLATE_MM * UP * 0.72}L${-plateHalfMm}
          ${under(-plateHalfMm) - PLATE_MM * UP * 0.72}Z`}
        fill="var(--cu3)"
        stroke="var(--cu0)"
        strokeWidth={0.5}
      />
      <path
        d={`M${-reachMm - 4} ${flat}H${reachMm + 4}`}
        stroke="var(--ink)"
        strokeWidth={0.4}
        strokeDasharray="3 1 0.6 1"
      />
    </>
  );
}
