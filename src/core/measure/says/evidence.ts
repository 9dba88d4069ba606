import { words } from "../../base/words";
import { fanSpeedsOf, isOneSided, LEAVES_ONE_SIDE, moreWork, type ChipVerdict } from "../judge";
import { isByWork } from "./headline";
import type { WordedReason, Verdict } from "./verdict";

/** A line of evidence: what holds, what makes the verdict less sure, what is worth a note. */
export interface Evidence {
  kind: "holds" | "caution" | "note";
  text: string;
  figure?: string;
}

/** Power that moved by less than this share is the same power. */
const SAME_POWER = 0.04;
/** A fan that needs this share more or less is heard. */
const HEARD = 0.08;

/**
 * Everything that speaks for the verdict or against it, as lines.
 *
 * @example
 * evidenceOf(verdict)[0]; // { kind: "holds", text: "Both loads long enough for airflow (6:52 needed)", … }
 */
export function evidenceOf(v: Verdict): Evidence[] {
  const said =
    v.verdict === "not-comparable" || isOneSided(v) || isByWork(v)
      ? []
      : [longEnough(v), ...hotDay(v), ...powerHeld(v), ...workHeld(v), ...loudness(v)];
  return [...said, ...v.reasons.map(fromReason)];
}

const fromReason = (r: WordedReason): Evidence => ({
  kind: r.level === "note" ? "note" : "caution",
  text: r.message,
  figure: r.figure,
});

const longEnough = (v: Verdict): Evidence => ({
  kind: "holds",
  text: `Both loads long enough for airflow (${words.clock(v.enoughS ?? 0)} needed)`,
  figure: `${words.clock(v.facts.before.loadS)}, ${words.clock(v.facts.after.loadS)}`,
});

function hotDay({ outlook: { hotDay: hot } }: Verdict): Evidence[] {
  if (hot && hot.headroomK !== null && hot.headroomK >= 0)
    return [
      {
        kind: "holds",
        text: `Hot day, room ${words.degrees(35)}, this power: below its limit`,
        figure: `${words.kelvinSize(hot.headroomK)} left`,
      },
    ];
  if (hot && hot.powerShare !== null)
    return [
      {
        kind: "caution",
        text: `Hot day, room ${words.degrees(35)}: it would throttle`,
        figure: `to ${words.share(hot.powerShare)}`,
      },
    ];
  return [];
}

function powerHeld({ outlook: { sustainedW: held } }: Verdict): Evidence[] {
  if (!held || Math.abs(held.after / held.before - 1) <= SAME_POWER) return [];
  const grew = held.after > held.before;
  return [
    {
      kind: grew ? "holds" : "caution",
      text: `Power held at the end of the load ${grew ? "grew" : "fell"}`,
      figure: `${words.number(held.before)} → ${words.watts(held.after)}`,
    },
  ];
}

function workHeld({ gain }: Verdict): Evidence[] {
  const more = moreWork(gain?.work);
  if (more === null || Math.abs(more) <= SAME_POWER) return [];
  return [
    {
      kind: more > 0 ? "holds" : "caution",
      text: `Work at the end of the load ${more > 0 ? "grew" : "fell"}`,
      figure: `${words.signed(100 * more, 0)}\u00a0%`,
    },
  ];
}

function loudness(v: Verdict): Evidence[] {
  const { fanShare: fan } = v.outlook;
  const { fanRpm } = v.matched;
  // a fan that was weak or stood is no measure of how loud the machine is
  if (fanSpeedsOf(v).differ) return [];
  if (fan === null || !fanRpm || fanRpm <= 1 || Math.abs(fan - 1) <= HEARD) return [];
  const of = fan < 0.25 ? "under a quarter of" : `${words.share(fan)} of`;
  return [
    {
      kind: fan < 1 ? "holds" : "caution",
      text: `${fan < 1 ? "Quieter" : "Louder"}: the old temperature now needs`,
      figure: `${of} ${words.rpm(fanRpm)}`,
    },
  ];
}

/** The fan speed both runs are brought to, or that of each where a fan was weak or stood; "" where none is told. */
export function fanWords(v: Verdict): string {
  const { before, after, differ } = fanSpeedsOf(v);
  if (before === null || before < 1) return "";
  if (!differ) return words.rpm(before);
  const tens = (rpm: number) => 10 * Math.round(rpm / 10);
  const then = tens(before).toLocaleString("en");
  return `fans at ${then} and ${after === null ? "an unknown speed" : words.rpm(tens(after))}`;
}

/** What both runs are brought to: "45 W, 4,100 rpm, room 25 °C". */
export function matchedWords(v: Verdict, chip: ChipVerdict | undefined): string {
  const power = chip ? v.matched.powerW[chip.chip] : undefined;
  return [
    power === undefined ? "equal work" : words.watts(power),
    fanWords(v),
    `room ${words.degrees(v.matched.roomC)}`,
  ]
    .filter(Boolean)
    .join(", ");
}

/** Why the paths are not known, in the words of the two weightiest reasons; null where nothing bars them. */
export function unknownWhy(v: Verdict): string | null {
  const one = isOneSided(v);
  const bars = v.reasons.filter((r) => r.level === "blocks" || (one && LEAVES_ONE_SIDE.has(r.code))).slice(0, 2);
  return bars.length ? bars.map((r) => r.message).join(" ") : null;
}

/** What the peaks alone would say, and what misleads in it; "" without a chip. */
export function peaksAlone(v: Verdict, chip: ChipVerdict | undefined): string {
  if (!chip) return "";
  const peakK = (v.facts.after.peakC[chip.chip] ?? 0) - (v.facts.before.peakC[chip.chip] ?? 0);
  const size = `${words.kelvinSize(peakK)} ${peakK < 0 ? "cooler" : "hotter"}`;
  const said = `peaks alone: ${Math.abs(peakK) < 1.5 ? "no change" : size}`;
  const causes = differences(v, chip);
  if (!chip.change || Math.abs(peakK - chip.change.K) < 3 || causes.length === 0) return said;
  const many = causes.length > 1 || causes[0] === "fans";
  return `${said}, but ${words.listed(causes)} ${many ? "differ" : "differs"}`;
}

function differences({ facts: { before, after } }: Verdict, chip: ChipVerdict): string[] {
  const room = Math.abs((before.roomC ?? 0) - (after.roomC ?? 0)) > 1;
  const power = (after.latePowerW[chip.chip] ?? 1) / (before.latePowerW[chip.chip] ?? 1);
  const fans =
    before.fanRpm !== null && after.fanRpm !== null && Math.abs(after.fanRpm - before.fanRpm) > 0.06 * before.fanRpm;
  return [...(room ? ["room"] : []), ...(Math.abs(power - 1) > SAME_POWER ? ["power"] : []), ...(fans ? ["fans"] : [])];
}
