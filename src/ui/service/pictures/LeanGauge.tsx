"use client";
import { Disclosure, DisclosureButton, DisclosurePanel } from "@headlessui/react";
import { ChevronRight } from "lucide-react";
import { useMemo } from "react";
import {
  assembliesOf,
  type Assembly,
  geometricFractions,
  oneSideFirst,
  orderLean,
  type PressurePlane,
  RigidPlate,
  tightenPlan,
} from "@/core/fasten";
import { tightenOrder, type ServiceContext, type Step } from "@/core/service";
import type { CoolingMap } from "@/core/drawing";

/** How the plate leans now, how it will after this turn, and why this order: worst and total lean beside the others. */
export function LeanGauge({ ctx, map, step }: { ctx: ServiceContext; map: CoolingMap; step: Step }) {
  const id = step.parts[0] ?? "";
  const k = ctx.plans.findIndex((p) => p.order.includes(id));
  const assembly = useMemo(() => assembliesOf(map)[k], [map, k]);
  const plan = ctx.plans[k];
  const others = useMemo(() => (assembly && plan ? compared(ctx, assembly, plan) : null), [ctx, assembly, plan]);
  if (!assembly || !plan || !others) return null;
  const plate = new RigidPlate(assembly.chips);
  const loosening = step.key.startsWith("loosen:");
  const round = Number(step.key.split(":")[1] ?? "1");
  // loosening starts from home: half after a first round of two, nothing after the last
  const backTo = (r: number) => (ctx.ways.loosen === "any" || r === 2 ? 0 : 0.5);
  const now = assembly.screws.map((s) =>
    loosening
      ? [1, 2].reduce((f, r) => (ctx.journal.isDone(`loosen:${r}:${s.id}`) ? backTo(r) : f), 1)
      : plan.fractions.reduce((f, v, r) => (ctx.journal.isDone(`tighten:${r + 1}:${s.id}`) ? v : f), 0),
  );
  const then = assembly.screws.map((s, i) =>
    s.id === id ? (loosening ? backTo(round) : (plan.fractions[round - 1] ?? 1)) : (now[i] ?? 0),
  );
  const a = plate.plane(assembly.screws, now);
  const b = plate.plane(assembly.screws, then);
  const xs = assembly.screws.map((s) => s.xMm);
  const ys = assembly.screws.map((s) => s.yMm);
  const box = {
    x: Math.min(...xs) - 6,
    y: Math.min(...ys) - 6,
    w: Math.max(...xs) - Math.min(...xs) + 12,
    h: Math.max(...ys) - Math.min(...ys) + 12,
  };
  const dot = (o: { x: number; y: number }) => ({
    cx: plate.middle.x + Math.max(-box.w / 2, Math.min(box.w / 2, o.x)),
    cy: plate.middle.y + Math.max(-box.h / 2, Math.min(box.h / 2, o.y)),
  });
  const word = (lean: number) => (lean < 0.35 ? "even" : lean < 1 ? "leans a little" : "an edge is unloaded");
  return (
    <section aria-label="Lean of the plate" className="mt-3">
      <LeanPicture box={box} word={word} a={a} b={b} assembly={assembly} now={now} id={id} plate={plate} dot={dot} />
      <p className="mt-1.5 text-body leading-5.25">
        <b className="font-bold">{now.some((f) => f > 0) ? `Now: ${word(a.lean)}` : "Nothing presses yet"}.</b> After
        this turn: {then.some((f) => f > 0) ? word(b.lean) : "nothing presses any more"}
        {b.lean > 1 && then.some((f) => f > 0)
          ? loosening
            ? "; the plate hangs on one side, so go on at once with the next"
            : "; paste is driven the other way until the next screw"
          : ""}
        .
      </p>
      {loosening ? null : <WhyThisOrder others={others} home={plan.homeLean} />}
    </section>
  );
}

interface LeanPictureProps {
  box: { x: number; y: number; w: number; h: number };
  word: (lean: number) => "even" | "leans a little" | "an edge is unloaded";
  a: PressurePlane;
  b: PressurePlane;
  assembly: Assembly;
  now: number[];
  id: string;
  plate: RigidPlate;
  dot: (o: { x: number; y: number }) => { cx: number; cy: number };
}

