import { words } from "../../base/words";
import {
  atLeastK,
  isOpposed,
  movedMost,
  LEAVES_ONE_SIDE,
  moreWork,
  shownChange,
  type Bound,
  type ChipVerdict,
  type Judgement,
} from "../judge";
import { nameOf } from "./sentencesOfRuns";
import type { SentencePart, WordedReason } from "./verdict";
import { workHeadline, workSummary } from "./workOnly";

const k = (v: number): string => words.kelvinSize(v);

type Told = Pick<Judgement, "verdict" | "lead" | "chips" | "thresholdK" | "gain" | "others">;

/** Whether nothing but work a second was there to judge by. */
export const isByWork = (v: Pick<Judgement, "chips" | "gain">): boolean =>
  v.chips.length === 0 && v.gain?.work !== undefined;

/** The chip the sentence speaks of. */
const speakerOf = (v: Pick<Told, "lead" | "chips">): ChipVerdict | null =>
  v.chips.find((c) => c.chip === v.lead) ?? null;

/** The headline: the verdict, and the path that went against it as the only coloured word. */
export function headlineOf(v: Told): SentencePart[] {
  const { verdict: word } = v;
  const lead = speakerOf(v);
  if (word === "not-comparable") return [{ text: "Not comparable" }];
  const more = isByWork(v) ? moreWork(v.gain?.work) : null;
  if (more !== null) return workHeadline(word, more);
  if (lead?.bound)
    return [{ text: `At least ${k(atLeastK(lead.bound))} ${lead.bound.side === "at-most" ? "better" : "worse"}` }];
  if (lead && word === "unchanged" && isOpposed(lead)) return opposedHeadline(lead);
  const other = lead && word === "unchanged" ? movedMost(v.others ?? []) : null;
  if (other) {
    const [name = ""] = nameOf(other.key).split(",");
    return [{ text: `${words.capital(name)} ${sizeWords(other.K)}, ${chipsWords(v.chips)} as before` }];
  }
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

/** A sensor besides the chips that moved, in degrees as they are in a room of 25 °C; nothing where none did. */
function otherSentence(others: NonNullable<Told["others"]>): SentencePart[] {
  const other = movedMost(others);
  if (other?.beforeC == null || other.afterC === null) return [];
  return [
    { text: ` The ${nameOf(other.key)} runs ` },
    { text: sizeWords(other.K), strong: true },
    {
      text:
        `: ${words.degrees(other.beforeC)} before, ${words.degrees(other.afterC)} after, as logged and brought to a ` +
        "room of 25 °C.",
    },
  ];
}

const sizeWords = (K: number): string => `${k(K)} ${K < 0 ? "cooler" : "hotter"}`;
const chipsWords = (chips: readonly ChipVerdict[]): string => (chips.length > 1 ? "chips" : "processor");

function opposedHeadline(lead: ChipVerdict): SentencePart[] {
  const worse = lead.paths.find((p) => p.finding === "worse");
  return [
    { text: "As hot as before, by other ways: " },
    worse?.path === "airflow"
      ? { text: "airflow got worse", path: "airflow" }
      : { text: "contact got worse", path: "contact" },
    { text: ": reopen" },
  ];
}

/** The finding in one sentence: net first, then what was won and lost. Rounded parts add up. */
export function summaryOf(v: Told, reasons: readonly WordedReason[]): SentencePart[] {
  const { verdict: word, chips, thresholdK } = v;
  const lead = speakerOf(v);
  const bars = reasons.filter((r) => r.level === "blocks").slice(0, 2);
  if (isByWork(v) && v.gain && bars.length === 0) return workSummary(word, v.gain);
  if (word === "not-comparable")
    return [...bars.map((r, i) => ({ text: `${i ? " " : ""}${r.message}` })), ...stillKnown(chips)];
  if (lead?.bound) return oneSided(lead, lead.bound, reasons);
  if (!lead?.change) return [{ text: "Nothing can be said of the chips." }];
  const name = words.chip(lead.chip);
  const odd = reasons.find((r) => r.code === "fan-stopped" || r.code === "fan-weak");
  const fan = odd?.level === "caution" ? odd : undefined;
  const matched = odd ? "At the same power and room" : "At the same power, fan speed and room";
  if (word === "unchanged" && isOpposed(lead))
    return [{ text: `Matched, the ${name} runs as hot as before: ` }, ...splitParts(lead), { text: "." }];
  if (word === "unchanged") {
    return [
      { text: `${matched} the ${name} runs as before, inside ` },
      { text: k(thresholdK), strong: true },
      { text: `: ${chips.map((c) => `${words.chip(c.chip)} ${words.kelvin(c.change?.K ?? 0)}`).join(", ")}.` },
      ...otherSentence(v.others ?? []),
    ];
  }
  const against = lead.paths.some((p) => p.finding === (word === "improved" ? "worse" : "better"));
  const parts: SentencePart[] = [
    { text: against ? `Matched, the ${name} runs ` : `${matched} the ${name} runs ` },
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
  // one that was mended is judged at its own speed in each run, and said
  else if (odd && word === "improved") parts.push({ text: ` ${odd.message}` });
  return parts;
}

function oneSided(lead: ChipVerdict, bound: Bound, reasons: readonly WordedReason[]): SentencePart[] {
  const why = reasons.filter((r) => LEAVES_ONE_SIDE.has(r.code)).map((r) => r.message);
  return [
    { text: `The ${words.chip(lead.chip)} runs at least ` },
    { text: k(atLeastK(bound)), strong: true },
    {
      text: ` ${bound.side === "at-most" ? "cooler" : "hotter"}. How much more cannot be told: ${lower(why.join(" "))}`,
    },
  ];
}

const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

function splitParts(lead: ChipVerdict): SentencePart[] {
  const [contact, airflow] = lead.paths;
  const shown = shownChange(lead);
  if (!shown) return [];
  if (contact.finding === "unknown" || airflow.finding === "unknown")
    return [{ text: "the log cannot tell contact from airflow" }];
  const { whole, contact: ofContact, airflow: ofAirflow } = shown;
  const said = [
    { path: "airflow" as const, K: ofAirflow },
    { path: "contact" as const, K: ofContact },
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
  const of = chips.length > 1 ? ` of the ${words.chip(lead.chip)}` : "";
  if (contact.finding === "same") return [{ text: ` Contact${of} can still be judged: as before.`, path: "contact" }];
  return [
    { text: ` Contact${of} can still be judged: ${contact.finding} by ${k(contact.change.K)}.`, path: "contact" },
  ];
}
