import { chipName } from "./comparable";
import type { ChipVerdict, NextStep, Reason, SentencePart, VerdictWord } from "./verdict";

const k = (v: number): string => `${Math.abs(Math.round(v))}\u00a0K`;

/** The headline: the verdict, and the path that went against it as the only coloured word. */
export function headlineOf(word: VerdictWord, lead: ChipVerdict | null): SentencePart[] {
  if (word === "not-comparable") return [{ text: "Not comparable" }];
  if (word === "unchanged" || !lead) return [{ text: "No real change" }];
  const against = lead.paths.find((p) => p.finding === (word === "improved" ? "worse" : "better"));
  if (word === "improved")
    return against
      ? [{ text: "Improved, but " }, { text: `${against.path} got worse`, path: against.path }, { text: ": reopen" }]
      : [{ text: "Improved" }];
  return against
    ? [{ text: "Worse, though " }, { text: `${against.path} got better`, path: against.path }]
    : [{ text: "Worse" }];
}

/** The finding in one sentence: net first, then what was won and lost. Rounded parts add up. */
export function summaryOf(
  word: VerdictWord,
  lead: ChipVerdict | null,
  chips: readonly ChipVerdict[],
  reasons: readonly Reason[],
  thresholdK: number,
): SentencePart[] {
  if (word === "not-comparable")
    return [
      ...reasons
        .filter((r) => r.level === "blocks")
        .slice(0, 2)
        .flatMap((r, i) => [{ text: `${i ? " " : ""}${r.message}` }]),
      ...stillKnown(chips),
    ];
  if (!lead?.change) return [{ text: "Nothing can be said of the chips." }];
  const name = chipName(lead.chip);
  const fan = reasons.find((r) => (r.code === "fan-stopped" || r.code === "fan-weak") && r.level === "caution");
  if (word === "unchanged") {
    return [
      { text: `At the same power, fan speed and room the ${name} runs as before, inside ` },
      { text: k(thresholdK), strong: true },
      { text: `: ${chips.map((c) => `${chipName(c.chip)} ${signed(c.change?.K ?? 0)}`).join(", ")}.` },
    ];
  }
  const against = lead.paths.some((p) => p.finding === (word === "improved" ? "worse" : "better"));
  const parts: SentencePart[] = [
    {
      text: against
        ? `Matched, the ${name} runs `
        : fan
          ? `At the same power and room the ${name} runs `
          : `At the same power, fan speed and room the ${name} runs `,
    },
    { text: k(lead.change.K), strong: true },
    { text: lead.change.K < 0 ? " cooler" : " hotter" },
  ];
  const split = splitParts(lead);
  if (split.length) parts.push({ text: ": " }, ...split);
  parts.push({ text: "." });
  if (fan)
    parts.push({
      text: " The fan is the reason: " + (fan.code === "fan-stopped" ? "it reads 0 rpm." : "it turns far too slowly."),
    });
  return parts;
}

function splitParts(lead: ChipVerdict): SentencePart[] {
  const [contact, airflow] = lead.paths;
  if (!contact.change || !airflow.change || !lead.change) return [];
  if (contact.finding === "unknown" || airflow.finding === "unknown")
    return [{ text: "the log cannot tell contact from airflow" }];
  const whole = Math.round(lead.change.K);
  const c = Math.round(contact.change.K);
  const a = whole - c;
  const said = [
    { path: "airflow" as const, K: a },
    { path: "contact" as const, K: c },
  ]
    .filter((p) => Math.abs(p.K) >= 1)
    .sort((x, y) => Math.sign(whole) * y.K - Math.sign(whole) * x.K);
  return said.flatMap((p, i) => [
    ...(i ? [{ text: ", " }] : []),
    { text: k(p.K), path: p.path, strong: true },
    { text: ` ${p.K < 0 ? "won" : "lost"} in ${p.path}`, path: p.path },
  ]);
}

function stillKnown(chips: readonly ChipVerdict[]): SentencePart[] {
  const lead = chips.find((c) => c.paths[0].change && c.paths[0].finding !== "unknown");
  const contact = lead?.paths[0];
  if (!lead || !contact?.change) return [];
  const of = chips.length > 1 ? ` of the ${chipName(lead.chip)}` : "";
  if (contact.finding === "same") return [{ text: ` Contact${of} can still be judged: as before.`, path: "contact" }];
  return [
    { text: ` Contact${of} can still be judged: ${contact.finding} by ${k(contact.change.K)}.`, path: "contact" },
  ];
}

export const signed = (v: number): string =>
  `${v > 0.05 ? "+" : v < -0.05 ? "\u2212" : ""}${Math.abs(v).toFixed(1)}\u00a0K`;

/** What to do now, most pressing first. */
export function nextSteps(word: VerdictWord, lead: ChipVerdict | null, reasons: readonly Reason[]): NextStep[] {
  const has = (code: string) => reasons.some((r) => r.code === code);
  const steps: NextStep[] = [];
  if (has("fan-stopped") && reasons.some((r) => r.code === "fan-stopped" && r.level === "caution"))
    steps.push({
      code: "plug-fan",
      message:
        "Shut down, unplug the adapter and the battery, then check the fan plug: it is the part everyone " +
        "forgets. Then run after again.",
    });
  if (has("fan-weak") && reasons.some((r) => r.code === "fan-weak" && r.level === "caution"))
    steps.push({
      code: "check-fan",
      message: "Check the fan bearing and its plug, and that nothing touches the blades. Then run after again.",
    });
  if (word === "not-comparable") return [...steps, ...repeatSteps(reasons)];
  const contact = lead?.paths[0].finding;
  const airflow = lead?.paths[1].finding;
  if (contact === "worse")
    steps.push({
      code: "reopen-contact",
      message:
        "Reopen: check the tightening order, pad heights and a forgotten pad film, then new paste and one more " +
        "run after.",
    });
  if (has("core-spread"))
    steps.push({
      code: "check-lean",
      message: "Loosen all heatsink screws of that plate and tighten crosswise in rounds: the plate leans.",
    });
  if (airflow === "worse" && steps.every((s) => !s.code.includes("fan")))
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
  if (word === "unchanged")
    steps.push({
      code: "look-further",
      message:
        "The cooling is as it was. If the machine still runs hot: look at the power mode, background load, the " +
        "pipes and the fan, and set the complaint against the model's known figures.",
    });
  if (word === "improved" && steps.length === 0)
    steps.push({ code: "set-due", message: "Nothing to reopen. Close the job and set the next due date." });
  if (word === "worse" && steps.length === 0)
    steps.push({ code: "reopen", message: "Reopen and look at both paths: paste, plate screws, fins and blower." });
  return steps;
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
