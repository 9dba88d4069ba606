import { useId } from "react";
import type { Balance, PlateStack, StackPad } from "@/core/pads";
import type { Chip, Pad } from "@/core/drawing";

const UP = 10;
const DIE_MM = 0.75;
const PACKAGE_MM = 1.25;
const PLATE_MM = 1.6;

interface Props {
  pad: Pad;
  /** The chip the plate presses on. */
  chip: Chip;
  stack: PlateStack;
  balance: Balance;
}

/** The cut from the pad across the chip: board below, plate above, across to scale, up ten times. */
export function Section({ pad, chip, stack, balance }: Props) {
  const work = useSection({ pad, chip, stack, balance });
  const { reach, mm, film, id, die, dieTop, under, shown, along, width, evenMm, text, plateHalf, screwsN } = work;
  return (
    <svg
      viewBox={`${-reach - 11} -57 ${2 * reach + 22} 75`}
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
      <BoardAndDie work={work} />
      <text x={0} y={-dieTop * UP + 5} textAnchor="middle" fontSize={3} fill="#16211f">
        Die
      </text>
      <path
        d={`M${-die / 2} ${-dieTop * UP}V${Math.min(-dieTop * UP - 0.3, under(-die / 2))}L${die / 2}
          ${Math.min(-dieTop * UP - 0.3, under(die / 2))}V${-dieTop * UP}Z`}
        fill="var(--paste)"
      />
      {shown.map((s) => {
        const b = balance.pads.find((x) => x.tag === s.tag);
        if (!b) return null;
        const x = along(s);
        const w = width(s);
        const partTop = -(dieTop + evenMm - s.gapMm) * UP;
        const top = Math.max(partTop - s.thicknessMm * UP, under(x));
        const bulge = Math.max(0, b.pressed) * 2.4;
        return (
          <PadInSection work={work} key={s.tag} s={s} x={x} w={w} partTop={partTop} bulge={bulge} top={top} b={b} />
        );
      })}
      <PlateInSection work={work} />
      {[-1, 1].map((side) => {
        const n = screwsN(side);
        const x = side * (plateHalf - 1.6);
        const y = under(x) - PLATE_MM * UP * 0.72;
        return n > 0 ? <ScrewForce key={side} side={side} x={x} y={y} n={n} text={text} /> : null;
      })}
      <FilmFigures work={work} />
      <LiftMark work={work} pad={pad} />
    </svg>
  );
}

interface UseSectionGiven {
  pad: Pad;
  chip: Chip;
  stack: PlateStack;
  balance: Balance;
}

