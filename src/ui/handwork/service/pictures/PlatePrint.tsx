import { PRINT } from "@/core/handwork/service";

/**
 * A plate as it faces the hand: its copper, the chip dashed, and the paste where it lay. Cells can be tapped when
 * `onCell` is given.
 */
export function PlatePrint({
  print,
  plate,
  onCell,
  label,
}: {
  print: string;
  plate: string;
  onCell?: (i: number) => void;
  label: string;
}) {
  const w = 46;
  const cellLabel = (i: number) =>
    `Row ${Math.floor(i / PRINT.columns) + 1}, column ${(i % PRINT.columns) + 1}, ` +
    (print[i] === "w" ? "wetted" : "bare");
  return (
    <div className="relative mx-auto aspect-[4/3] w-full max-w-75" role={onCell ? "group" : "img"} aria-label={label}>
      <svg aria-hidden viewBox="0 0 400 300" className="block h-full w-full">
        <path d="M24 4H376L396 24V276L376 296H24L4 276V24Z" fill="var(--cu3)" stroke="var(--cu0)" strokeWidth={3} />
        <path d="M26 12H374M14 26V274" stroke="var(--cu5)" strokeWidth={3} opacity={0.7} />
        <rect
          x={62}
          y={44}
          width={6 * w}
          height={4 * w}
          fill="none"
          stroke="var(--cu0)"
          strokeWidth={2.5}
          strokeDasharray="9 6"
        />
        {[...print].map((c, i) =>
          c === "w" ? (
            <Smear key={i} x={62 + (i % PRINT.columns) * w} y={44 + Math.floor(i / PRINT.columns) * w} w={w} seed={i} />
          ) : null,
        )}
        <text
          x={200}
          y={278}
          textAnchor="middle"
          fontSize="var(--text-step)"
          fontWeight="var(--font-weight-bold)"
          fontFamily="var(--font-num)"
          fill="#2c1206"
        >
          {plate}
        </text>
      </svg>
      {onCell ? (
        <div
          className="absolute grid"
          style={{
            left: `${(62 / 400) * 100}%`,
            top: `${(44 / 300) * 100}%`,
            width: `${((6 * w) / 400) * 100}%`,
            height: `${((4 * w) / 300) * 100}%`,
            gridTemplateColumns: `repeat(${PRINT.columns}, 1fr)`,
            gridTemplateRows: `repeat(${PRINT.rows}, 1fr)`,
          }}
        >
          {[...print].map((c, i) => (
            <button
              key={i}
              type="button"
              aria-label={cellLabel(i)}
              aria-pressed={c === "w"}
              onClick={() => onCell(i)}
              className="min-h-0 border border-[#5e2b10]/40 hover:border-[#16211f] focus-visible:z-10"
            />
          ))}
        </div>
      ) : null}
    </div>
  );
}

/** A cell of paste with a torn edge, the same every time. */
function Smear({ x, y, w, seed }: { x: number; y: number; w: number; seed: number }) {
  const k = (n: number) => ((seed * 37 + n * 53) % 11) - 5;
  return (
    <path
      d={`M${x - 3 + k(1) * 0.5} ${y - 3}L${x + w * 0.5} ${y - 4 + k(2) * 0.5}L${x + w + 3}
        ${y - 2 + k(3) * 0.4}L${x + w + 2 + k(4) * 0.5} ${y + w * 0.5}L${x + w + 2}
          ${y + w + 3 + k(5) * 0.4}L${x + w * 0.45} ${y + w + 3 + k(6) * 0.5}L${x - 2}
            ${y + w + 2}L${x - 3 + k(7) * 0.5} ${y + w * 0.5}Z`}
      fill="#C9CCC4"
      stroke="#8d938b"
      strokeWidth={1.2}
    />
  );
}
