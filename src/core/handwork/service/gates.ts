import { coverScrews, batteryKeys } from "./opening";
import { fanPlugsOf, tightenOrder } from "./stripping";
import type { ServiceContext, Step } from "./step";
import { stepKey } from "./stepKey";

/** What a gate waits for, with its figures. */
export type GateFound =
  | { code: "swollen" }
  | { code: "before-run" }
  | { code: "battery-plug" }
  /** Loose cover screws the drawing has, and those on the tray. */
  | { code: "tray"; loose: number; counted: number }
  /** What was taken out and is not back. */
  | { code: "counts"; missing: readonly Count[] }
  /** Pieces left on the tray. */
  | { code: "left"; pieces: number; missing: readonly Count[] };

/** Something that must be so before the work goes on; firm, but a reason opens it where one can. */
export type Gate = GateFound & {
  key: string;
  /** False for what no reason opens. */
  opens: boolean;
};

const gate = (found: GateFound): Gate => ({
  ...found,
  key: stepKey("gate", found.code),
  opens: found.code !== "swollen",
});

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

/** The gate a step stands behind now; null when the way is free. */
export function gateOf(ctx: ServiceContext, step: Step): Gate | null {
  const found = [batteryGate, openGate, plugGate, trayGate, coverGate, startGate].flatMap((of) => of(ctx, step) ?? []);
  return found.map(gate).find((g) => !(g.opens && ctx.journal.isSettled(g.key))) ?? null;
}

type GateRule = (ctx: ServiceContext, step: Step) => GateFound | null;

const batteryGate: GateRule = ({ journal }, { key }) =>
  batterySwollen(journal) && key !== stepKey("intake", "battery") && key !== stepKey("strip", "battery")
    ? { code: "swollen" }
    : null;

const openGate: GateRule = ({ hasBeforeRun }, { stage }) =>
  stage === "open" && !hasBeforeRun ? { code: "before-run" } : null;

const plugGate: GateRule = (ctx, { stage }) =>
  ["strip", "clean", "paste"].includes(stage) && !batteryKeys(ctx).every((k) => ctx.journal.isDone(k))
    ? { code: "battery-plug" }
    : null;

/** Cover screws on the tray, against those the drawing has. */
const trayGate: GateRule = (ctx, { key }) => {
  if (key !== stepKey("open", "pry")) return null;
  const loose = coverScrews(ctx).filter((s) => !s.captive).length;
  const state = ctx.journal.of(stepKey("open", "tray"));
  const counted = Number(state.value);
  return state.status !== "done" || counted === loose ? null : { code: "tray", loose, counted };
};

const coverGate: GateRule = (ctx, { key }) => {
  if (key !== stepKey("close", "cover")) return null;
  const missing = countsOut(ctx).filter((c) => !COVER_KINDS.includes(c.name) && c.missing.length > 0);
  return missing.length ? { code: "counts", missing } : null;
};

const startGate: GateRule = (ctx, { key }) => {
  if (key !== stepKey("close", "first")) return null;
  const pieces = Number(ctx.journal.of(stepKey("close", "left")).value || "0");
  const missing = countsOut(ctx).filter((c) => c.missing.length > 0);
  return pieces > 0 || missing.length ? { code: "left", pieces, missing } : null;
};

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