/** Where the pressure lies on the plate now and after this turn. */
function LeanPicture({ box, word, a, b, assembly, now, id, plate, dot }: LeanPictureProps) {
  return (
    <svg
      viewBox={`${box.x} ${box.y} ${box.w} ${box.h}`}
      className="block h-28 w-full"
      role="img"
      aria-label={`Pressure now ${word(a.lean)}, after this turn ${word(b.lean)}`}
    >
      <rect
        x={box.x + 0.5}
        y={box.y + 0.5}
        width={box.w - 1}
        height={box.h - 1}
        rx={3}
        fill="var(--copper-wash)"
        stroke="var(--cu1)"
        strokeWidth={0.8}
      />
      {assembly.chips.map((c) => (
        <rect
          key={c.id}
          x={c.xMm - c.widthMm / 2}
          y={c.yMm - c.heightMm / 2}
          width={c.widthMm}
          height={c.heightMm}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={0.6}
          strokeDasharray="2 1.2"
        />
      ))}
      {assembly.screws.map((s, i) => (
        <circle
          key={s.id}
          cx={s.xMm}
          cy={s.yMm}
          r={3.4}
          fill={(now[i] ?? 0) > 0 ? "var(--ink)" : "var(--sheet)"}
          stroke={s.id === id ? "var(--copper)" : "var(--ink)"}
          strokeWidth={s.id === id ? 1.8 : 0.8}
        />
      ))}
      <circle cx={plate.middle.x} cy={plate.middle.y} r={5} fill="none" stroke="var(--ink)" strokeWidth={0.7} />
      <circle {...dot(b.offMm)} r={2.6} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={0.8} />
      {a.lean > 0 || now.some((f) => f > 0) ? <circle {...dot(a.offMm)} r={2.6} fill="var(--ink)" /> : null}
      {a.lean > 0.05 ? (
        <path
          d={`M${dot(a.offMm).cx} ${dot(a.offMm).cy}L${dot(b.offMm).cx} ${dot(b.offMm).cy}`}
          stroke="var(--ink)"
          strokeWidth={0.7}
        />
      ) : null}
    </svg>
  );
}

interface WhyThisOrderProps {
  /** Lean with every screw home. */
  home: number;
  others: { name: string; worst: number; total: number; used: boolean }[];
}

/** The lean of this order against others. */
function WhyThisOrder({ others, home }: WhyThisOrderProps) {
  return (
    <Disclosure>
      <DisclosureButton
        className="group mt-1 flex min-h-11 items-center gap-1.5 text-body text-ink-2
        hover:text-ink"
      >
        <ChevronRight aria-hidden size={17} className="transition-transform group-data-open:rotate-90" /> Why this order
      </DisclosureButton>
      <DisclosurePanel>
        <table className="w-full text-note">
          <thead>
            <tr className="text-left text-ink-2">
              <th scope="col" className="font-regular">
                Lean, round two on
              </th>
              <th scope="col" className="text-right font-regular">
                worst
              </th>
              <th scope="col" className="text-right font-regular">
                total
              </th>
            </tr>
          </thead>
          <tbody>
            {others.map((o) => (
              <tr key={o.name} className={o.used ? "font-bold" : ""}>
                <td>{o.name}</td>
                <td className="num text-right">{o.worst.toFixed(2)}</td>
                <td className="num text-right">{o.total.toFixed(1)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className={`mt-1 text-note ${home >= 1 ? "text-stop-ink" : "text-ink-2"}`}>
          {home >= 1
            ? "These screws all pull on one side: an edge of the chip stays bare however they are tightened."
            : `With every screw home a lean of ${home.toFixed(2)} is left.`}
        </p>
      </DisclosurePanel>
    </Disclosure>
  );
}

function compared(
  ctx: ServiceContext,
  a: ReturnType<typeof assembliesOf>[number],
  plan: ServiceContext["plans"][number],
) {
  const used = tightenOrder(ctx, plan).join();
  const side = orderLean(a.screws, a.chips, oneSideFirst(a.screws), plan.fractions);
  const rounds = [2, 3, 4]
    .filter((r) => r !== plan.fractions.length)
    .map((r) => ({ r, p: tightenPlan(a.screws, a.chips, geometricFractions(r)) }));
  return [
    {
      name: `Computed, ${plan.fractions.length} rounds`,
      worst: plan.worstLean,
      total: plan.totalLean,
      used: plan.order.join() === used,
    },
    ...(plan.stamped
      ? [
          {
            name: `Stamped, ${plan.fractions.length} rounds`,
            worst: plan.stamped.worstLean,
            total: plan.stamped.totalLean,
            used: plan.stamped.order.join() === used,
          },
        ]
      : []),
    ...rounds.map(({ r, p }) => ({
      name: `Computed, ${r} rounds`,
      worst: p.worstLean,
      total: p.totalLean,
      used: false,
    })),
    { name: "One side first", worst: side.worstLean, total: side.totalLean, used: false },
  ];
}