/** Heights and places of the cut through pad and chip. */
function useSection({ pad, chip, stack, balance }: UseSectionGiven) {
  const id = useId();
  const upright = Math.abs(pad.yMm - chip.yMm) > Math.abs(pad.xMm - chip.xMm);
  const along = (p: { xMm: number; yMm: number }) => (upright ? p.yMm - chip.yMm : p.xMm - chip.xMm);
  const size = (p: { wMm: number; hMm: number }) => (upright ? p.hMm : p.wMm);
  const own = stack.pads.find((p) => p.tag === pad.tag);
  const at = along(pad);
  // the pad across from it, on the same line
  const others = stack.pads.filter((p) => p.tag !== pad.tag && Math.sign(along(p)) !== Math.sign(at));
  const far = others.sort((a, b) => Math.abs(along(a) + at) + across(a) - (Math.abs(along(b) + at) + across(b)))[0];
  function across(p: { xMm: number; yMm: number }): number {
    return Math.abs(upright ? p.xMm - pad.xMm : p.yMm - pad.yMm);
  }
  const shown = [far, own].flatMap((p) => (p ? [p] : []));
  const width = (p: { widthMm: number; heightMm: number }) => (upright ? p.heightMm : p.widthMm);
  const die = upright ? chip.dieHMm || chip.hMm : chip.dieWMm || chip.wMm;
  const pack = size(chip);
  const reach = Math.max(...shown.map((p) => Math.abs(along(p)) + width(p) / 2), pack / 2) + 5;
  const film = balance.films.find((f) => f.chip === chip.id);
  // the plate along the cut, through the pad's middle
  const { evenMm, rise } = balance.plane;
  const slope = upright ? rise[2] : rise[1];
  const base = rise[0] + rise[1] * (upright ? pad.xMm : chip.xMm) + rise[2] * (upright ? chip.yMm : pad.yMm);
  const dieTop = PACKAGE_MM + DIE_MM;
  const under = (s: number) => -(dieTop + evenMm + base + slope * s) * UP;
  const flat = -(dieTop + evenMm) * UP;
  const plateHalf = Math.max(pack / 2 + 4, die / 2 + 6);
  const mm = (v: number) => v.toFixed(2);
  const screwsN = (side: number) =>
    stack.screws
      .filter((s) => Math.sign(along(s) || 1) === side && Math.abs(along(s)) < 45 && across(s) < 60)
      .reduce((t, s) => t + s.forceN, 0);
  const bad = balance.padsShare > 0.35 || (film?.thickUm ?? 0) > 80;
  const text = {
    fontSize: 3.1,
    fontFamily: "var(--font-num)",
    fontWeight: "var(--font-weight-bold)",
    fill: "var(--ink)",
  } as const;
  return {
    reach,
    mm,
    film,
    id,
    pack,
    die,
    dieTop,
    under,
    shown,
    along,
    width,
    evenMm,
    text,
    plateHalf,
    flat,
    screwsN,
    base,
    slope,
    bad,
    at,
    own,
  };
}

interface BoardAndDieProps {
  work: ReturnType<typeof useSection>;
}

/** Board, package and die in the cut. */
function BoardAndDie({ work }: BoardAndDieProps) {
  const { reach, pack, die, dieTop } = work;
  return (
    <>
      <rect
        x={-reach - 6}
        y={0}
        width={2 * reach + 12}
        height={5}
        fill="var(--d-board)"
        stroke="var(--d-ink)"
        strokeWidth={0.4}
      />
      <rect
        x={-pack / 2}
        y={-PACKAGE_MM * UP}
        width={pack}
        height={PACKAGE_MM * UP}
        fill="var(--d-pkg)"
        stroke="var(--d-ink)"
        strokeWidth={0.4}
      />
      <rect
        x={-die / 2}
        y={-dieTop * UP}
        width={die}
        height={DIE_MM * UP}
        fill="var(--d-die)"
        stroke="var(--d-ink)"
        strokeWidth={0.4}
      />
    </>
  );
}

interface PadInSectionProps {
  work: ReturnType<typeof useSection>;
  s: StackPad;
  x: number;
  w: number;
  partTop: number;
  bulge: number;
  top: number;
  b: { tag: string; gapMm: number; pressed: number; forceN: number; liftsMm: number };
}

/** A pad pressed between its part and the plate. */
function PadInSection({ work, s, x, w, partTop, bulge, top, b }: PadInSectionProps) {
  const { id, text, under, mm } = work;
  return (
    <g>
      <rect
        x={x - w / 2 - 0.6}
        y={partTop}
        width={w + 1.2}
        height={-partTop}
        fill="var(--d-ic)"
        stroke="var(--d-ink)"
        strokeWidth={0.4}
      />
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
        y={Math.min(partTop - s.thicknessMm * UP, under(x) - PLATE_MM * 4) - 1.4}
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
      <PadForce x={x} text={text} b={b} />
    </g>
  );
}

interface PadForceProps {
  x: number;
  text: {
    readonly fontSize: 3.1;
    readonly fontFamily: "var(--font-num)";
    readonly fontWeight: "var(--font-weight-bold)";
    readonly fill: "var(--ink)";
  };
  b: { tag: string; gapMm: number; pressed: number; forceN: number; liftsMm: number };
}

