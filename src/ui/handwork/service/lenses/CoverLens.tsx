import { boundsOfParts, type Layout, type Part, type Screw } from "@/core/drawing/parts";
import { coverScrews } from "@/core/handwork/service";
import { PartShape } from "@/ui/drawing/underside/PartShape";
import { fitted } from "@/ui/drawing/underside/useView";
import { type LensProps, Sheet } from "./Sheet";
import { stepKey } from "@/core/handwork/service";

/** Colours of the metal while lint is to be the only warm thing on the drawing. */
export const greyMetal = {
  "--cu0": "var(--d-we2)",
  "--cu1": "var(--d-al3)",
  "--cu2": "var(--d-al3)",
  "--cu3": "var(--d-al2)",
  "--cu4": "var(--d-al2)",
  "--cu5": "var(--d-al1)",
  "--copper-fill": "var(--d-al2)",
} as React.CSSProperties;

/** The closed underside: what comes out next in copper, what is out as a dark hole with its number. */
export function CoverLens({ ctx, map, step, size }: Omit<LensProps, "stage">) {
  const { base } = map.layout;
  const view = fitted(base, size, 8, 8);
  const screws = coverScrews(ctx);
  const loose = map.layout.parts.filter((p) => p.kind === "vent" || p.kind === "foot" || p.kind === "port");
  return (
    <Sheet size={size} view={view} label={`Cover of ${map.layout.model}, ${screws.length} screws`}>
      <rect x={0.8} y={1.9} width={base.widthMm} height={base.depthMm} rx={base.cornerMm} fill="var(--d-shadow)" />
      <rect
        width={base.widthMm}
        height={base.depthMm}
        rx={base.cornerMm}
        fill="var(--cover)"
        stroke="var(--d-ink)"
        strokeWidth={0.9}
      />
      <rect
        x={2.4}
        y={2.4}
        width={base.widthMm - 4.8}
        height={base.depthMm - 4.8}
        rx={base.cornerMm - 2}
        fill="none"
        stroke="var(--d-ink)"
        strokeOpacity={0.4}
        strokeWidth={0.4}
      />
      {loose.every((p) => p.kind === "port") ? <Vents base={base} /> : null}
      {loose.map((p) => (
        <PartShape key={p.id} part={p} />
      ))}
      {step?.key === stepKey("open", "pry") || step?.key === stepKey("open", "lift") ? (
        <PryPath base={base} ports={map.ofKind("port")} lift={step.key === stepKey("open", "lift")} />
      ) : null}
      {screws.map((s, i) => (
        <CoverScrew
          key={s.id}
          screw={s}
          number={i + 1}
          out={ctx.journal.isDone(stepKey("out", s.id)) && !ctx.journal.isDone(stepKey("in", s.id))}
          next={step?.parts.length === 1 && step.parts[0] === s.id}
          scale={view.scale}
        />
      ))}
    </Sheet>
  );
}

function Vents({ base }: { base: Layout["base"] }) {
  const block = (x: number, y: number, w: number, n: number) =>
    Array.from({ length: n }, (_, i) => (
      <rect key={`${x}-${i}`} x={x} y={y + i * 6} width={w} height={2.8} rx={1.4} fill="var(--d-we2)" />
    ));
  return (
    <g>
      {block(base.widthMm * 0.09, base.depthMm * 0.18, base.widthMm * 0.18, 8)}
      {block(base.widthMm * 0.73, base.depthMm * 0.18, base.widthMm * 0.18, 8)}
      {[
        [0.12, 0.045],
        [0.7, 0.045],
        [0.12, 0.93],
        [0.7, 0.93],
      ].map(([x = 0, y = 0]) => (
        <rect
          key={`${x}${y}`}
          x={base.widthMm * x}
          y={base.depthMm * y}
          width={base.widthMm * 0.18}
          height={7}
          rx={3.5}
          fill="var(--d-we2)"
        />
      ))}
    </g>
  );
}

/**
 * The way of the pick round the case: a white road from the front edge to both sides up to the hinge, chevrons for its
 * direction, dashes past the ports, which the cover hooks over; for lifting off, a hollow arrow.
 */
