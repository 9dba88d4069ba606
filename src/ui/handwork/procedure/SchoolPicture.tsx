import type { ReactNode } from "react";
import type { Procedure } from "@/core/handwork/service";

const INK = "var(--ink)";

/** A picture of one school, 76 × 60: what hands do in it. */
export function SchoolPicture({ of, value }: { of: keyof Procedure; value: string }) {
  const draw = PICTURES[of][value];
  return (
    <svg aria-hidden width={70} height={55} viewBox="0 0 76 60" className="block">
      {draw ?? null}
    </svg>
  );
}

/** A plate with its four screws, in the order of their numbers; none where any order does. */
const plate = (numbers: readonly (number | null)[], first: number | null): ReactNode => (
  <>
    <rect x={10} y={8} width={56} height={44} rx={4} fill="var(--cu3)" stroke={INK} strokeWidth={1.4} />
    {numbers.map((n, i) => {
      const [x, y] = [i % 2 ? 54 : 22, i < 2 ? 19 : 41];
      return (
        <g key={i}>
          <circle
            cx={x}
            cy={y}
            r={7.5}
            fill={n !== null && n === first ? INK : "var(--sheet)"}
            stroke={INK}
            strokeWidth={1.3}
          />
          {n === null ? (
            <path d={`M${x - 3.5} ${y}h7M${x} ${y - 3.5}v7`} stroke={INK} strokeWidth={1.3} />
          ) : (
            <text
              x={x}
              y={y + 4}
              textAnchor="middle"
              fontSize={11}
              fontWeight={700}
              fill={n === first ? "var(--sheet)" : INK}
            >
              {n}
            </text>
          )}
        </g>
      );
    })}
  </>
);

const blower = (x: number, y: number): ReactNode => (
  <>
    <circle cx={x} cy={y} r={14} fill="var(--d-fan)" stroke={INK} strokeWidth={1.4} />
    <circle cx={x} cy={y} r={10} fill="var(--d-we1)" />
    {Array.from({ length: 9 }, (_, i) => {
      const a = (i * 2 * Math.PI) / 9;
      return (
        <path
          key={i}
          d={`M${x + 3 * Math.cos(a)} ${y + 3 * Math.sin(a)}L${x + 9 * Math.cos(a + 0.5)} ${y + 9 * Math.sin(a + 0.5)}`}
          stroke="var(--d-blade)"
          strokeWidth={1.6}
        />
      );
    })}
    <circle cx={x} cy={y} r={3} fill="var(--d-al2)" />
  </>
);
const fins = (x: number, felted: boolean): ReactNode => (
  <>
    <rect x={x} y={6} width={34} height={13} fill="var(--d-al1)" stroke={INK} strokeWidth={1.2} />
    <path
      d={Array.from({ length: 8 }, (_, i) => `M${x + 4 + i * 4} 6v13`).join("")}
      stroke="var(--d-al3)"
      strokeWidth={1.1}
    />
    {felted ? <rect x={x} y={15} width={34} height={5} fill="var(--lint2)" opacity={0.9} /> : null}
  </>
);
const bottle = (fill: string, word: string): ReactNode => (
  <>
    <rect x={26} y={6} width={10} height={8} rx={1.5} fill="var(--d-we2)" />
    <path d="M23 18q0-4 4-4h8q4 0 4 4v34h-16z" fill="var(--d-al1)" stroke={INK} strokeWidth={1.4} />
    <path d="M23.7 32h14.6v19.3h-14.6z" fill={fill} />
    <text x={31} y={46} textAnchor="middle" fontSize={9} fontWeight={700} fill={INK}>
      {word}
    </text>
  </>
);
const die = (paste: ReactNode): ReactNode => (
  <>
    <rect x={14} y={10} width={48} height={40} rx={2} fill="var(--d-pkg)" stroke={INK} strokeWidth={1.2} />
    <rect x={23} y={20} width={30} height={20} fill="var(--d-die)" stroke={INK} strokeWidth={1} />
    {paste}
  </>
);
const section = (pad: ReactNode): ReactNode => (
  <>
    <rect x={8} y={44} width={60} height={10} fill="var(--d-board)" stroke={INK} strokeWidth={1.2} />
    <rect x={24} y={36} width={28} height={8} fill="var(--d-ic)" />
    {pad}
  </>
);
const arcs = (n: number): ReactNode => (
  <>
    {Array.from({ length: n }, (_, i) => {
      const r = 12 + i * 5;
      return (
        <path
          key={i}
          d={`M${38 - r} 36a${r} ${r} 0 1 1 ${2 * r} 0`}
          fill="none"
          stroke="var(--cu2)"
          strokeWidth={2.6}
          strokeLinecap="round"
        />
      );
    })}
    <circle cx={38} cy={38} r={8} fill="var(--d-al2)" stroke={INK} strokeWidth={1.4} />
    <path d="M33.5 38h9M38 33.5v9" stroke={INK} strokeWidth={1.5} />
  </>
);
const PASTE = "var(--paste)";

