import { memo } from "react";
import { blowerLint, finLint, LINT_RING, lintRadius, seedOf } from "@/core/drawing/draw";
import { baysOfGrade, INLET_TURN, inletOf, inletSeen, type ServiceContext } from "@/core/handwork/service";
import { centreOf, type Blower, type CoolingMap, type FinStack } from "@/core/drawing/parts";
import { stepKey } from "@/core/handwork/service";

/**
 * What lies in the machine as seen: lint at the inlets and on the blades until it is cleaned off, air arrows that end
 * in a bar where a bay is closed.
 */
export function DustLayer({ ctx, map, air }: { ctx: ServiceContext; map: CoolingMap; air: boolean }) {
  const clean = (id: string) => ctx.journal.isDone(stepKey("clean", id));
  return (
    <g aria-hidden>
      {map
        .ofKind("blower")
        .map((b) =>
          clean(b.id) || !ctx.journal.isDone(stepKey("dust", b.id)) ? null : (
            <BladeLint key={b.id} blower={b} grade={Number(ctx.journal.of(stepKey("dust", b.id)).value)} />
          ),
        )}
      {map.ofKind("fins").map((f) => {
        const seen = inletSeen(ctx, f.id);
        if (!seen) return null;
        const gone = clean(f.id);
        return (
          <InletLint key={f.id} fins={f} grade={gone ? 0 : seen.grade} bays={gone ? "oooooo" : seen.bays} air={air} />
        );
      })}
    </g>
  );
}

const InletLint = memo(function InletLint({
  fins: f,
  grade,
  bays,
  air,
}: {
  fins: FinStack;
  grade: number;
  bays: string | null;
  air: boolean;
}) {
  const side = inletOf(f);
  const [length, depth] = side === "top" || side === "bottom" ? [f.wMm, f.hMm] : [f.hMm, f.wMm];
  const shown = bays ?? baysOfGrade(grade);
  const lint = finLint(length, depth, { grade, bays: shown, told: bays !== null }, seedOf(f.id));
  const [x, y] = centreOf(f);
  return (
    <g
      transform={`translate(${x} ${y}) rotate(${f.turnDeg + INLET_TURN[side]}) translate(${-length / 2} ${depth / 2})`}
    >
      <path d={lint.felt} fill="var(--lint2)" stroke="var(--lint3)" strokeWidth={0.3} />
      <path d={lint.light} fill="none" stroke="var(--lint1)" strokeWidth={0.5} />
      <path d={lint.dark} fill="none" stroke="var(--lint3)" strokeWidth={0.42} />
      {air
        ? [...shown].map((b, i) => {
            const at = ((i + 0.5) * length) / shown.length;
            return (
              <g
                key={i}
                transform={`translate(${at} 0)`}
                stroke="var(--sheet)"
                strokeWidth={3.4}
                fill="none"
                strokeLinecap="round"
              >
                {(b === "h" ? [2.8, 1.2] : [3.4, 1.7]).map((w) => (
                  <path
                    key={w}
                    d={
                      b === "c"
                        ? "M0 9.5V4M-2.4 4H2.4"
                        : b === "h"
                          ? "M0 9.5V3M-2 5.4L0 3L2 5.4"
                          : "M0 9.5V-4M-2.6 -0.8L0 -4L2.6 -0.8"
                    }
                    stroke={w > 2 ? "var(--sheet)" : "var(--air)"}
                    strokeWidth={w}
                    strokeLinecap="butt"
                  />
                ))}
              </g>
            );
          })
        : null}
    </g>
  );
});

const BladeLint = memo(function BladeLint({ blower: b, grade }: { blower: Blower; grade: number }) {
  const r = lintRadius(b);
  const lint = blowerLint(r, grade, seedOf(b.id));
  const ring = LINT_RING[grade];
  const [x, y] = centreOf(b);
  return (
    <g transform={`translate(${x} ${y})`}>
      {ring ? (
        <circle r={r * ring.at} fill="none" stroke="var(--lint2)" strokeWidth={r * ring.wide} opacity={0.88} />
      ) : null}
      <path d={lint.light} fill="none" stroke="var(--lint1)" strokeWidth={0.6} />
      <path d={lint.dark} fill="none" stroke="var(--lint3)" strokeWidth={0.5} />
    </g>
  );
});
