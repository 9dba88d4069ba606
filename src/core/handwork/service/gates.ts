import { words } from "../../base/words";
import { coverScrews, batteryKeys } from "./opening";
import { fanPlugsOf, tightenOrder } from "./stripping";
import type { ServiceContext, Step } from "./step";
import { stepKey } from "./stepKey";

/** Something that must be so before the work goes on; firm, but a reason opens it where one can. */
export interface Gate {
  key: string;
  title: string;
  say: string;
  /** False for what no reason opens. */
  opens: boolean;
}

/** The step that keeps why a machine was opened without a run before: it would not start, say. */
export const BEFORE_SKIPPED = stepKey("gate", "before-run");

/** What goes back with the cover itself, not before it. */
const COVER_KINDS = ["Cover screws", "Clips"];

/** What was taken out of the machine and what is back, kind by kind. */
export interface Count {
  name: string;
  out: number;
  back: number;
  /** Tags or marks of what is still out. */
  missing: string[];
}

interface Counted {
  tag: string;
  out: boolean;
  back: boolean;
}

/** The count of a kind, or none while nothing of it is out. */
function count(name: string, items: readonly Counted[]): Count[] {
  const out = items.filter((i) => i.out);
  if (out.length === 0) return [];
  const missing = out.filter((i) => !i.back).map((i) => i.tag);
  return [{ name, out: out.length, back: out.length - missing.length, missing }];
}

/** Out = in, kind by kind, from what the journal says was really taken apart. Kinds that stayed in are left out. */
export function countsOut(ctx: ServiceContext): Count[] {
  const { journal, map } = ctx;
  const rounds = ctx.plans[0]?.fractions.length ?? 0;
  const heat = ctx.plans.flatMap((p) => tightenOrder(ctx, p));
  return [
    ...count(
      "Heatsink screws",
      heat.map((id) => ({
        tag: stampOf(ctx, id),
        out: journal.isDone(stepKey("strip", "look")) || [1, 2].some((r) => journal.isDone(stepKey("loosen", r, id))),
        back: journal.isDone(stepKey("tighten", rounds, id)),
      })),
    ),
    ...count(
      "Pads",
      (map?.ofKind("pad") ?? []).map((p) => ({
        tag: p.tag,
        out: journal.isDone(stepKey("pad-was", p.id)),
        back: journal.isDone(stepKey("pad", p.id)),
      })),
    ),
    ...count(
      "Fan plugs",
      fanPlugsOf(ctx).map((p) => ({
        tag: p.forWhat,
        out: journal.isDone(stepKey("unplug", p.id)),
        back: journal.isDone(stepKey("plug", p.id)),
      })),
    ),
    ...count(
      "Tapes",
      (map?.ofKind("tape") ?? []).map((t, i) => ({
        tag: t.forWhat || `tape ${i + 1}`,
        out: journal.isDone(stepKey("off", t.id)),
        back: journal.isDone(stepKey("on", t.id)),
      })),
    ),
    ...sealCounts(ctx),
    ...count(
      "Battery plug",
      batteryKeys(ctx).map((k) => ({
        tag: "battery",
        out: journal.isDone(k),
        back: journal.isDone(k.replace(/^unplug/, "plug")),
      })),
    ),
    ...clipCount(ctx),
    ...count(
      "Cover screws",
      coverScrews(ctx).map((s, i) => ({
        tag: String(i + 1),
        out: journal.isDone(stepKey("out", s.id)),
        back: journal.isDone(stepKey("in", s.id)),
      })),
    ),
  ];
}

function sealCounts({ journal, map }: ServiceContext): Count[] {
  return [
    ...count(
      "Shields",
      (map?.ofKind("shield") ?? []).map((s, i) => ({
        tag: `shield ${i + 1}`,
        out: journal.isDone(stepKey("off", s.id)),
        back: journal.isDone(stepKey("on", s.id)),
      })),
    ),
    ...count(
      "Foam",
      (map?.ofKind("gasket") ?? []).map((g, i) => ({
        tag: `foam ${i + 1}`,
        out: journal.isDone(`foam-was:${g.id}`),
        back: journal.isDone(stepKey("on", g.id)),
      })),
    ),
  ];
}

const stampOf = (ctx: ServiceContext, id: string): string => {
  const s = ctx.map?.part(id);
  return s?.kind === "screw" ? s.stamp || "?" : "?";
};

const list = (v: readonly string[]): string =>
  v.length <= 4 ? v.join(", ") : `${v.slice(0, 4).join(", ")} and ${v.length - 4} more`;

