import { words } from "@/core/base/words";
import type { Figure } from "@/core/measure/judge";

export const num = { fontFamily: "var(--font-num)", letterSpacing: "-0.02em", wordSpacing: "-0.3em" } as const;
/** A halo of the sheet keeps figures readable over lines. */
const halo = { stroke: "var(--sheet)", strokeWidth: 4, paintOrder: "stroke", strokeLinejoin: "round" } as const;
/** A height or a temperature on the ladder: 24.96 → "25.0"; never "−0.0". */
export const k1 = (v: number) => words.number(v, 1);
const range = (f: Figure) => `${words.number(f.low, 1)} to ${words.number(f.high, 1)}`;

/** Height of a path beside its ladder: name, K, and K/W or the range. */
export function Height({
  x,
  y,
  anchor,
  colour,
  name,
  figure,
  kw,
}: {
  x: number;
  y: number;
  anchor: "start" | "end";
  colour: string;
  name: string;
  figure: Figure | null;
  kw: number | null;
}) {
  if (!figure) return null;
  return (
    <g fill={colour} textAnchor={anchor} {...halo}>
      <text x={x} y={y - 13} fontSize="var(--text-body)" fontWeight="var(--font-weight-medium)">
        {name}
      </text>
      <text x={x} y={y + 8} fontSize="var(--text-title)" fontWeight="var(--font-weight-bold)" style={num}>
        {k1(figure.K)}
        {"\u00a0"}K
      </text>
      <text x={x} y={y + 26} fontSize="var(--text-tag)" style={num} fontWeight="var(--font-weight-regular)">
        {kw === null ? range(figure) : words.kelvinPerWatt(kw)}
      </text>
    </g>
  );
}

/** What changed between two ladders, with its interval. */
export function Change({
  x,
  y,
  narrow,
  colour,
  wash,
  figure,
  unknown,
}: {
  x: number;
  y: number;
  narrow: boolean;
  colour: string;
  wash: string;
  figure: Figure;
  unknown: boolean;
}) {
  return (
    <g fill={colour} textAnchor="middle" {...halo} stroke={wash} strokeWidth={3}>
      <text x={x} y={y} fontSize="var(--text-title)" fontWeight="var(--font-weight-bold)" style={num}>
        {unknown ? "?" : `${words.kelvin(figure.K)}`}
      </text>
      {(narrow ? range(figure).split(/(?<=to) /) : [range(figure)]).map((line, i) => (
        <text
          key={line}
          x={x}
          y={y + 18 + i * 15}
          fontSize="var(--text-tag)"
          style={num}
          fontWeight="var(--font-weight-medium)"
        >
          {line}
        </text>
      ))}
    </g>
  );
}
