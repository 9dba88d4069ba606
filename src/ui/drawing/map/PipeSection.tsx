import { words } from "@/core/base/words";
import type { Chip, Blower, CoolingMap, FinStack, HeatPipe } from "@/core/drawing/parts";
import { chipLabel } from "@/core/drawing/parts";

/** A pipe cut along its way, board below: fins where it gives heat, plates and chips where it takes it. */
export function PipeSection({ map, pipe }: { map: CoolingMap; pipe: HeatPipe }) {
  const chips = map
    .chipsOf(pipe)
    .filter((c) => c.role === "cpu" || c.role === "gpu")
    .sort((a, b) => a.xMm - b.xMm);
  const fins = map.beside(pipe.id, "fins");
  const blower = fins[0] ? map.beside(fins[0].id, "blower")[0] : undefined;
  const under = chips.length
    ? chips.map((c) => chipLabel(c))
    : [
        [...new Set(map.chipsOf(pipe).map((c) => c.role))].includes("regulator")
          ? "Regulators, by pads"
          : "Small chips, by pads",
      ];
  const W = 286;
  const left = fins.length > 0;
  const x0 = left ? 92 : 12;
  const step = (W - x0 - 10) / Math.max(1, under.length);
  const pipePath = left ? `M8 34H58C74 34 74 60 92 60H${W - 8}` : `M12 60H${W - 8}`;
  const stroke = (colour: string, width: number, dy = 0) => (
    <path
      d={pipePath}
      transform={dy ? `translate(0 ${dy})` : undefined}
      fill="none"
      stroke={colour}
      strokeWidth={width}
      strokeLinecap="round"
    />
  );
  const to = words.listed(fins.map((f) => f.tag)) || "nothing";
  const name = `Section: ${pipe.tag} from ${words.listed(under)} to ${to}`;
  return (
    <svg role="img" aria-label={name} viewBox={`0 0 ${W} 126`} className="block w-full">
      <BlowerEnd left={left} fins={fins} blower={blower} />
      {under.map((label, i) => {
        const cx = x0 + step * (i + 0.5);
        const w = Math.min(70, step - 8);
        return <ChipUnderPipe key={label} label={label} cx={cx} w={w} chips={chips} />;
      })}
      <rect
        x={x0 - 6}
        y={96}
        width={W - x0 + 2}
        height={8}
        fill="var(--d-board)"
        stroke="var(--d-ink)"
        strokeWidth={0.9}
      />
      {stroke("var(--cu0)", 14)}
      {stroke("var(--cu2)", 11.6)}
      {stroke("var(--cu3)", 8)}
      {stroke("var(--cu5)", 1.2, -2.6)}
      <text
        x={W - 8}
        y={44}
        fontSize="var(--text-note)"
        fontWeight="var(--font-weight-strong)"
        textAnchor="end"
        fill="var(--ink)"
        fontFamily="var(--font-num)"
      >
        {pipe.widthMm.toFixed(1)} × {pipe.heightMm.toFixed(1)} mm
      </text>
    </svg>
  );
}

interface BlowerEndProps {
  left: boolean;
  fins: FinStack[];
  blower: Blower | undefined;
}

/** The fin stack and blower at the end of a pipe. */
function BlowerEnd({ left, fins, blower }: BlowerEndProps) {
  return (
    <>
      {left ? (
        <>
          <text x={8} y={18} fontSize="var(--text-tag)" fill="var(--ink)" fontFamily="var(--font-num)">
            {fins.map((f) => f.tag).join(", ")}
          </text>
          <rect x={8} y={40} width={48} height={30} fill="var(--d-al2)" stroke="var(--d-ink)" strokeWidth={1} />
          {Array.from({ length: 13 }, (_, i) => (
            <path key={i} d={`M${11 + i * 3.6} 41v28`} stroke="var(--d-we2)" strokeWidth={1.3} />
          ))}
          {blower ? (
            <>
              {[18, 32, 46].map((x) => (
                <path key={x} d={`M${x} 94v-15m-4 5l4-6 4 6`} fill="none" stroke="var(--air)" strokeWidth={2} />
              ))}
              <text x={6} y={122} fontSize="var(--text-tag)" fill="var(--air)">
                Air from {blower.tag}
              </text>
            </>
          ) : null}
        </>
      ) : null}
    </>
  );
}

interface ChipUnderPipeProps {
  label: string;
  cx: number;
  w: number;
  chips: Chip[];
}

/** A chip under its plate and pipe. */
function ChipUnderPipe({ label, cx, w, chips }: ChipUnderPipeProps) {
  return (
    <g>
      <rect
        x={cx - w / 2}
        y={66}
        width={w}
        height={9}
        fill={chips.length ? "var(--cu3)" : "var(--d-pad)"}
        stroke="var(--d-ink)"
        strokeWidth={0.9}
      />
      {chips.length ? <rect x={cx - w * 0.28} y={75} width={w * 0.56} height={3.4} fill="var(--paste)" /> : null}
      <rect
        x={cx - w * 0.3}
        y={chips.length ? 78.4 : 75}
        width={w * 0.6}
        height={8}
        fill="var(--d-die)"
        stroke="var(--d-ink)"
        strokeWidth={0.9}
      />
      <rect
        x={cx - w * 0.45}
        y={chips.length ? 86.4 : 83}
        width={w * 0.9}
        height={9}
        fill="var(--d-pkg)"
        stroke="var(--d-ink)"
        strokeWidth={0.9}
      />
      <text x={cx} y={122} fontSize="var(--text-tag)" textAnchor="middle" fill="var(--ink)">
        {label}
      </text>
    </g>
  );
}
