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
  type ChipFace,
  Footing,
  type OrderLean,
  type PlateScrew,
  type PressurePlane,
  tightenPlan,
} from "@/core/handwork/fasten";
import { tightenOrder, type ServiceContext, type Step } from "@/core/handwork/service";
import type { CoolingMap } from "@/core/drawing/parts";
import { stepKey, isStep, stepPart } from "@/core/handwork/service";

/** How the plate leans now, how it will after this turn, and why this order: worst and total lean beside the others. */
export function LeanGauge({ ctx, map, step }: { ctx: ServiceContext; map: CoolingMap; step: Step }) {
  const id = step.parts[0] ?? "";
  const assembly = useMemo(() => assembliesOf(map).find((a) => a.screws.some((s) => s.id === id)), [map, id]);
  const plan = ctx.plans.find((p) => p.order.includes(id));
  const others = useMemo(() => (assembly && plan ? compared(ctx, assembly, plan) : null), [ctx, assembly, plan]);
  const shown = useMemo(() => (assembly ? shownOf(assembly, id) : null), [assembly, id]);
  if (!assembly || !plan || !others || !shown) return null;
  const { footing, part, screws, chips, plate } = shown;
  const loosening = isStep(step.key, "loosen");
  const round = Number(stepPart(step.key) || "1");
  // loosening starts from home: half after a first round of two, nothing after the last
  const backTo = (r: number) => (ctx.procedure.loosen === "any" || r === 2 ? 0 : 0.5);
  const now = assembly.screws.map((s) =>
    loosening
      ? [1, 2].reduce((f, r) => (ctx.journal.isDone(stepKey("loosen", r, s.id)) ? backTo(r) : f), 1)
      : plan.fractions.reduce((f, v, r) => (ctx.journal.isDone(stepKey("tighten", r + 1, s.id)) ? v : f), 0),
  );
  const then = assembly.screws.map((s, i) =>
    s.id === id ? (loosening ? backTo(round) : (plan.fractions[round - 1] ?? 1)) : (now[i] ?? 0),
  );
  const [a, b] = [footing.planeOf(part, now), footing.planeOf(part, then)];
  if (!a || !b) return null;
  const turned = (of: readonly number[]) => assembly.screws.some((s, i) => screws.includes(s) && (of[i] ?? 0) > 0);
  const tag = footing.parts.length > 1 ? (map.part(plate.id)?.tag ?? "") : "";
  return (
    <section aria-label="Lean of the plate" className="mt-3">
      <LeanPicture
        a={a}
        b={b}
        screws={screws}
        chips={chips}
        id={id}
        middle={plate.plate.middle}
        turned={new Set(assembly.screws.filter((_, i) => (now[i] ?? 0) > 0).map((s) => s.id))}
      />
      <p className="mt-1.5 text-body leading-5.25">
        <b className="font-bold">
          {tag ? `${tag} ` : ""}
          {turned(now)
            ? `${tag ? "now" : "Now"}: ${leanWord(a.lean)}`
            : tag
              ? "is not pressed yet"
              : "Nothing presses yet"}
          .
        </b>{" "}
        After this turn: {turned(then) ? leanWord(b.lean) : "nothing presses any more"}
        {b.lean > 1 && turned(then)
          ? loosening
            ? "; the plate hangs on one side, so go on at once with the next"
            : "; paste is driven the other way until the next screw"
          : ""}
        .
      </p>
      {loosening ? null : (
        <WhyThisOrder
          others={others}
          home={plan.homeLean}
          plates={footing.parts.length > 1 ? footing.parts.map((p) => map.part(p.id)?.tag ?? "") : []}
        />
      )}
    </section>
  );
}

const leanWord = (lean: number) => (lean < 0.35 ? "even" : lean < 1 ? "leans a little" : "an edge is unloaded");

/** What the picture shows: of several plates the one whose screw is turned, with its own screws and chips. */
function shownOf(assembly: Assembly, id: string) {
  const footing = new Footing(assembly.screws, assembly.chips, assembly);
  const held = assembly.plates.find((p) => p.screws.includes(id));
  const part = Math.max(
    0,
    footing.parts.findIndex((p) => p.id === held?.id),
  );
  const plate = footing.parts[part];
  const all = footing.parts.length < 2;
  return plate
    ? {
        footing,
        part,
        plate,
        screws: assembly.screws.filter((s) => all || held?.screws.includes(s.id)),
        chips: assembly.chips.filter((c) => all || held?.chips.includes(c.id)),
      }
    : null;
}

