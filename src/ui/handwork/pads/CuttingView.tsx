import { words } from "@/core/base/words";
import type { CuttingPlan, Placement, KnifeLine } from "@/core/handwork/pads";
import type { StockSheet } from "@/core/workshop/stock";

/** Least and most px to the mm on screen; never said to be real size. */
const PX = { least: 3.2, most: 6 } as const;
const ROOM_PX = 700;

/**
 * Sheets and off-cuts with the pads laid on them and the knife lines in their order; `mmPx` sets the scale, 1:1 in
 * print.
 */
export function CuttingView({
  plan,
  sheets,
  done = false,
  print = false,
  nameOf = (id: string) => id,
}: {
  plan: CuttingPlan;
  sheets: readonly StockSheet[];
  done?: boolean;
  print?: boolean;
  nameOf?: (id: string) => string;
}) {
  const used = sheets.filter((s) => plan.placed.some((p) => p.sheet === String(s.id)));
  const px = Math.max(PX.least, Math.min(PX.most, ROOM_PX / used.reduce((w, s) => w + s.widthMm + 20, 0)));
  return (
    <div className={`flex flex-wrap items-start gap-x-8 gap-y-4 ${print ? "flex-col" : ""}`}>
      {used.map((s) => (
        <SheetPlan key={s.id} sheet={s} plan={plan} done={done} print={print} nameOf={nameOf} px={px} />
      ))}
      {print ? null : (
        <div className="text-note leading-5 text-ink-2">
          Prints 1:1.
          <br />
          Measure the bar before you cut.
        </div>
      )}
    </div>
  );
}

function SheetPlan({
  sheet: s,
  plan,
  done,
  print,
  nameOf,
  px,
}: {
  px: number;
  sheet: StockSheet;
  plan: CuttingPlan;
  done: boolean;
  print: boolean;
  nameOf: (id: string) => string;
}) {
  const id = `sheet${s.id}`;
  const key = String(s.id);
  const pieces = plan.placed.filter((p) => p.sheet === key);
  const lines = plan.lines.filter((l) => l.sheet === key);
  const rests = plan.rests.filter((r) => r.sheet === key);
  const usedShare = 1 - rests.reduce((a, r) => a + r.widthMm * r.heightMm, 0) / (s.widthMm * s.heightMm);
  const edge = 5;
  const [w, h] = [s.widthMm + 2 * edge, s.heightMm + 2 * edge];
  const size = print ? { width: `${w}mm`, height: `${h}mm` } : { width: w * px, height: h * px };
  const placeOf = (p: (typeof pieces)[number]) => plan.sizes[p.piece];
  return (
    <figure className="min-w-0">
      <svg
        {...size}
        viewBox={`${-edge} ${-edge} ${w} ${h}`}
        className="block max-w-none"
        role="img"
        aria-label={
          `${s.offcut ? "Off-cut" : "Sheet"} ${s.widthMm} by ${s.heightMm} mm, ${s.thicknessMm} mm ` +
          `thick: ${pieces.map((p) => nameOf(p.piece)).join(", ")}; ${lines.length} knife lines`
        }
      >
        <defs>
          <pattern id={`${id}p`} width={1.4} height={1.4} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width={1.4} height={1.4} fill="var(--d-pad)" />
            <path d="M0 0V1.4" stroke="var(--d-padl)" strokeWidth={0.3} />
          </pattern>
          <pattern id={`${id}r`} width={1.8} height={1.8} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width={1.8} height={1.8} fill="var(--sheet)" />
            <path d="M0 0V1.8" stroke="var(--line)" strokeWidth={0.25} />
          </pattern>
        </defs>
        <path
          d={`M0 0H${s.widthMm - 4}L${s.widthMm} 4V${s.heightMm}H0Z`}
          fill={`url(#${id}r)`}
          stroke="var(--ink)"
          strokeWidth={0.4}
        />
        {pieces.map((p) => {
          const piece = placeOf(p);
          if (!piece) return null;
          const [pw, ph] = p.turned ? [piece.heightMm, piece.widthMm] : [piece.widthMm, piece.heightMm];
          const f = Math.min(4, ph * 0.42, pw * 0.3);
          return <CutPiece key={p.piece} p={p} pw={pw} ph={ph} done={done} id={id} f={f} nameOf={nameOf} />;
        })}
        {lines.map((l) => {
          const upright = l.x1 === l.x2;
          const [tx, ty] = upright
            ? [l.x1, l.y1 <= 0.01 ? -2.6 : l.y1 + 2.4]
            : [l.x1 <= 0.01 ? -2.6 : l.x1 + 2.4, l.y1];
          return <CutLine key={l.n} l={l} done={done} tx={tx} ty={ty} />;
        })}
      </svg>
      <figcaption className="text-note leading-5 text-ink-2">
        <span className="text-ink">{s.offcut ? "Off-cut" : "New sheet"}</span> {Math.round(s.widthMm * 10) / 10} ×{" "}
        {Math.round(s.heightMm * 10) / 10} × {s.thicknessMm} mm, {words.share(usedShare)} used
      </figcaption>
    </figure>
  );
}

interface CutPieceProps {
  p: Placement;
  pw: number;
  ph: number;
  done: boolean;
  id: string;
  f: number;
  nameOf: (id: string) => string;
}

/** A pad on its sheet. */
function CutPiece({ p, pw, ph, done, id, f, nameOf }: CutPieceProps) {
  return (
    <g>
      <rect
        x={p.xMm}
        y={p.yMm}
        width={pw}
        height={ph}
        fill={done ? "var(--sheet)" : `url(#${id}p)`}
        stroke="var(--ink)"
        strokeWidth={0.35}
      />
      <rect
        x={p.xMm + pw / 2 - f * 1.15}
        y={p.yMm + ph / 2 - f * 0.72}
        width={f * 2.3}
        height={f * 1.44}
        rx={0.4}
        fill="var(--d-lab)"
      />
      <text
        x={p.xMm + pw / 2}
        y={p.yMm + ph / 2 + f * 0.36}
        textAnchor="middle"
        fontSize={f}
        fontWeight="var(--font-weight-heavy)"
        fontFamily="var(--font-num)"
        fill="var(--ink)"
      >
        {nameOf(p.piece)}
      </text>
      {done ? (
        <path d={`M${p.xMm + pw - 3.4} ${p.yMm + 2}l0.9 1.1 1.6-2`} fill="none" stroke="var(--ink)" strokeWidth={0.5} />
      ) : null}
    </g>
  );
}

interface CutLineProps {
  l: KnifeLine;
  done: boolean;
  tx: number;
  ty: number;
}

/** A knife line with its number. */
function CutLine({ l, done, tx, ty }: CutLineProps) {
  return (
    <g>
      <path
        d={`M${l.x1} ${l.y1}L${l.x2} ${l.y2}`}
        stroke="var(--ink)"
        strokeWidth={0.5}
        strokeDasharray={done ? undefined : "2 0.9"}
      />
      <circle cx={tx} cy={ty} r={2.1} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={0.35} />
      <text
        x={tx}
        y={ty + 0.95}
        textAnchor="middle"
        fontSize={2.7}
        fontWeight="var(--font-weight-bold)"
        fontFamily="var(--font-num)"
        fill="var(--ink)"
      >
        {l.n}
      </text>
    </g>
  );
}
