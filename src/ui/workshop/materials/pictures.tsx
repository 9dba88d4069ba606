import { words } from "@/core/base/words";
import { useId } from "react";
import { amountWords, isExpired, leftOf, type Lot, type StockSheet } from "@/core/workshop/stock";

/** px to the mm for everything on the shelf. */
export const PX = 2.2;

/** A tube of paste: barrel, plunger, fill from the nozzle, ten marks; the rod stands out by what was used. */
export function Tube({ lot, today }: { lot: Lot; today: string }) {
  const id = useId();
  const share = lot.amount > 0 ? leftOf(lot) / lot.amount : 0;
  const long = 34 + 14 * Math.min(3, Math.sqrt(lot.amount));
  const d = 10;
  const fill = long * share;
  const metal = lot.paste?.liquidMetal ?? false;
  const out = long * (1 - share);
  const width = (long + 46) * PX;
  return (
    <svg
      width={width}
      height={22 * PX}
      viewBox={`0 -11 ${long + 46} 22`}
      role="img"
      aria-label={`${lot.name}: ${words.share(share)} left`}
      className="max-w-full"
    >
      <defs>
        <pattern id={id} width={1.6} height={1.6} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width={1.6} height={1.6} fill="var(--sheet)" />
          <path d="M0 0V1.6" stroke="var(--ink)" strokeWidth={0.5} />
        </pattern>
      </defs>
      <rect x={2} y={-6} width={2.4} height={12} rx={0.8} fill="var(--d-al2)" stroke="var(--ink)" strokeWidth={0.6} />
      <TubeEmpty out={out} d={d} long={long} />
      <TubeFull out={out} d={d} fill={fill} lot={lot} today={today} id={id} metal={metal} long={long} />
    </svg>
  );
}

interface TubeEmptyProps {
  out: number;
  d: 10;
  long: number;
}

/** The drawn-out part of a tube. */
function TubeEmpty({ out, d, long }: TubeEmptyProps) {
  return (
    <>
      <rect
        x={4.4}
        y={-1.6}
        width={20 + out - 4.4}
        height={3.2}
        fill="var(--d-al2)"
        stroke="var(--ink)"
        strokeWidth={0.6}
      />
      <rect
        x={20}
        y={-8.6}
        width={2.6}
        height={17.2}
        rx={0.8}
        fill="var(--d-al2)"
        stroke="var(--ink)"
        strokeWidth={0.6}
      />
      <rect x={22.6} y={-d / 2} width={long} height={d} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={0.7} />
      <rect
        x={22.6 + out - 3.4 < 22.6 ? 22.6 : 22.6 + out - 3.4}
        y={-d / 2 + 0.6}
        width={3.4}
        height={d - 1.2}
        fill="var(--d-we2)"
      />
    </>
  );
}

interface TubeFullProps {
  out: number;
  d: 10;
  fill: number;
  lot: Lot;
  today: string;
  id: string;
  metal: boolean;
  long: number;
}

/** What is left in a tube. */
function TubeFull({ out, d, fill, lot, today, id, metal, long }: TubeFullProps) {
  return (
    <>
      <rect
        x={22.6 + out}
        y={-d / 2 + 0.6}
        width={Math.max(0, fill - 0.3)}
        height={d - 1.2}
        fill={isExpired(lot, today) ? `url(#${id})` : metal ? "var(--d-al3)" : "var(--paste)"}
      />
      {metal ? (
        <path
          d={`M${24 + out} 0q1.6 -1.6 3.2 0t3.2 0 3.2 0 3.2 0 3.2 0`}
          fill="none"
          stroke="var(--d-al1)"
          strokeWidth={0.7}
        />
      ) : (
        <rect x={22.6 + out} y={-d / 2 + 1.3} width={Math.max(0, fill - 0.6)} height={1.3} fill="#fff" opacity={0.28} />
      )}
      {Array.from({ length: 9 }, (_, i) => (
        <path key={i} d={`M${22.6 + ((i + 1) * long) / 10} ${d / 2}v-2.4`} stroke="var(--ink)" strokeWidth={0.5} />
      ))}
      <path d={`M${22.6 + long} ${-d / 2 + 1}l5 2v4l-5 2z`} fill="var(--d-al1)" stroke="var(--ink)" strokeWidth={0.6} />
      <rect
        x={27.6 + long}
        y={-3.4}
        width={9}
        height={6.8}
        rx={1}
        fill="var(--d-we2)"
        stroke="var(--ink)"
        strokeWidth={0.6}
      />
    </>
  );
}

