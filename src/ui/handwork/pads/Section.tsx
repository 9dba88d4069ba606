import { useId } from "react";
import { forcesOn, riseAt, type PlateForces, type StackPad } from "@/core/handwork/pads";
import { ROLE_NAMES, type Chip, type CoolingMap, type Pad } from "@/core/drawing/parts";
import { words } from "@/core/base/words";
import type { Tried } from "./usePadBench";

const UP = 10;
/** Heights over the board and over the package where the drawing has none, mm. */
const DIE_MM = 0.75;
const PACKAGE_MM = 1.25;
const PLATE_MM = 1.6;

interface Props {
  map: CoolingMap;
  pad: Pad;
  /** The chip the plate presses on. */
  chip: Chip;
  tried: Tried;
  /** Tag of the plate over the pad; "" where it is none. */
  plate: string;
  /** Tag of what lies over the pad itself. */
  over: string;
}

/** Half of the least width that is shown, mm. */
const LEAST_REACH = 30;

/** What bears on the plate over a chip. */
export const chipForces = ({ stack, balance }: Tried, chip: Chip): PlateForces =>
  forcesOn(stack, balance, stack.chips.find((c) => c.id === chip.id)?.body ?? null);

/** The cut from the pad across the chip: board below, plate above, across to scale, up ten times. */
export function Section({ map, pad, chip, tried, plate, over }: Props) {
  const work = useSection({ map, pad, chip, tried });
  const { balance } = tried;
  const { reach, mm, film, id, die, dieTop, under, shown, along, width, evenMm, text } = work;
  return (
    <svg
      viewBox={`${-reach - 11} -57 ${2 * reach + 22} 82`}
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
        const top = partTop - Math.min(s.thicknessMm, b.gapMm) * UP;
        const bulge = Math.max(0, b.pressed) * 2.4;
        return (
          <PadInSection
            work={work}
            key={s.tag}
            s={s}
            x={x}
            w={w}
            partTop={partTop}
            bulge={bulge}
            top={top}
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

type UseSectionGiven = Omit<Props, "plate" | "over">;

/** Heights and places of the cut through pad and chip. */
function useSection({ map, pad, chip, tried: { stack, balance, edgeUm } }: UseSectionGiven) {
  const id = useId();
  const upright = Math.abs(pad.yMm - chip.yMm) > Math.abs(pad.xMm - chip.xMm);
  const along = (p: { xMm: number; yMm: number }) => (upright ? p.yMm - chip.yMm : p.xMm - chip.xMm);
  const size = (p: { wMm: number; hMm: number }) => (upright ? p.hMm : p.wMm);
  const own = stack.pads.find((p) => p.tag === pad.tag);
  const at = along(pad);
  const body = stack.chips.find((c) => c.id === chip.id)?.body ?? null;
  // the pad across from it, on the same line
  const others = stack.pads.filter(
    (p) => p.tag !== pad.tag && p.body === body && Math.sign(along(p)) !== Math.sign(at),
  );
  const far = others.sort((a, b) => Math.abs(along(a) + at) + across(a) - (Math.abs(along(b) + at) + across(b)))[0];
  function across(p: { xMm: number; yMm: number }): number {
    return Math.abs(upright ? p.xMm - pad.xMm : p.yMm - pad.yMm);
  }
  const shown = [far, own].flatMap((p) => (p ? [p] : []));
  const width = (p: { widthMm: number; heightMm: number }) => (upright ? p.heightMm : p.widthMm);
  const dieW = chip.dieWMm || chip.wMm;
  const dieH = chip.dieHMm || chip.hMm;
  const die = upright ? dieH : dieW;
  const pack = size(chip);
  const reach = Math.max(...shown.map((p) => Math.abs(along(p)) + width(p) / 2), pack / 2, LEAST_REACH - 5) + 5;
  // the wings of the plate reach over its own pads alone
  const onPlate = (s: StackPad) => s.body === (body ?? undefined);
  const wing = Math.max(...shown.map((p) => (onPlate(p) ? Math.abs(along(p)) + width(p) / 2 + 3 : 0)));
  const film = balance.films.find((f) => f.chip === chip.id);
  // the plate along the cut: through the pad's middle, or the rim of the die next to it
  const plane = balance.planes.find((p) => p.id === (body ?? "")) ?? balance.planes[0];
  const within = (v: number, middle: number, half: number) => Math.max(middle - half, Math.min(middle + half, v));
  const line = upright ? within(pad.xMm, chip.xMm, dieW / 2) : within(pad.yMm, chip.yMm, dieH / 2);
  const evenMm = plane?.evenMm ?? 0.04;
  const rise = (s: number) => (plane ? riseAt(plane, upright ? line : chip.xMm + s, upright ? chip.yMm + s : line) : 0);
  const packageMm = chip.packageMm || PACKAGE_MM;
  const dieTop = Math.max(packageMm + 0.2, chip.topMm || packageMm + DIE_MM);
  const under = (s: number) => -(dieTop + evenMm + rise(s)) * UP;
  const flat = -(dieTop + evenMm) * UP;
  const text = {
    fontSize: 3.1,
    fontFamily: "var(--font-num)",
    fontWeight: "var(--font-weight-bold)",
    fill: "var(--ink)",
  } as const;
  const forces = forcesOn(stack, balance, body, along);
  return {
    reach,
    mm: (v: number) => v.toFixed(2),
    film,
    id,
    pack,
    packageMm,
    die,
    dieTop,
    under,
    shown,
    along,
    width,
    evenMm,
    text,
    plateHalf: Math.max(pack / 2 + 4, die / 2 + 6),
    flat,
    forces,
    // no film is thinner than the grains that hold it open
    filmUm: (s: number) => Math.max(stack.paste.fillerUm, 1000 * (evenMm + rise(s))),
    onPlate,
    wing,
    bad: forces.padsShare > 0.35 || edgeUm > 80,
    partName: (s: StackPad) => {
      const drawn = map.ofKind("pad").find((p) => p.tag === s.tag);
      const part = drawn && map.beside(drawn.id, "chip")[0];
      return part ? ROLE_NAMES[part.role] : "";
    },
    at,
    own,
  };
}

interface BoardAndDieProps {
  work: ReturnType<typeof useSection>;
  chip: Chip;
}

/** Board, package and die in the cut. */
function BoardAndDie({ work, chip }: BoardAndDieProps) {
  const { reach, pack, packageMm, die, dieTop } = work;
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
        y={-packageMm * UP}
        width={pack}
        height={packageMm * UP}
        fill="var(--d-pkg)"
        stroke="var(--d-ink)"
        strokeWidth={0.4}
      />
      <rect
        x={-die / 2}
        y={-dieTop * UP}
        width={die}
        height={(dieTop - packageMm) * UP}
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
  x: number;
  w: number;
  partTop: number;
  bulge: number;
  top: number;
  b: { tag: string; gapMm: number; pressed: number; forceN: number; liftsMm: number };
  /** Tag of what lies over it, where that is not the plate of the cut. */
  over: string;
}

/** A pad pressed between its part and the plate. */
function PadInSection({ work, s, x, w, partTop, bulge, top, b, over }: PadInSectionProps) {
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
function PlateInSection({ work }: PlateInSectionProps) {
  const { reach, wing, under, plateHalf, flat } = work;
  return (
    <>
      {wing > plateHalf ? (
        <path
          d={`M${-wing} ${under(-wing)}L${wing} ${under(wing)}v${-PLATE_MM * 3}L${-wing}
            ${under(-wing) - PLATE_MM * 3}Z`}
          fill="var(--d-al2)"
          stroke="var(--d-ink)"
          strokeWidth={0.4}
        />
      ) : null}
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

interface WithWork {
  work: ReturnType<typeof useSection>;
}

/** What the screws on either side of the die give, as the plate lies. */
function ForcesAbove({ work: { forces, under, plateHalf, text } }: WithWork) {
  return (
    <>
      {forces.sides.map((side, i) => {
        const way = i === 0 ? -1 : 1;
        const x = way * (plateHalf - 1.6);
        const y = under(x) - PLATE_MM * UP * 0.72;
        return side.screwsN > 0 ? (
          <g key={way}>
            <path
              d={`M${x} ${y - 10}V${y - 1.4}M${x - 1.4} ${y - 3.4}L${x} ${y - 1}L${x + 1.4} ${y - 3.4}`}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={Math.min(2.2, 0.8 + side.screwsN / 24)}
            />
            <text x={x + way * -2.6} y={y - 7} textAnchor={way > 0 ? "end" : "start"} {...text}>
              {newtons(side.screwsN)}
            </text>
            <text
              x={x + way * -2.6}
              y={y - 3.4}
              textAnchor={way > 0 ? "end" : "start"}
              fontSize={2.7}
              fill="var(--ink-2)"
            >
              {words.counted(side.screws, "screw")}
            </text>
          </g>
        ) : null;
      })}
    </>
  );
}

const newtons = (n: number) => `${words.number(n, 1)} N`;

/** "P1 to P3", "P1 and P4", by their tags in order. */
function tagsWords(tags: readonly string[]): string {
  const sorted = [...tags].sort((a, b) => a.localeCompare(b, "en", { numeric: true }));
  const numbers = sorted.map((t) => Number(t.slice(1)));
  const run = numbers.every((n, i) => i === 0 || n === (numbers[i - 1] ?? 0) + 1);
  return run && sorted.length > 2 ? `${sorted[0] ?? ""} to ${sorted.at(-1) ?? ""}` : words.listed(sorted);
}

interface ForcesBelowProps extends WithWork {
  text: React.SVGProps<SVGTextElement>;
}

/** What dies and pads bear of it: on the whole plate, so that above and below are as much. */
function ForcesBelow({ work, text }: ForcesBelowProps) {
  const { forces, shown, along, reach, onPlate } = work;
  const [left, right] = forces.sides;
  const place = (way: number) => {
    const pad = shown.find((s) => onPlate(s) && Math.sign(along(s)) === way);
    return pad ? along(pad) : way * (reach - 12);
  };
  return (
    <g>
      {left.pads.length ? <Upward x={place(-1)} n={left.padsN} what={tagsWords(left.pads)} text={text} /> : null}
      <Upward x={0} n={forces.chipsN} what="the die gets" text={{ ...text, fill: "var(--paste)" }} />
      {right.pads.length ? <Upward x={place(1)} n={right.padsN} what={tagsWords(right.pads)} text={text} /> : null}
    </g>
  );
}

/** "All of C2: 36.6 N from its screws, 26.0 N on the die, 10.2 N on pads, 0.4 N through pipes". */
export function balanceWords({ screwsN, chipsN, padsN, pipesN }: PlateForces, plate: string, unborne: string): string {
  const parts = [`${newtons(chipsN)} on the die`];
  if (padsN > 0.05) parts.push(`${newtons(padsN)} on pads`);
  if (pipesN > 0.05) parts.push(`${newtons(pipesN)} through pipes to the plate beside it`);
  const from = [`${newtons(screwsN)} from screws`];
  if (pipesN < -0.05) from.push(`${newtons(-pipesN)} through pipes`);
  const whole = `All of ${plate && !unborne ? plate : "the plate"}: ${words.listed(from)}; ${words.listed(parts)}.`;
  return unborne ? `${whole} ${unborne} is not among them.` : whole;
}

/** An arrow up from the board with what it bears. */
function Upward({ x, n, what, text }: { x: number; n: number; what: string; text: React.SVGProps<SVGTextElement> }) {
  return (
    <>
      <path
        d={`M${x} 9.4V6.2M${x - 1.2} 7.6L${x} 6L${x + 1.2} 7.6`}
        fill="none"
        stroke={text.fill}
        strokeWidth={Math.min(2.4, 0.7 + n / 12)}
      />
      <text x={x} y={13} textAnchor="middle" {...text}>
        {newtons(n)}
      </text>
      <text x={x} y={16.4} textAnchor="middle" fontSize={2.7} fill="var(--ink-2)">
        {what}
      </text>
    </>
  );
}

/** Thickness of the film at both edges of the die. */
function FilmFigures({ work: { die, dieTop, filmUm } }: WithWork) {
  return (
    <g fill="var(--paste)" fontSize={3.1} fontFamily="var(--font-num)" fontWeight="var(--font-weight-bold)">
      <text x={-die / 2 - 1} y={-dieTop * UP + 4.4} textAnchor="end">
        {Math.round(filmUm(-die / 2))} µm
      </text>
      <text x={die / 2 + 1} y={-dieTop * UP + 4.4}>
        {Math.round(filmUm(die / 2))} µm
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
  const { bad, at, reach, own } = work;
  return bad ? (
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
        {pad.tag} {own?.thicknessMm} mm lifts {plate || "the plate"}
      </text>
    </g>
  ) : null;
}
