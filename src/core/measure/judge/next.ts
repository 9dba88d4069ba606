import type { Bound, ChipVerdict, NextStep, Reason, Verdict, VerdictWord } from "./verdict";

/** Steps that more than one verdict comes to. */
export const STEPS = {
  plugFan: {
    code: "plug-fan",
    message:
      "Shut down, unplug the adapter and the battery, then check the fan plug: it is the part everyone " +
      "forgets. Then run after again.",
  },
  reopenContact: {
    code: "reopen-contact",
    message:
      "Reopen: check the tightening order, pad heights and a forgotten pad film, then new paste and one more " +
      "run after.",
  },
  setDue: { code: "set-due", message: "Nothing to reopen. Close the job and set the next due date." },
} as const satisfies Record<string, NextStep>;

/** Why a job should not be closed on this verdict; null when it may be. */
export function holdsOpen(v: Pick<Verdict, "verdict" | "chips" | "next">): string | null {
  if (v.verdict === "not-comparable") return "There is no comparison";
  if (v.verdict === "worse" || v.chips.some((c) => c.paths.some((p) => p.finding === "worse")))
    return "A path got worse";
  if (v.chips.some((c) => c.bound && c.bound.open === "after")) return "Only one side of the change is known";
  return v.next.some((n) => n.code === "tell-paths") ? "A path is not known" : null;
}

/** What to do now, most pressing first. */
export function nextSteps(
  word: VerdictWord,
  lead: ChipVerdict | null,
  reasons: readonly Reason[],
  chips: readonly ChipVerdict[] = lead ? [lead] : [],
): NextStep[] {
  const has = (code: string) => reasons.some((r) => r.code === code);
  const findings = (path: 0 | 1) => chips.map((c) => c.paths[path].finding);
  const steps: NextStep[] = [];
  if (has("fan-stopped") && reasons.some((r) => r.code === "fan-stopped" && r.level === "caution"))
    steps.push(STEPS.plugFan);
  if (has("fan-may-stand") && findings(1).includes("worse")) steps.push(STEPS.plugFan);
  if (has("fan-weak") && reasons.some((r) => r.code === "fan-weak" && r.level === "caution"))
    steps.push({
      code: "check-fan",
      message: "Check the fan bearing and its plug, and that nothing touches the blades. Then run after again.",
    });
  if (word === "not-comparable") return [...steps, ...repeatSteps(reasons)];
  if (lead?.bound) return [...steps, ...oneSidedSteps(lead.bound, reasons)];
  if (findings(0).includes("worse")) steps.push(STEPS.reopenContact);
  if (has("core-spread"))
    steps.push({
      code: "check-lean",
      message: "Loosen all heatsink screws of that plate and tighten crosswise in rounds: the plate leans.",
    });
  if (findings(1).includes("worse") && steps.every((s) => !s.code.includes("fan")))
    steps.push({
      code: "check-outlet",
      message: "Look for a cable or tape in the outlet, a blower not seated, a gasket left off.",
    });
  if (has("air-path-high"))
    steps.push({
      code: "check-pipes",
      message:
        "Airflow is still high for this model: if the fins are clean, feel for a pipe that stays cold at its " +
        "end, and look for a cable or tape in the outlet.",
    });
  if (word === "unchanged" && steps.length === 0)
    steps.push({
      code: "look-further",
      message:
        "The cooling is as it was. If the machine still runs hot: look at the power mode, background load, the " +
        "pipes and the fan, and set the complaint against the model's known figures.",
    });
  const unknown = [...findings(0), ...findings(1)].includes("unknown");
  if (word === "improved" && steps.length === 0 && unknown)
    steps.push({
      code: "tell-paths",
      message:
        "It runs cooler, but not every path is known. Run after again before it goes out: idle 3 min, load 15 min, " +
        "logged every second with power and fan speed.",
    });
  if (word === "improved" && steps.length === 0) steps.push(STEPS.setDue);
  if (word === "worse" && steps.length === 0)
    steps.push({ code: "reopen", message: "Reopen and look at both paths: paste, plate screws, fins and blower." });
  return steps;
}

/** What to do where one side is known: only the run after can still be made anew. */
function oneSidedSteps({ side, open }: Bound, reasons: readonly Reason[]): NextStep[] {
  if (side === "at-least")
    return [
      { code: "reopen", message: "Reopen and look at both paths: paste, plate screws, fins and blower." },
      ...repeatSteps(reasons),
    ];
  if (open === "after") return repeatSteps(reasons);
  return [
    {
      code: "better-by-a-floor",
      message:
        "Enough to say that it is better, not what it was worth. A new run before is no longer possible: next time " +
        "log power, room and 15 min of load before the machine is opened.",
    },
  ];
}

function repeatSteps(reasons: readonly Reason[]): NextStep[] {
  const steps: NextStep[] = [];
  for (const r of reasons) {
    if (r.code === "no-room-temperature")
      steps.push({
        code: "read-room",
        message:
          "Read the room temperature at the air inlet at the start and the end, and enter it for both runs. If " +
          "it is still known, enter it now: nothing has to be run again.",
      });
    if (r.code === "room-does-not-fit" || r.code === "room-too-warm")
      steps.push({
        code: "check-rooms",
        message:
          "Check both room temperatures: which run each belongs to, and where the thermometer stood. Correct them: " +
          "nothing has to be run again.",
      });
    if (r.code === "another-machine")
      steps.push({
        code: "check-files",
        message: "Check that both logs are of this machine, and drop the right one.",
      });
    if (r.code === "chip-not-loaded")
      steps.push({
        code: "load-chip",
        message: "Run again with the load that the other run had, on the same chips.",
      });
    if (r.code === "load-too-short")
      steps.push({
        code: "run-longer",
        message: `Run again with a longer load (${r.figure?.split(" of ")[1] ?? "10:00"} or more), all else as before.`,
      });
    if (r.code === "loads-differ")
      steps.push({
        code: "same-load",
        message: "Run after again with the same load recipe and power mode, and log the power if the machine gives it.",
      });
    if (
      r.code === "sensor-stuck" ||
      r.code === "wrong-sensor" ||
      r.code === "does-not-follow" ||
      r.code === "chips-differ"
    )
      steps.push({
        code: "check-columns",
        message: "Check what each column of the log was taken for, and that both logs are of this machine.",
      });
    if (r.code === "too-uncertain")
      steps.push({
        code: "run-again",
        message:
          "Run after again: idle 3 min, load 15 min, cool-down 5 min, logged every second with power and fan speed.",
      });
    if (r.code === "no-load")
      steps.push({
        code: "mark-load",
        message: "Mark where the load starts and ends by hand, or log again with the load on.",
      });
  }
  return steps.filter((s, i) => steps.findIndex((o) => o.code === s.code) === i);
}
