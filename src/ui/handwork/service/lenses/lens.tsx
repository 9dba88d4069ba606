import { useMemo } from "react";
import {
  boundsOf,
  boundsOfParts,
  centreOf,
  dieRing,
  partsSaid,
  type CoolingMap,
  type Layout,
  type Part,
  type Screw,
} from "@/core/drawing/parts";
import {
  coverScrews,
  isPrint,
  PRINT,
  type ServiceContext,
  type ServiceStage,
  type Step,
} from "@/core/handwork/service";
import { Defs, Drawing } from "@/ui/drawing/underside/Drawing";
import { Chosen, Hidden } from "@/ui/drawing/underside/Marks";
import { PartShape } from "@/ui/drawing/underside/PartShape";
import { PadMarks } from "@/ui/handwork/paste/PadMarks";
import { DustLayer } from "./DustLayer";
import { fitted, type View } from "@/ui/drawing/underside/useView";

/** Colours of the metal while lint is to be the only warm thing on the drawing. */
const greyMetal = {
  "--cu0": "var(--d-we2)",
  "--cu1": "var(--d-al3)",
  "--cu2": "var(--d-al3)",
  "--cu3": "var(--d-al2)",
  "--cu4": "var(--d-al2)",
  "--cu5": "var(--d-al1)",
  "--copper-fill": "var(--d-al2)",
} as React.CSSProperties;