/** A whole sheet or an off-cut: pad hatch, its film side marked by a cut corner. */
export function PadSheet({
  sheet,
  px = PX,
  label,
}: {
  sheet: Pick<StockSheet, "widthMm" | "heightMm" | "thicknessMm">;
  px?: number;
  label: string;
}) {
  const id = useId();
  const { widthMm: w, heightMm: h } = sheet;
  const f = Math.max(3.4, Math.min(7, Math.min(w, h) * 0.26));
  return (
    <svg width={(w + 2) * px} height={(h + 2) * px} viewBox={`-1 -1 ${w + 2} ${h + 2}`} role="img" aria-label={label}>
      <defs>
        <pattern id={id} width={1.8} height={1.8} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width={1.8} height={1.8} fill="var(--d-pad)" />
          <path d="M0 0V1.8" stroke="var(--d-padl)" strokeWidth={0.3} />
        </pattern>
      </defs>
      <path
        d={`M0 0H${w - Math.min(4, w * 0.2)}L${w} ${Math.min(4, w * 0.2)}V${h}H0Z`}
        fill={`url(#${id})`}
        stroke="var(--d-padl)"
        strokeWidth={0.6}
      />
      <text
        x={w / 2}
        y={h / 2 + f * 0.36}
        textAnchor="middle"
        fontSize={f}
        fontWeight="var(--font-weight-heavy)"
        fontFamily="var(--font-num)"
        fill="var(--on-al)"
      >
        {sheet.thicknessMm.toFixed(1)}
      </text>
    </svg>
  );
}

/** The place of a sheet that is used up: a dashed outline with rulers, and what is left of it standing inside. */
export function SheetPlace({ lot, sheets }: { lot: Lot; sheets: readonly StockSheet[] }) {
  const { pad } = lot;
  if (!pad) return null;
  const whole = sheets.filter((s) => s.lotId === lot.id && !s.offcut);
  const [w, h] = [pad.widthMm, pad.heightMm];
  return (
    <div className="relative" style={{ width: (w + 8) * PX, height: (h + 8) * PX }}>
      <svg
        width={(w + 8) * PX}
        height={(h + 8) * PX}
        viewBox={`-7 -7 ${w + 8} ${h + 8}`}
        aria-hidden
        className="absolute inset-0"
      >
        {Array.from({ length: Math.floor(w / 10) + 1 }, (_, i) => (
          <path key={`x${i}`} d={`M${i * 10} -2.4v-${i % 5 === 0 ? 4 : 2}`} stroke="var(--ink-3)" strokeWidth={0.5} />
        ))}
        {Array.from({ length: Math.floor(h / 10) + 1 }, (_, i) => (
          <path key={`y${i}`} d={`M-2.4 ${i * 10}h-${i % 5 === 0 ? 4 : 2}`} stroke="var(--ink-3)" strokeWidth={0.5} />
        ))}
        {whole.length === 0 ? (
          <rect
            x={0}
            y={0}
            width={w}
            height={h}
            fill="none"
            stroke="var(--ink-3)"
            strokeWidth={0.7}
            strokeDasharray="3 2"
          />
        ) : null}
        {whole.length === 0 ? (
          <text x={w / 2} y={h / 2} textAnchor="middle" fontSize={6.4} fill="var(--ink-2)">
            used up
          </text>
        ) : null}
      </svg>
      {whole[0] ? (
        <div className="absolute" style={{ left: 6 * PX, top: 6 * PX }}>
          <PadSheet sheet={whole[0]} label={`${lot.name}, ${w} by ${h} mm, whole`} />
        </div>
      ) : null}
      {whole.length > 1 ? (
        <p className="num absolute right-1 bottom-1 bg-sheet px-1 text-note font-bold">{whole.length} sheets</p>
      ) : null}
    </div>
  );
}

/** What a picture of a pack or a bottle says aloud. */
export const packWords = (lot: Lot): string =>
  `${lot.name}: ${Math.round(leftOf(lot))} of ${amountWords(lot.kind, lot.amount)} left`;

/** A bottle with a level and marks. */
export function Bottle({ lot, step = 50 }: { lot: Lot; step?: number }) {
  const share = lot.amount > 0 ? leftOf(lot) / lot.amount : 0;
  const [w, h] = [46, 92];
  const y = h - (h - 4) * share;
  return (
    <svg
      width={(w + 4) * PX * 0.86}
      height={(h + 28) * PX * 0.86}
      viewBox={`-2 -26 ${w + 4} ${h + 28}`}
      role="img"
      aria-label={packWords(lot)}
    >
      <rect x={w / 2 - 9} y={-25} width={18} height={8} rx={1.4} fill="var(--d-we2)" />
      <path
        d={`M${w / 2 - 7} -17V-8C${w / 2 - 8} 0 0 2 0 16V${h - 4}q0 4 4 4H${w - 4}q4 0 4 -4V16C${w} 2
          ${w / 2 + 8} 0 ${w / 2 + 7} -8V-17Z`}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth={1}
      />
      <path d={`M0.6 ${Math.max(16, y)}H${w - 0.6}V${h - 4}q0 3.4 -3.4 3.4H4q-3.4 0 -3.4 -3.4Z`} fill="var(--d-al2)" />
      <path d={`M0.6 ${Math.max(16, y)}H${w - 0.6}`} stroke="var(--ink)" strokeWidth={1.2} />
      {Array.from({ length: Math.floor(lot.amount / step) }, (_, i) => (
        <path
          key={i}
          d={`M${w} ${h - (h - 4) * (((i + 1) * step) / lot.amount)}h-5`}
          stroke="var(--ink)"
          strokeWidth={0.8}
        />
      ))}
      {lot.kind === "alcohol" ? (
        <g>
          <rect x={7} y={24} width={w - 14} height={17} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={0.7} />
          <text x={w / 2} y={34.4} textAnchor="middle" fontSize={6.2} fill="var(--ink)">
            flammable
          </text>
        </g>
      ) : null}
    </svg>
  );
}
