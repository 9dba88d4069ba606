import { chosenMm, isRenewed, pastedOf, pastedChips, type ServiceContext } from "@/core/handwork/service";
import { beadMm, NOZZLE_MM, strokesOf, type Laid, type Pattern } from "@/core/handwork/paste";
import { dieRing, boundsOf, type CoolingMap } from "@/core/drawing/parts";
import { stepKey } from "@/core/handwork/service";

/** What goes where: each pad with its thickness and a tick once it lies, each chip with its paste as laid. */
export function PadMarks({ ctx, map, scale }: { ctx: ServiceContext; map: CoolingMap; scale: number }) {
  return (
    <g>
      {map.ofKind("pad").map((p) => {
        const done = ctx.journal.isDone(stepKey("pad", p.id));
        const fresh = isRenewed(ctx, p);
        return (
          <g key={p.id} aria-label={`${p.tag}, ${chosenMm(ctx, p)} mm, ${done ? "in place" : fresh ? "new" : "stays"}`}>
            <rect
              x={p.xMm - p.wMm / 2}
              y={p.yMm - p.hMm / 2}
              width={p.wMm}
              height={p.hMm}
              fill={done ? "var(--d-pad)" : "none"}
              stroke={fresh ? "var(--copper)" : "var(--ink)"}
              strokeWidth={fresh ? 1 : 0.6}
              strokeDasharray={done ? undefined : "2 1.2"}
            />
            <g transform={`translate(${p.xMm} ${p.yMm}) scale(${1 / scale})`}>
              <rect x={-21} y={-10} width={42} height={20} rx={2} fill="var(--d-lab)" opacity={0.92} />
              <text
                y={5.5}
                textAnchor="middle"
                fontSize="var(--text-note)"
                fontWeight="var(--font-weight-heavy)"
                fontFamily="var(--font-num)"
                fill="var(--ink)"
              >
                {done ? "\u2713" : ""}
                {p.tag}
              </text>
            </g>
          </g>
        );
      })}
      {pastedChips(ctx).map((c) => {
        const pasted = pastedOf(ctx.journal.of(stepKey("paste", c.id)).value);
        if (!pasted) return null;
        const b = boundsOf(dieRing(c));
        const [w, h] = [b.right - b.left, b.bottom - b.top];
        const laid: Laid = { pattern: pasted.pattern as Pattern, volumeMm3: pasted.volumeMm3, nozzleMm: NOZZLE_MM };
        const strokes = strokesOf(laid, w, h);
        return (
          <g key={c.id} transform={`translate(${c.xMm} ${c.yMm})`} aria-label={`${pasted.volumeMm3} mm³ on the chip`}>
            <rect
              x={-w / 2}
              y={-h / 2}
              width={w}
              height={h}
              fill={strokes.length ? "var(--d-die)" : "#E9ECE6"}
              stroke="var(--d-ink)"
              strokeWidth={0.5}
            />
            {strokes.map((s, i) => (
              <path
                key={i}
                d={s.length === 1 ? `M${s[0]?.join(" ") ?? ""}h0.001` : `M${s.map((q) => q.join(" ")).join("L")}`}
                fill="none"
                stroke="#E9ECE6"
                strokeWidth={beadMm(pasted.volumeMm3, strokes)}
                strokeLinecap="round"
              />
            ))}
          </g>
        );
      })}
    </g>
  );
}