/** What a pad bears, N. */
function PadForce({ x, text, b }: PadForceProps) {
  return (
    <>
      <text x={x} y={13} textAnchor="middle" {...text}>
        {b.forceN.toFixed(1)} N
      </text>
      <path
        d={`M${x} 9.4V6.2M${x - 1.2} 7.6L${x} 6L${x + 1.2} 7.6`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={Math.min(2.4, 0.7 + b.forceN / 8)}
      />
    </>
  );
}

interface PlateInSectionProps {
  work: ReturnType<typeof useSection>;
}

/** The plate as it comes to rest. */
function PlateInSection({ work }: PlateInSectionProps) {
  const { reach, under, plateHalf, flat } = work;
  return (
    <>
      <path
        d={`M${-reach} ${under(-reach)}L${reach} ${under(reach)}v${-PLATE_MM * 3}L${-reach}
          ${under(-reach) - PLATE_MM * 3}Z`}
        fill="var(--d-al2)"
        stroke="var(--d-ink)"
        strokeWidth={0.4}
      />
      <path
        d={`M${-plateHalf} ${under(-plateHalf)}L${plateHalf}
          ${under(plateHalf)}v${-PLATE_MM * UP * 0.72}L${-plateHalf} ${under(-plateHalf) - PLATE_MM * UP * 0.72}Z`}
        fill="var(--cu3)"
        stroke="var(--cu0)"
        strokeWidth={0.5}
      />
      <path
        d={`M${-reach - 4} ${flat}H${reach + 4}`}
        stroke="var(--ink)"
        strokeWidth={0.4}
        strokeDasharray="3 1 0.6 1"
      />
    </>
  );
}

interface ScrewForceProps {
  side: number;
  x: number;
  y: number;
  n: number;
  text: React.SVGProps<SVGTextElement>;
}

/** What the screws of one side press, N. */
function ScrewForce({ side, x, y, n, text }: ScrewForceProps) {
  return (
    <g>
      <path
        d={`M${x} ${y - 10}V${y - 1.4}M${x - 1.4} ${y - 3.4}L${x} ${y - 1}L${x + 1.4} ${y - 3.4}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={Math.min(2.2, 0.8 + n / 24)}
      />
      <text x={x + side * -2.6} y={y - 6} textAnchor={side > 0 ? "end" : "start"} {...text}>
        {Math.round(n)} N
      </text>
    </g>
  );
}

interface FilmFiguresProps {
  work: ReturnType<typeof useSection>;
}

/** Thickness of the film at both edges of the die. */
function FilmFigures({ work }: FilmFiguresProps) {
  const { text, film, die, dieTop, evenMm, base, slope } = work;
  return (
    <>
      <text x={0} y={13} textAnchor="middle" {...text} fill="var(--paste)">
        {(film?.forceN ?? 0).toFixed(0)} N on the die
      </text>
      <g fill="var(--paste)" fontSize={3.1} fontFamily="var(--font-num)" fontWeight="var(--font-weight-bold)">
        <text x={-die / 2 - 1} y={-dieTop * UP + 4.4} textAnchor="end">
          {Math.round(1000 * (evenMm + base - slope * (die / 2)))} µm
        </text>
        <text x={die / 2 + 1} y={-dieTop * UP + 4.4}>
          {Math.round(1000 * (evenMm + base + slope * (die / 2)))} µm
        </text>
      </g>
    </>
  );
}

interface LiftMarkProps {
  work: ReturnType<typeof useSection>;
  pad: Pad;
}

/** A pad that lifts the plate off the die. */
function LiftMark({ work, pad }: LiftMarkProps) {
  const { bad, at, reach, own } = work;
  return (
    <>
      {bad ? (
        <g transform={`translate(${Math.sign(at || 1) * (reach - 16)} -52)`}>
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
            {pad.tag} {own?.thicknessMm} mm lifts the plate
          </text>
        </g>
      ) : null}
    </>
  );
}
