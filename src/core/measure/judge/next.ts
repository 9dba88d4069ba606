import type { Reason } from "../pair/reason";
import type { Bound, ChipVerdict, HoldsOpen, Judgement, Next, NextCode, VerdictWord } from "./judgement";

/** Why a job should not be closed on this verdict; null when it may be. */
export function holdsOpen(
  v: Pick<Judgement, "verdict" | "chips"> & { next: readonly { code: string }[] },
): HoldsOpen | null {
  if (v.verdict === "not-comparable") return "no-comparison";
  if (v.verdict === "worse" || v.chips.some((c) => c.paths.some((p) => p.finding === "worse"))) return "path-worse";
  if (v.chips.some((c) => c.bound && c.bound.open === "after")) return "one-side";
  return v.next.some((n) => n.code === "tell-paths") ? "path-unknown" : null;
}

/** What to do now, most pressing first. */
export function nextSteps(
  word: VerdictWord,
  lead: ChipVerdict | null,
  reasons: readonly Reason[],
  chips: readonly ChipVerdict[] = lead ? [lead] : [],
): Next[] {
  const has = (code: Reason["code"], level?: Reason["level"]) =>
    reasons.some((r) => r.code === code && (level === undefined || r.level === level));
  const findings = (path: 0 | 1) => chips.map((c) => c.paths[path].finding);
  const steps: Next[] = [];
  const add = (code: Exclude<NextCode, "run-longer">) => steps.push({ code });
  if (has("fan-stopped", "caution")) add("plug-fan");
  if (has("fan-may-stand") && findings(1).includes("worse")) add("plug-fan");
  if (has("fan-weak", "caution")) add("check-fan");
  if (word === "not-comparable") return [...steps, ...repeatSteps(reasons)];
  if (lead?.bound) return [...steps, ...oneSidedSteps(lead.bound, reasons)];
  if (findings(0).includes("worse")) add("reopen-contact");
  if (has("core-spread")) add("check-lean");
  if (findings(1).includes("worse") && steps.every((s) => !s.code.includes("fan"))) add("check-outlet");
  if (has("air-path-high")) add("check-pipes");
  if (word === "unchanged" && steps.length === 0) add("look-further");
  const unknown = [...findings(0), ...findings(1)].includes("unknown");
  if (word === "improved" && steps.length === 0 && unknown) add("tell-paths");
  if (word === "improved" && steps.length === 0) add("set-due");
  if (word === "worse" && steps.length === 0) add("reopen");
  return steps;
}

/** What to do where one side is known: only the run after can still be made anew. */
function oneSidedSteps({ side, open }: Bound, reasons: readonly Reason[]): Next[] {
  if (side === "at-least") return [{ code: "reopen" }, ...repeatSteps(reasons)];
  return open === "after" ? repeatSteps(reasons) : [{ code: "better-by-a-floor" }];
}

/** What mends each thing that bars or blurs a comparison. */
const MENDS: Partial<Record<Reason["code"], Exclude<NextCode, "run-longer">>> = {
  "no-room-temperature": "read-room",
  "room-does-not-fit": "check-rooms",
  "room-too-warm": "check-rooms",
  "another-machine": "check-files",
  "chip-not-loaded": "load-chip",
  "loads-differ": "same-load",
  "sensor-stuck": "check-columns",
  "wrong-sensor": "check-columns",
  "does-not-follow": "check-columns",
  "chips-differ": "check-columns",
  "too-uncertain": "run-again",
  "no-load": "mark-load",
};

function repeatSteps(reasons: readonly Reason[]): Next[] {
  const steps = reasons.flatMap((r): Next[] => {
    if (r.code === "load-too-short") return [{ code: "run-longer", neededS: r.data.neededS }];
    const code = MENDS[r.code];
    return code ? [{ code }] : [];
  });
  return steps.filter((s, i) => steps.findIndex((o) => o.code === s.code) === i);
}