interface LensProps {
  stage: ServiceStage;
  ctx: ServiceContext;
  map: CoolingMap;
  step: Step | null;
  size: { width: number; height: number };
}

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
      {step?.key === "open:pry" || step?.key === "open:lift" ? (
        <PryPath base={base} ports={map.ofKind("port")} lift={step.key === "open:lift"} />
      ) : null}
      {screws.map((s, i) => (
        <CoverScrew
          key={s.id}
          screw={s}
          number={i + 1}
          out={ctx.journal.isDone(`out:${s.id}`) && !ctx.journal.isDone(`in:${s.id}`)}
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

/** The opened underside with the step's parts marked, and near where it works on the heatsink. */
export function InsideLens({ stage, ctx, map, step, size }: LensProps) {
  const { view, dusty, targets, near, heat, done, middleY } = useInsideView({ step, map, ctx, size });
  return (
    <Sheet
      size={size}
      view={view}
      style={dusty ? greyMetal : undefined}
      label={`Underside of ${map.layout.model}, opened${targets.length ? `; marked: ${partsSaid(targets)}` : ""}`}
    >
      <Drawing layout={map.layout} />
      <Hidden layout={map.layout} />
      {stage === "strip" || stage === "clean" ? <DustLayer ctx={ctx} map={map} air={dusty} /> : null}
      {stage === "strip" || stage === "clean" ? <Prints ctx={ctx} map={map} /> : null}
      {stage === "paste" ? <PadMarks ctx={ctx} map={map} scale={view.scale} /> : null}
      {near
        ? heat.map((p) => {
            const [x, y] = centreOf(p);
            const next = targets.length === 1 && targets[0]?.id === p.id;
            const stamp = p.kind === "screw" ? p.stamp : "";
            return (
              <ScrewMark
                key={p.id}
                p={p}
                x={x}
                y={y}
                next={next}
                done={done}
                view={view}
                middleY={middleY}
                stamp={stamp}
              />
            );
          })
        : targets.map((p) => <Chosen key={p.id} part={p} scale={view.scale} />)}
      {stage === "strip" || stage === "clean"
        ? [...map.ofKind("fins"), ...map.ofKind("blower")].map((p) =>
            ctx.journal.isDone(`dust:${p.id}`) && !targets.includes(p) ? (
              <GradeTag
                key={p.id}
                part={p}
                grade={Number(ctx.journal.of(`dust:${p.id}`).value)}
                view={view}
                width={size.width}
              />
            ) : null,
          )
        : null}
      {!near && targets.length === 1 && targets[0] && step?.mark ? (
        <Flag part={targets[0]} text={step.mark} scale={view.scale} base={map.layout.base} />
      ) : null}
    </Sheet>
  );
}

interface InsideGiven {
  step: Step | null;
  map: CoolingMap;
  ctx: ServiceContext;
  size: { width: number; height: number };
}

/** What of the open machine is shown, and what is marked in it. */
function useInsideView({ step, map, ctx, size }: InsideGiven) {
  const targets = useMemo(() => (step?.parts ?? []).flatMap((id) => map.part(id) ?? []), [step, map]);
  const near =
    step !== null && /^(tighten|loosen|strip:look|close:lower|close:start)/.test(step.key) && targets.length > 0;
  const heat = ctx.plans.flatMap((p) => p.order).flatMap((id) => map.part(id) ?? []);
  const middleY = heat.reduce((t, p) => t + centreOf(p)[1] / heat.length, 0);
  // with lint in question the metal goes grey, so that lint is the only warm colour
  const dusty =
    step !== null &&
    (/^(dust|bays|bearing):/.test(step.key) ||
      (step.stage === "clean" && targets.some((t) => t.kind === "fins" || t.kind === "blower")));
  const cooling = dusty ? [...map.ofKind("fins"), ...map.ofKind("blower")] : [];
  const view = cooling.length
    ? around(cooling, size, 12, true)
    : near && heat.length
      ? around(heat, size)
      : fitted(map.layout.base, size, 8, 8);
  const done = (p: Part) => {
    const round = /^tighten:(\d)/.exec(step?.key ?? "")?.[1];
    const back = /^loosen:(\d)/.exec(step?.key ?? "")?.[1];
    return round
      ? ctx.journal.isDone(`tighten:${round}:${p.id}`)
      : back
        ? ctx.journal.isDone(`loosen:${back}:${p.id}`)
        : false;
  };
  return { view, dusty, targets, near, heat, done, middleY };
}

interface ScrewMarkProps {
  p: Part;
  x: number;
  y: number;
  next: boolean;
  done: (p: Part) => boolean;
  view: View;
  middleY: number;
  stamp: string;
}

/** A heatsink screw with its number and whether it had its turn. */
function ScrewMark({ p, x, y, next, done, view, middleY, stamp }: ScrewMarkProps) {
  return (
    <g transform={`translate(${x} ${y})`}>
      <circle
        r={5.4}
        fill="none"
        stroke={next ? "var(--copper)" : done(p) ? "var(--copper-fill)" : "var(--sheet)"}
        strokeWidth={next ? 2.6 : 1.8}
      />
      <g
        transform={
          `scale(${1 / view.scale}) translate(0 ` + `${(y < middleY ? -1 : 1) * (5.4 * view.scale + (next ? 27 : 21))})`
        }
      >
        {next ? <rect x={-23} y={-20} width={46} height={40} rx={4} fill="var(--copper)" /> : null}
        <text
          y={10}
          textAnchor="middle"
          fontSize="var(--text-step)"
          fontWeight="var(--font-weight-heavy)"
          fontFamily="var(--font-num)"
          fill={next ? "var(--on-copper)" : "var(--ink)"}
          stroke={next ? "none" : "var(--sheet)"}
          strokeWidth={5}
          paintOrder="stroke"
        >
          {stamp}
        </text>
        {done(p) && !next
          ? [
              [7, "var(--sheet)"],
              [4, "var(--ink)"],
            ].map(([w, c]) => <path key={w} d="M15 -1l6 7 11-14" fill="none" stroke={String(c)} strokeWidth={w} />)
          : null}
      </g>
    </g>
  );
}

/** Where the paste lay on each plate: wetted cells over the chip, seen through the plate. */
function Prints({ ctx, map }: { ctx: ServiceContext; map: CoolingMap }) {
  return (
    <g aria-hidden>
      {map.ofKind("chip").map((c) => {
        const print = ctx.journal.of(`print:${c.id}`).value;
        if (!isPrint(print) || ctx.journal.isDone(`clean:${c.id}`)) return null;
        const b = boundsOf(dieRing(c));
        const [w, h] = [(b.right - b.left) / PRINT.columns, (b.bottom - b.top) / PRINT.rows];
        // the plate faces the hand mirrored; on the drawing it lies as mounted
        return [...print].map((cell, i) =>
          cell === "w" ? (
            <rect
              key={`${c.id}${i}`}
              x={b.right - ((i % PRINT.columns) + 1) * w - 0.2}
              y={b.top + Math.floor(i / PRINT.columns) * h - 0.2}
              width={w + 0.4}
              height={h + 0.4}
              fill="#C9CCC4"
              opacity={0.92}
            />
          ) : null,
        );
      })}
    </g>
  );
}

function Flag({ part, text, scale, base }: { part: Part; text: string; scale: number; base: Layout["base"] }) {
  const b = boundsOfParts([part]);
  const right = b.right + 60 / scale < base.widthMm;
  const w = text.length * 15 + 22;
  return (
    <g transform={`translate(${right ? b.right + 6 : b.left - 6} ${(b.top + b.bottom) / 2}) scale(${1 / scale})`}>
      <rect
        x={right ? 0 : -w}
        y={-19}
        width={w}
        height={38}
        rx={4}
        fill="var(--copper)"
        stroke="var(--sheet)"
        strokeWidth={2}
      />
      <text
        x={right ? w / 2 : -w / 2}
        y={9}
        textAnchor="middle"
        fontSize="var(--text-head)"
        fontWeight="var(--font-weight-heavy)"
        fontFamily="var(--font-num)"
        fill="var(--on-copper)"
      >
        {text}
      </text>
    </g>
  );
}

/** A part's grade as a comb of four teeth, as many thick as the grade, and its digit. */
function GradeTag({ part, grade, view, width }: { part: Part; grade: number; view: View; width: number }) {
  const { scale } = view;
  const [cx, y] = centreOf(part);
  // a tag never hangs over the edge of the pane
  const x = (Math.min(width - 48, Math.max(48, cx * scale + view.x)) - view.x) / scale;
  return (
    <g aria-label={`${part.tag} grade ${grade}`} transform={`translate(${x} ${y}) scale(${1 / scale})`}>
      <rect x={-44} y={-14} width={88} height={28} rx={3} fill="var(--d-lab)" stroke="var(--ink)" strokeWidth={1.4} />
      <text
        x={-36}
        y={6}
        fontSize="var(--text-body)"
        fontWeight="var(--font-weight-heavy)"
        fontFamily="var(--font-num)"
        fill="var(--ink)"
      >
        {part.tag}
      </text>
      {[0, 1, 2, 3].map((i) => (
        <path key={i} d={`M${-4 + i * 6} -7v14`} stroke="var(--ink)" strokeWidth={i < grade ? 4 : 1} />
      ))}
      <text
        x={26}
        y={6}
        fontSize="var(--text-body)"
        fontWeight="var(--font-weight-heavy)"
        fontFamily="var(--font-num)"
        fill="var(--ink)"
      >
        {grade}
      </text>
    </g>
  );
}

function around(parts: readonly Part[], size: { width: number; height: number }, edge = 26, top = false): View {
  const b = boundsOfParts(parts);
  const scale = Math.min(size.width / (b.right - b.left + 2 * edge), size.height / (b.bottom - b.top + 2 * edge));
  return {
    scale,
    x: size.width / 2 - ((b.left + b.right) / 2) * scale,
    y: top ? (edge - b.top) * scale : size.height / 2 - ((b.top + b.bottom) / 2) * scale,
  };
}

function Sheet({
  size,
  view,
  label,
  style,
  children,
}: {
  size: { width: number; height: number };
  view: View;
  label: string;
  style?: React.CSSProperties | undefined;
  children: React.ReactNode;
}) {
  return (
    <svg
      style={style}
      width={size.width}
      height={size.height}
      role="img"
      aria-label={label}
      className="absolute inset-0 block"
    >
      <Defs />
      <g transform={`translate(${view.x} ${view.y}) scale(${view.scale})`}>{children}</g>
    </svg>
  );
}
