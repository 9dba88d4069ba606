import { words } from "@/core/base/words";
import type { Pad } from "@/core/drawing/parts";
import type { ThicknessRow } from "./usePadBench";

interface Props {
  pad: Pad;
  rows: readonly ThicknessRow[];
  chosen: number;
  onPick: (mm: number) => void;
}

/** Each thickness in turn: how it lies, what it presses, what the die loses, what it costs its part. */
export function ThicknessRows({ pad, rows, chosen, onPick }: Props) {
  const measured = rows.some((r) => r.stuff.by === "measured");
  return (
    <>
      <div role="radiogroup" aria-label={`Thickness of ${pad.tag}`} className="mt-2 border-t border-line">
        {rows.map((row, i) => (
          <Row
            key={row.option.thicknessMm}
            row={row}
            tag={pad.tag}
            number={i + 1}
            checked={row.option.thicknessMm === chosen}
            onPick={() => onPick(row.option.thicknessMm)}
          />
        ))}
      </div>
      <p className="mt-0.5 text-note leading-4.5 text-ink-2">
        K at its part: {measured ? "as measured, or " : ""}by the label, and by half of it.
      </p>
    </>
  );
}

interface RowProps {
  row: ThicknessRow;
  tag: string;
  number: number;
  checked: boolean;
  onPick: () => void;
}

function Row({ row, tag, number, checked, onPick }: RowProps) {
  const { option: o, tried, stuff } = row;
  const own = tried.balance.pads.find((p) => p.tag === tag);
  const lift = Math.max(0, own?.liftsMm ?? 0);
  const said =
    o.airMm > 0
      ? `leaves ${o.airMm.toFixed(2)} of air`
      : lift > 0.08
        ? `lifts the plate ${lift.toFixed(2)}`
        : `pressed by ${words.share(own?.pressed ?? o.pressed)}`;
  const loses = words.number(row.dieLosesN, row.dieLosesN < 10 ? 1 : 0);
  return (
    <button
      type="button"
      role="radio"
      aria-checked={checked}
      onClick={onPick}
      className={`flex min-h-13 w-full items-center gap-2 border-b border-line px-1.5 py-0.5 text-left
        ${checked ? "outline-[2.5px] -outline-offset-2 outline-ink" : "hover:bg-plane"}`}
    >
      <Little option={o} />
      <span className="min-w-0 flex-1 leading-4.5">
        <span className="num block text-sub font-bold">
          {o.thicknessMm} mm{" "}
          {o.fits ? <span className="pl-2 font-strong [font-family:var(--font-sans)] text-note">fits</span> : null}
        </span>
        <span className="block text-note text-ink-2">
          {said}
          {stuff.lot ? "" : ", no sheet"}
          {row.heat ? <span className="block">{heatWords(row)}</span> : null}
        </span>
      </span>
      <span className="num text-right text-sub leading-4.5 font-bold">
        {(own?.forceN ?? o.forceN).toFixed(1)} N
        {row.dieLosesN >= 0.05 ? (
          <span className="block text-note font-regular whitespace-nowrap text-ink-2">die −{loses} N</span>
        ) : null}
      </span>
      <span aria-hidden className="num text-tag text-ink-2">
        {number}
      </span>
    </button>
  );
}

/** "0.9 K/W, 1.1 to 2.2 K": by the label and by half of it, or as measured. */
function heatWords({ heat, stuff }: ThicknessRow): string {
  if (!heat) return "";
  const n = (v: number) => words.number(v, 1);
  const rise = stuff.by === "measured" ? n(heat.riseK) : `${n(heat.riseK)} to ${n(heat.riseHalfK)}`;
  return `${n(heat.KW)} K/W, ${rise} K`;
}

/** The pad free, and as it is pressed under the plate. */
function Little({ option: o }: { option: ThicknessRow["option"] }) {
  const h = Math.min(30, o.thicknessMm * 14);
  const gapH = Math.min(30, o.thicknessMm * (1 - Math.max(0, o.pressed)) * 14);
  return (
    <svg aria-hidden width={42} height={34} viewBox="0 0 68 42" className="shrink-0">
      <rect y={37} width={68} height={4} fill="var(--d-we2)" />
      <rect x={3} y={37 - h} width={26} height={h} fill="var(--d-pad)" stroke="var(--d-ink)" />
      <rect
        x={37}
        y={37 - Math.min(h, gapH)}
        width={26}
        height={Math.min(h, gapH)}
        fill="var(--d-pad)"
        stroke="var(--d-ink)"
      />
      <rect
        x={34}
        y={Math.max(0, 37 - gapH - 5 - (o.airMm > 0 ? o.airMm * 14 : 0))}
        width={34}
        height={5}
        fill="var(--d-al2)"
        stroke="var(--d-ink)"
      />
    </svg>
  );
}