/** The gate a step stands behind now; null when the way is free. */
export function gateOf(ctx: ServiceContext, step: Step): Gate | null {
  const { journal } = ctx;
  const open = (g: Gate): Gate | null => (g.opens && journal.isSettled(g.key) ? null : g);
  if (
    batterySwollen(journal) &&
    step.key !== stepKey("intake", "battery") &&
    step.key !== stepKey("strip", "battery")
  ) {
    return {
      key: stepKey("gate", "swollen"),
      title: "The battery is swollen",
      say:
        "Stop. Do not puncture, press or charge it. Move it away from anything that burns and follow local " +
        "rules for damaged lithium batteries. Go on only after it was dealt with: then answer the battery step again.",
      opens: false,
    };
  }
  if (step.stage === "open" && !ctx.hasBeforeRun) {
    const g = open({
      key: BEFORE_SKIPPED,
      title: "No run before",
      say:
        "Without a load run before opening nothing can be proved afterwards. A machine that will not start " +
        "may skip it, with the reason kept.",
      opens: true,
    });
    if (g) return g;
  }
  if (["strip", "clean", "paste"].includes(step.stage) && !batteryKeys(ctx).every((k) => journal.isDone(k))) {
    const g = open({
      key: stepKey("gate", "battery-plug"),
      title: "The battery plug is not out",
      say: "No tool goes inside before the battery is unplugged.",
      opens: true,
    });
    if (g) return g;
  }
  if (step.key === stepKey("open", "pry") && openTray(ctx)) {
    const g = open({
      key: stepKey("gate", "tray"),
      title: "The tray does not count up",
      say: openTray(ctx),
      opens: true,
    });
    if (g) return g;
  }
  if (step.key === stepKey("close", "cover")) {
    const missing = countsOut(ctx).filter((c) => !COVER_KINDS.includes(c.name) && c.missing.length > 0);
    if (missing.length) {
      const g = open({
        key: stepKey("gate", "counts"),
        title: "Something is still out",
        say:
          `${missing.map((c) => `${c.name}: ${list(c.missing)}`).join(". ")}. The cover stays off until out ` +
          "is in, or a reason is kept.",
        opens: true,
      });
      if (g) return g;
    }
  }
  if (step.key === stepKey("close", "first")) {
    const left = Number(journal.of(stepKey("close", "left")).value || "0");
    const missing = countsOut(ctx).filter((c) => c.missing.length > 0);
    if (left > 0 || missing.length) {
      const g = open({
        key: stepKey("gate", "left"),
        title:
          left > 0
            ? `${words.counted(left, "piece")} ${words.agreeing(left, "is", "are")} left on the tray`
            : "Out is not in",
        say:
          missing.map((c) => `${c.name}: ${list(c.missing)}. `).join("") +
          "Find where it belongs before the machine is started.",
        opens: true,
      });
      if (g) return g;
    }
  }
  return null;
}

/** Clips that opened and clips that click again; the broken ones are out of the count. */
function clipCount({ map, journal }: ServiceContext): Count[] {
  const clips = (map?.ofKind("clip").length ?? 0) - Number(journal.of(stepKey("open", "clips")).value || "0");
  if (clips <= 0 || !journal.isDone(stepKey("open", "pry"))) return [];
  const back = Math.min(clips, Number(journal.of(stepKey("close", "clips")).value || "0"));
  return [{ name: "Clips", out: clips, back, missing: back < clips ? [`${clips - back} of ${clips}`] : [] }];
}

/** Whether the battery was last seen swollen: nothing but that is done then, no load run either. */
export const batterySwollen = (journal: ServiceContext["journal"]): boolean =>
  journal.of(stepKey("intake", "battery")).value === "swollen" ||
  journal.of(stepKey("strip", "battery")).value === "swollen";

function openTray(ctx: ServiceContext): string {
  const loose = coverScrews(ctx).filter((s) => !s.captive).length;
  const state = ctx.journal.of(stepKey("open", "tray"));
  if (state.status !== "done" || Number(state.value) === loose) return "";
  const n = Number(state.value);
  return n < loose
    ? `${loose - n} of ${loose} screws ${words.agreeing(loose - n, "is", "are")} missing: ` +
        "still in the cover, or fallen. Prying now breaks the cover."
    : `${n - loose} more than the drawing has: look where ${words.agreeing(
        n - loose,
        "it was",
        "they were",
      )}, and add ${words.agreeing(n - loose, "it", "them")} to the map.`;
}

/**
 * What keeps the run after from starting: blowers that were unplugged and are not confirmed back. Empty when nothing
 * does.
 */
export function fansUnconfirmed(ctx: ServiceContext): string[] {
  if (ctx.journal.isSettled(stepKey("gate", "fan-plugs"))) return [];
  return fanPlugsOf(ctx)
    .filter((p) => ctx.journal.isDone(stepKey("unplug", p.id)) && !ctx.journal.isDone(stepKey("plug", p.id)))
    .map((p) => p.forWhat);
}
