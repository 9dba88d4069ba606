import { randomUUID } from "node:crypto";
import { airGrown } from "../core/drawing/cooling";
import type { RigFaults } from "../core/simulate";
import {
  asideStep,
  asideText,
  baysOfGrade,
  cleaningText,
  contextOf,
  gradeOfShare,
  pastedText,
  plansOf,
  SERVICE_STAGES,
  stepsOf,
  usualProcedure,
  type Entry,
  type ServiceFacts,
  type Step,
} from "../core/handwork/service";
import { CoolingMap, type Layout } from "../core/drawing/parts";
import type { DemoAside } from "./job";
import { isStep } from "../core/handwork/service";

/** Parts come by on the way, written down after the base came off. */
export function withAsides(entries: readonly Entry[], asides: readonly DemoAside[]): Entry[] {
  const from = entries.findLastIndex((e) => e.stage === "open") + 1;
  const at = Date.parse(entries[from - 1]?.at ?? "");
  if (Number.isNaN(at)) return [...entries];
  const found = asides.map(([kind, values, note = ""], i): Entry => ({
    id: randomUUID(),
    at: new Date(at + (i + 1) * 20_000).toISOString(),
    stage: "open",
    step: asideStep(kind, `demo${i}`),
    act: "done",
    value: asideText(kind, values),
    reason: note,
  }));
  return [...entries.slice(0, from), ...found, ...entries.slice(from)];
}

/** The journal of a finished service: every step in its order, answered by what was wrong with the machine. */
export function demoJournal(layout: Layout, faults: RigFaults, start: string): Entry[] {
  const map = new CoolingMap(layout);
  const facts: ServiceFacts = {
    layout,
    entries: [],
    procedure: usualProcedure,
    plans: plansOf(map, usualProcedure.rounds),
    model: layout.model,
    hasBeforeRun: true,
    today: start.slice(0, 10),
  };
  const entries: Entry[] = [];
  let at = Date.parse(start);
  for (const stage of SERVICE_STAGES) {
    for (;;) {
      // what is found makes further steps: they are asked for anew after every answer
      const ctx = contextOf(facts, map, entries);
      const step = stepsOf(stage, ctx).find((s) => !ctx.journal.isSettled(s.key));
      if (!step) break;
      at += seconds(step) * 1000;
      entries.push({
        id: randomUUID(),
        at: new Date(at).toISOString(),
        stage,
        step: step.key,
        act: "done",
        value: answer(step, map, faults),
        reason: "",
      });
    }
    at += 4 * 60_000;
  }
  return entries;
}

const seconds = (s: Step): number =>
  isStep(s.key, "clean") ? 210 : isStep(s.key, "paste") || isStep(s.key, "pad") ? 50 : s.run ? 14 : 25;

function answer(step: Step, map: CoolingMap, faults: RigFaults): string {
  const ask = step.ask;
  if (ask.kind === "grade") {
    // as much is closed as slows the air by what the rig was told; the first stack and its blower take a little more
    const fins = map.ofKind("fins").map((f) => f.id);
    const grown = (c: number) => airGrown(map, new Map(fins.map((id) => [id, c])));
    const share = Array.from({ length: 100 }, (_, i) => i / 100).find((c) => grown(c) >= faults.clog) ?? 0.95;
    return String(gradeOfShare(share + (map.part(step.parts[0] ?? "")?.tag.endsWith("1") ? 0.04 : -0.06)));
  }
  if (ask.kind === "bays") return baysOfGrade(ask.grade);
  if (ask.kind === "print") return ask.start;
  if (ask.kind === "clean") return ask.ways[0] ? cleaningText(ask.ways[0]) : "";
  if (ask.kind === "thickness") return String(padOfStep(map, ask.pad));
  if (ask.kind === "paste") return pastedText({ pattern: "line", volumeMm3: 8, lotId: null });
  if (ask.kind === "length") return String(ask.fitsMm);
  if (ask.kind === "number") return String(ask.expects ?? 180);
  if (ask.kind !== "choose") return "";
  if (isStep(step.key, "paste-was")) {
    const chip = map.part(step.parts[0] ?? "");
    const factor =
      chip?.kind === "chip" && (chip.role === "cpu" || chip.role === "gpu") ? (faults.contact[chip.role] ?? 1) : 1;
    return factor > 1.6 ? "pumped" : factor > 1.15 ? "dry" : "even";
  }
  return ask.options[0]?.[0] ?? "";
}

const padOfStep = (map: CoolingMap, id: string): number => {
  const p = map.part(id);
  return p?.kind === "pad" ? p.thicknessMm : 1;
};
