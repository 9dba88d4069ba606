import { amountFor, USUAL_PASTE } from "../paste";
import type { ServiceDone } from "../../simulate";
import { centreOf } from "../../drawing/parts";
import { fanPlugsOf, pastedChips, tightenOrder } from "./stripping";
import { faceOf, pastedOf } from "./pasting";
import type { ServiceContext } from "./step";
import { isStep, stepKey, stepPart } from "./stepKey";

/** A plate whose screws differ by more than this of their way home, all the tighter ones on one side, leans. */
const AHEAD = 0.6;

/**
 * What the journal says was done to the cooling, as far as a machine that stands in for the real one is to feel it.
 * Chips that are neither drawn nor pasted say nothing.
 */
export function doneIn(ctx: ServiceContext): ServiceDone {
  const { journal, map } = ctx;
  const fins = map?.ofKind("fins") ?? [];
  const pasted: ServiceDone["pasted"] = {};
  for (const chip of pastedChips(ctx)) {
    if (chip.role !== "cpu" && chip.role !== "gpu") continue;
    const laid = journal.isDone(stepKey("paste", chip.id))
      ? pastedOf(journal.of(stepKey("paste", chip.id)).value)
      : null;
    if (!laid) continue;
    const amount = amountFor(faceOf(ctx, chip), USUAL_PASTE);
    pasted[chip.role] = laid.volumeMm3 / (amount.volumeMm3 / (1 + amount.marginShare));
  }
  return {
    finsCleaned: fins.length > 0 && fins.every((f) => journal.isDone(stepKey("clean", f.id))),
    pasted,
    oneSide: ctx.plans.some((plan) => wentOneSided(ctx, plan)),
    unplugged: fanPlugsOf(ctx).filter(
      (p) => journal.isDone(stepKey("unplug", p.id)) && !journal.isSettled(stepKey("plug", p.id)),
    ).length,
    padsMissing: (map?.ofKind("pad") ?? []).filter((p) => journal.of(stepKey("pad-was", p.id)).value === "missing")
      .length,
  };
}

/** Whether one side of a plate was ever far nearer home than the other, as its screws were turned. */
function wentOneSided({ journal, map, ...rest }: ServiceContext, plan: ServiceContext["plans"][number]): boolean {
  const order = tightenOrder({ journal, map, ...rest }, plan);
  const at = new Map(order.flatMap((id) => (map?.part(id) ? [[id, centreOf(map.part(id) as never)] as const] : [])));
  const xs = [...at.values()];
  if (xs.length < 3) return false;
  const middle = [0, 1].map((k) => xs.reduce((s, p) => s + (p[k as 0 | 1] ?? 0), 0) / xs.length);
  const way = new Map(order.map((id) => [id, 0]));
  for (const e of journal.entries) {
    if (e.act !== "done" || !isStep(e.step, "tighten")) continue;
    const [round, id] = [stepPart(e.step), stepPart(e.step, 1)];
    if (!way.has(id)) continue;
    way.set(id, plan.fractions[Number(round) - 1] ?? 1);
    const values = [...way.values()];
    const most = Math.max(...values);
    const ahead = [...way].filter(([, f]) => f > most - 1e-9).map(([s]) => s);
    const behind = [...way].filter(([, f]) => most - f >= AHEAD);
    if (behind.length < 2 || ahead.length < 2) continue;
    // the tight ones all lie on one side of the middle
    for (const k of [0, 1] as const) {
      const sides = new Set(ahead.map((s) => Math.sign((at.get(s)?.[k] ?? 0) - (middle[k] ?? 0))));
      const others = new Set(behind.map(([s]) => Math.sign((at.get(s)?.[k] ?? 0) - (middle[k] ?? 0))));
      if (sides.size === 1 && others.size === 1 && [...sides][0] !== [...others][0]) return true;
    }
  }
  return false;
}