function PryPath({ base, ports, lift }: { base: Layout["base"]; ports: readonly Part[]; lift: boolean }) {
  const { widthMm: w, depthMm: d } = base;
  const inset = 3.4;
  const r = Math.max(2, base.cornerMm - inset);
  const half = (side: -1 | 1) => {
    const x = (v: number) => w / 2 + side * v;
    const out = w / 2 - inset;
    return `M${x(7)} ${d - inset}H${x(out - r)}Q${x(out)} ${d - inset} ${x(out)} ${d - inset - r}V16`;
  };
  const road = half(-1) + half(1);
  const edge = (p: Part): { x: number; y: number; h: number } => {
    const b = boundsOfParts([p]);
    return { x: (b.left + b.right) / 2 < w / 2 ? inset : w - inset, y: b.top, h: b.bottom - b.top };
  };
  const chevrons = [-1, 1].flatMap((side) =>
    [0.3, 0.6, 0.86]
      .map((f) => ({ x: w / 2 + side * (w / 2) * f, y: d - inset, turn: side > 0 ? 0 : 180 }))
      .concat([0.75, 0.5, 0.25].map((f) => ({ x: side > 0 ? w - inset : inset, y: d * f, turn: -90 }))),
  );
  return (
    <g aria-hidden fill="none" strokeLinecap="round">
      <path d={road} stroke="var(--d-ink)" strokeWidth={5.4} />
      <path d={road} stroke="var(--sheet)" strokeWidth={4} />
      {ports.map((p) => {
        const e = edge(p);
        return (
          <g key={p.id} strokeLinecap="butt">
            <path d={`M${e.x} ${e.y - 1}v${e.h + 2}`} stroke="var(--cover)" strokeWidth={6} />
            <path d={`M${e.x} ${e.y - 1}v${e.h + 2}`} stroke="var(--d-ink)" strokeWidth={1} strokeDasharray="2 1.6" />
          </g>
        );
      })}
      {chevrons.map((c) => (
        <path
          key={`${c.x} ${c.y}`}
          d="M-1.4 -1.3L0.9 0L-1.4 1.3"
          stroke="var(--d-ink)"
          strokeWidth={0.8}
          transform={`translate(${c.x} ${c.y}) rotate(${c.turn})`}
        />
      ))}
      <path
        d={`M${w / 2} ${d - inset - 7}l-6 10q6 4 12 0z`}
        fill="var(--copper-fill)"
        stroke="var(--d-ink)"
        strokeWidth={0.8}
      />
      {lift ? (
        <path
          d={`M${w / 2 - 9} ${d * 0.62}v-34h-9l18 -22l18 22h-9v34z`}
          fill="var(--sheet)"
          stroke="var(--d-ink)"
          strokeWidth={1.2}
          strokeLinejoin="round"
        />
      ) : null}
    </g>
  );
}

function CoverScrew({
  screw,
  number,
  out,
  next,
  scale,
}: {
  screw: Screw;
  number: number;
  out: boolean;
  next: boolean;
  scale: number;
}) {
  const r = screw.wMm / 2;
  const side = screw.xMm > 30 ? -1 : 1;
  return (
    <g transform={`translate(${screw.xMm} ${screw.yMm})`}>
      {next ? <circle r={r + 5} fill="none" stroke="var(--copper)" strokeWidth={2.6} /> : null}
      {next ? <circle r={r + 8} fill="none" stroke="var(--copper)" strokeWidth={0.8} opacity={0.6} /> : null}
      {out ? (
        <circle r={r} fill="var(--d-we1)" stroke="var(--d-ink)" strokeWidth={0.6} />
      ) : (
        <PartShape part={{ ...screw, xMm: 0, yMm: 0 }} />
      )}
      {/* the longer the screw, the wider its ring: another length in the row shows before it is in the hand */}
      {next ? null : (
        <circle r={r + 0.5 + screw.lengthMm * 0.22} fill="none" stroke="var(--d-ink)" strokeWidth={0.45} />
      )}
      {screw.under === "seal" ? <Seal r={r} cut={out} /> : null}
      {screw.under !== "nothing" && !out ? (
        <circle r={r + 1.6} fill="none" stroke="var(--d-ink)" strokeWidth={0.7} strokeDasharray="2 1.4" />
      ) : null}
      {screw.captive ? <path d={`M${-r} ${r + 2}h${2 * r}`} stroke="var(--d-ink)" strokeWidth={1} /> : null}
      <g
        transform={
          `translate(${side * (r + (next ? 15 : 7))} ${next ? 0 : screw.yMm > 40 ? -4 : 4}) ` + `scale(${1 / scale})`
        }
      >
        {next ? <rect x={-21} y={-16} width={42} height={32} rx={4} fill="var(--copper)" /> : null}
        <text
          y={next ? 8 : 6}
          textAnchor="middle"
          fontSize={next ? 23 : 17}
          fontWeight={next ? 760 : 640}
          fontFamily="var(--font-num)"
          fill={next ? "var(--on-copper)" : "var(--ink)"}
        >
          {number}
        </text>
      </g>
    </g>
  );
}

/** A seal over its screw: yellow, in two once it was cut. */
function Seal({ r, cut }: { r: number; cut: boolean }) {
  const half = (side: 1 | -1) => (
    <path
      d={`M${side * (cut ? 1.4 : 0)} ${-r * 0.9}L${side * r * 2} ${-r * 0.9}V${r * 0.9}H${side * (cut ? 0.2 : 0)}Z`}
      fill="var(--caution)"
      stroke="var(--d-ink)"
      strokeWidth={0.5}
      transform={cut ? `rotate(${side * 6})` : undefined}
    />
  );
  return (
    <g opacity={cut ? 1 : 0.86}>
      {half(-1)}
      {half(1)}
    </g>
  );
}