interface LeanPictureProps {
  a: PressurePlane;
  b: PressurePlane;
  screws: readonly PlateScrew[];
  chips: readonly ChipFace[];
  /** The screw that is turned, and those that press already. */
  id: string;
  turned: ReadonlySet<string>;
  middle: { x: number; y: number };
}

/** Where the pressure lies on the plate now and after this turn. */
function LeanPicture({ a, b, screws, chips, id, turned, middle }: LeanPictureProps) {
  const [xs, ys] = [screws.map((s) => s.xMm), screws.map((s) => s.yMm)];
  const [left, top] = [Math.min(...xs) - 6, Math.min(...ys) - 6];
  const box = { x: left, y: top, w: Math.max(...xs) + 6 - left, h: Math.max(...ys) + 6 - top };
  const dot = (o: { x: number; y: number }) => ({
    cx: middle.x + Math.max(-box.w / 2, Math.min(box.w / 2, o.x)),
    cy: middle.y + Math.max(-box.h / 2, Math.min(box.h / 2, o.y)),
  });
  return (
    <svg
      viewBox={`${box.x} ${box.y} ${box.w} ${box.h}`}
      className="block h-28 w-full"
      role="img"
      aria-label={`Pressure now ${leanWord(a.lean)}, after this turn ${leanWord(b.lean)}`}
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
      {chips.map((c) => (
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
      {screws.map((s) => (
        <circle
          key={s.id}
          cx={s.xMm}
          cy={s.yMm}
          r={3.4}
          fill={turned.has(s.id) ? "var(--ink)" : "var(--sheet)"}
          stroke={s.id === id ? "var(--copper)" : "var(--ink)"}
          strokeWidth={s.id === id ? 1.8 : 0.8}
        />
      ))}
      <circle cx={middle.x} cy={middle.y} r={5} fill="none" stroke="var(--ink)" strokeWidth={0.7} />
      <circle {...dot(b.offMm)} r={2.6} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={0.8} />
      {a.lean > 0 || turned.size > 0 ? <circle {...dot(a.offMm)} r={2.6} fill="var(--ink)" /> : null}
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
  /** Tags of the plates, where there are several. */
  plates: readonly string[];
  others: OtherOrder[];
}

interface OtherOrder {
  name: string;
  lean: OrderLean;
  used: boolean;
}

/** The lean of this order against others; of several plates the worst of each, for that is what its chip feels. */
function WhyThisOrder({ others, home, plates }: WhyThisOrderProps) {
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
              {(plates.length ? plates.map((t) => `worst ${t}`) : ["worst"]).map((t) => (
                <th key={t} scope="col" className="text-right font-regular">
                  {t}
                </th>
              ))}
              <th scope="col" className="text-right font-regular">
                total
              </th>
            </tr>
          </thead>
          <tbody>
            {others.map((o) => (
              <tr key={o.name} className={o.used ? "font-bold" : ""}>
                <td>{o.name}</td>
                {(o.lean.plates?.map((p) => p.worstLean) ?? [o.lean.worstLean]).map((worst, i) => (
                  <td key={i} className="num text-right">
                    {worst.toFixed(2)}
                  </td>
                ))}
                <td className="num text-right">{o.lean.totalLean.toFixed(1)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className={`mt-1 text-note ${home >= 1 ? "text-stop-ink" : "text-ink-2"}`}>
          {home >= 1
            ? "These screws all pull on one side: an edge of the chip stays bare however they are tightened."
            : `With every screw home a lean of ${home.toFixed(2)} is left.`}
          {plates.length > 1 ? " The pipes between the plates are taken as springs." : ""}
        </p>
      </DisclosurePanel>
    </Disclosure>
  );
}

/** This order beside the stamped one, other numbers of rounds, and one side home first. */
function compared(ctx: ServiceContext, a: Assembly, plan: ServiceContext["plans"][number]): OtherOrder[] {
  const used = tightenOrder(ctx, plan).join();
  const n = plan.fractions.length;
  const other = (name: string, lean: OrderLean): OtherOrder => ({ name, lean, used: false });
  return [
    { name: `Computed, ${n} rounds`, lean: plan, used: plan.order.join() === used },
    ...(plan.stamped
      ? [{ name: `Stamped, ${n} rounds`, lean: plan.stamped, used: plan.stamped.order.join() === used }]
      : []),
    ...[2, 3, 4]
      .filter((r) => r !== n)
      .map((r) => other(`Computed, ${r} rounds`, tightenPlan(a.screws, a.chips, geometricFractions(r), a))),
    other("One side first", orderLean(a.screws, a.chips, oneSideFirst(a.screws), plan.fractions, a)),
  ];
}