const PICTURES: Record<keyof Procedure, Record<string, ReactNode>> = {
  loosen: {
    reverse: plate([1, 3, 4, 2], 4),
    stamped: plate([1, 3, 4, 2], 1),
    any: plate([null, null, null, null], null),
  },
  tighten: { stamped: plate([1, 3, 4, 2], 1), computed: plate([null, null, null, null], null) },
  rounds: { "2": arcs(2), "3": arcs(3), "4": arcs(4) },
  fans: {
    "by-grade": (
      <>
        {fins(6, true)}
        {blower(24, 38)}
        <path d="M56 44V26m-6 6l6-7 6 7" fill="none" stroke={INK} strokeWidth={2} />
      </>
    ),
    "always-out": (
      <>
        {fins(6, false)}
        <rect
          x={8}
          y={25}
          width={28}
          height={28}
          fill="none"
          stroke="var(--ink-3)"
          strokeDasharray="4 3"
          strokeWidth={1.6}
        />
        {blower(54, 40)}
      </>
    ),
    "in-place": (
      <>
        {fins(18, false)}
        {blower(36, 38)}
        <path d="M44 46l14 8" stroke="var(--cu2)" strokeWidth={4} strokeLinecap="round" />
      </>
    ),
  },
  solvent: {
    alcohol: bottle("var(--air-wash)", "90"),
    wipes: (
      <>
        <rect x={16} y={22} width={44} height={30} rx={4} fill="var(--d-al1)" stroke={INK} strokeWidth={1.4} />
        <path d="M28 22q4-14 12-12t8 12" fill="var(--sheet)" stroke={INK} strokeWidth={1.3} />
      </>
    ),
    remover: bottle("var(--paste-wash)", "R"),
  },
  polish: {
    leave: plate([null, null, null, null], null),
    polish: (
      <>
        {plate([null, null, null, null], null)}
        <path d="M20 46l34-34" stroke="var(--sheet)" strokeWidth={5} opacity={0.75} />
      </>
    ),
  },
  pads: {
    "keep-good": section(
      <>
        <rect x={24} y={26} width={28} height={9} fill="var(--d-pad)" stroke="var(--d-padl)" strokeWidth={1.3} />
        <path d="M56 24l3 4 6-9" fill="none" stroke={INK} strokeWidth={2} />
      </>,
    ),
    "always-new": section(
      <>
        <rect x={18} y={8} width={40} height={22} fill="var(--d-pad)" stroke="var(--d-padl)" strokeWidth={1.3} />
        <path d="M38 6v26" stroke={INK} strokeWidth={1.4} strokeDasharray="4 3" />
      </>,
    ),
  },
  smallGrease: {
    redo: section(
      <>
        <path d="M28 36q5-8 10 0q5-8 10 0" fill={PASTE} />
        <path d="M44 10l10 10-12 10-3-1z" fill="var(--sheet)" stroke={INK} strokeWidth={1.4} />
      </>,
    ),
    leave: section(
      <>
        <rect x={14} y={10} width={48} height={9} fill="var(--cu3)" stroke={INK} strokeWidth={1.2} />
        <path d="M28 19v6m10-6v4m10-4v6M28 36v-4m10 4v-5m10 5v-3" stroke={PASTE} strokeWidth={2.4} />
      </>,
    ),
  },
  pattern: {
    "by-chip": (
      <>
        <rect x={8} y={20} width={34} height={20} fill="var(--d-die)" stroke={INK} strokeWidth={1} />
        <path d="M14 30h22" stroke={PASTE} strokeWidth={4} strokeLinecap="round" />
        <rect x={48} y={20} width={20} height={20} fill="var(--d-die)" stroke={INK} strokeWidth={1} />
        <circle cx={58} cy={30} r={4} fill={PASTE} />
      </>
    ),
    dot: die(<circle cx={38} cy={30} r={5} fill={PASTE} />),
    line: die(<path d="M27 30h22" stroke={PASTE} strokeWidth={4.4} strokeLinecap="round" />),
    cross: die(<path d="M28 23l20 14m0-14l-20 14" stroke={PASTE} strokeWidth={3.4} strokeLinecap="round" />),
    film: die(<rect x={24} y={21} width={28} height={18} fill={PASTE} opacity={0.55} />),
  },
};
