import { forcesOn, type PlateForces } from "@/core/handwork/pads";
import type { Chip, Pad } from "@/core/drawing/parts";
import type { Tried } from "./usePadBench";
import { ForcesAbove, ForcesBelow } from "./SectionForces";
import { BoardAndDie, PadInSection, PlateInSection } from "./SectionParts";
import { type Props, useSection, UP, type WithWork } from "./useSection";

/** What bears on the plate over a chip. */
export const chipForces = ({ stack, balance }: Tried, chip: Chip): PlateForces =>
  forcesOn(stack, balance, stack.chips.find((c) => c.id === chip.id)?.body ?? null);

/** The cut from the pad across the chip: board below, plate above, across to scale, up ten times. */
export function Section({ map, pad, chip, tried, plate, over }: Props) {
  const work = useSection({ map, pad, chip, tried });
  const { balance } = tried;
  const { reachMm, mm, film, id, dieMm, dieTopMm, under, shown, along, width, evenMm, text } = work;
  return (
    <svg
      viewBox={`${-reachMm - 11} -57 ${2 * reachMm + 22} 82`}
      className="block h-full w-full"
      role="img"
      aria-label={
        `Cut across ${pad.tag}: gap ${mm(balance.pads.find((x) => x.tag === pad.tag)?.gapMm ?? 0)} mm, ` +
        `film ${Math.round(film?.thinUm ?? 0)} to ${Math.round(film?.thickUm ?? 0)} µm`
      }
    >
      <defs>
        <pattern id={id} width={2} height={2} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width={2} height={2} fill="var(--d-pad)" />
          <path d="M0 0V2" stroke="var(--d-padl)" strokeWidth={0.5} />
        </pattern>
      </defs>
      <BoardAndDie work={work} chip={chip} />
      <path
        d={`M${-dieMm / 2} ${-dieTopMm * UP}V${Math.min(-dieTopMm * UP - 0.3, under(-dieMm / 2))}L${dieMm / 2}
          ${Math.min(-dieTopMm * UP - 0.3, under(dieMm / 2))}V${-dieTopMm * UP}Z`}
        fill="var(--paste)"
      />
      {shown.map((s) => {
        const b = balance.pads.find((x) => x.tag === s.tag);
        if (!b) return null;
        const x = along(s);
        const w = width(s);
        const partTop = -(dieTopMm + evenMm - s.gapMm) * UP;
        const top = partTop - Math.min(s.thicknessMm, b.gapMm) * UP;
        const bulge = Math.max(0, b.pressed) * 2.4;
        return (
          <PadInSection
            work={work}
            key={s.tag}
            s={s}
            place={{ x, w, partTop, bulge, top }}
            b={b}
            over={work.onPlate(s) ? "" : over}
          />
        );
      })}
      <PlateInSection work={work} />
      <ForcesAbove work={work} />
      <ForcesBelow work={work} text={text} />
      <FilmFigures work={work} />
      <LiftMark work={work} pad={pad} plate={plate} />
    </svg>
  );
}

/** Thickness of the film at both edges of the die. */
function FilmFigures({ work: { dieMm, dieTopMm, filmUm } }: WithWork) {
  return (
    <g fill="var(--paste)" fontSize={3.1} fontFamily="var(--font-num)" fontWeight="var(--font-weight-bold)">
      <text x={-dieMm / 2 - 1} y={-dieTopMm * UP + 4.4} textAnchor="end">
        {Math.round(filmUm(-dieMm / 2))} µm
      </text>
      <text x={dieMm / 2 + 1} y={-dieTopMm * UP + 4.4}>
        {Math.round(filmUm(dieMm / 2))} µm
      </text>
    </g>
  );
}

interface LiftMarkProps extends WithWork {
  pad: Pad;
  plate: string;
}

/** A pad that lifts the plate off the die. */
function LiftMark({ work, pad, plate }: LiftMarkProps) {
  const { lifts, at, reachMm, own } = work;
  return lifts ? (
    <g transform={`translate(${Math.sign(at || 1) * (reachMm - 16)} -52)`}>
      <rect
        x={-24}
        y={-4.6}
        width={48}
        height={8}
        rx={0.8}
        fill="var(--caution)"
        stroke="var(--ink)"
        strokeWidth={0.4}
      />
      <text textAnchor="middle" y={1} fontSize={3.6} fontWeight="var(--font-weight-strong)" fill="#16211f">
        {pad.tag} {own?.thicknessMm} mm lifts {plate || "the plate"}
      </text>
    </g>
  ) : null;
}
