import { words } from "../../base/words";
import type { OtherReading } from "../pair/facts";
import { MATCHED_ROOM_C } from "../pair/conditions";
import type { FoundCode } from "../pair/reason";
import type { Said, Sentences } from "./said";
import { sourceWords } from "./shown";
import type { benchSentences } from "./sentencesOfBench";

/** What the two runs show, and what bars or blurs the comparison. */
type RunCode = Exclude<FoundCode, keyof typeof benchSentences>;

export const runSentences: Pick<Sentences, RunCode> = {
  "work-unlike": ({ chip, share }) => ({
    message:
      `The ${words.chip(chip)} did ${words.share(Math.abs(share))} ${share > 0 ? "more" : "less"} from the first ` +
      "half minute on, when it was still cool: another power mode, browser or load.",
  }),
  "no-room-temperature": ({ runs }) => ({
    message: `No room temperature for the run ${runs.join(" and the run ")}.`,
    figure: "none",
  }),
  "rooms-apart": ({ K }) => ({
    message: `The rooms were ${words.kelvinSize(K)} apart: that alone changes what a slowed chip does.`,
  }),
  "load-too-short": ({ run, loadS, neededS, of }) => ({
    message:
      of === "work"
        ? `The load of the run ${run} was too short: what a chip keeps up shows after ${words.clock(neededS)}.`
        : `The load of the run ${run} was too short: airflow takes ${words.clock(neededS)} to show itself.`,
    figure: `${words.clock(loadS)} of ${words.clock(neededS)}`,
  }),
  "no-load": ({ runs }) => ({
    message: `No load was found in the run ${runs.join(" and the run ")}: nothing tells it from idle.`,
  }),
  "no-idle": ({ run }) => ({
    message: `The run ${run} has no idle before the load: its start is guessed.`,
    word: (seen) => `${seen} starts hot`,
  }),
  "not-steady": ({ run, chip, climbK }) => ({
    message:
      `The ${words.chip(chip)} was still climbing at the end of the load in the run ${run}; the end value is ` +
      "calculated.",
    figure: `${climbK.toFixed(1)} K/min`,
    word: (seen) => `${seen} still climbs`,
  }),
  "warm-start": ({ run, chip, fallsK }) => ({
    message: `The ${words.chip(chip)} was still cooling from earlier work when the run ${run} began.`,
    figure: `${fallsK.toFixed(0)} K`,
    word: (seen) => `${seen} still cools`,
  }),
  "background-load": ({ run, chip, percent }) => ({
    message: run
      ? `Something else ran on the ${words.chip(chip)} in the idle of the run ${run}.`
      : `Something runs on the ${words.chip(chip)} in idle.`,
    figure: `${Math.round(percent)} %`,
    word: (seen) => `${seen} at work in idle`,
  }),
  "sensor-stuck": ({ run, chip }) => ({
    message: `The ${words.chip(chip)} temperature of the run ${run} never changes: the sensor is stuck.`,
  }),
  "wrong-sensor": ({ run, chip }) => ({
    message:
      `In the run ${run} the ${words.chip(chip)} temperature does not rise under load: it is not that chip's ` +
      "sensor.",
  }),
  "does-not-follow": ({ chip, offK }) => ({
    message:
      `The ${words.chip(chip)} temperature does not follow its power (off by ${offK.toFixed(1)} K): wrong column, ` +
      "wrong machine or a broken log.",
  }),
  "chips-differ": () => ({ message: "The two logs have no chip in common." }),
  "chip-missing": () => ({ message: "One chip is in one log only; it was left out." }),
  "no-temperature": () => ({
    message: "No chip temperature is in both logs: this is told in work alone, never in degrees, and says no path.",
  }),
  "pinned-more-power": ({ chip, moreW, share }) => ({
    message:
      `The ${words.chip(chip)} is at its limit in both runs, but holds ${words.watts(moreW)} more: the peaks hide ` +
      "the gain.",
    figure: `+${words.share(share)}`,
    word: (seen) => `${seen} throttles`,
  }),
  throttled: (d) => {
    if ("alone" in d)
      return { message: `The ${words.chip(d.chip)} was at its limit for ${words.share(d.alone)} of the load.` };
    const was = d.before > TOLD ? `${words.share(d.before)} of the load before` : "at no time before";
    const is = d.after > TOLD ? `${words.share(d.after)} after` : "at no time after";
    return {
      message: `The ${words.chip(d.chip)} was at its limit ${was}, ${is}.`,
      figure: `${words.share(d.before)} → ${words.share(d.after)}`,
      word: (seen) => `${seen} throttles`,
    };
  },
  "contact-far-above": ({ chip, kw, otherKW }) => ({
    message:
      `Contact of the ${words.chip(chip)} stands far above the other chip's: ${kw.toFixed(2)} against ` +
      `${words.kelvinPerWatt(otherKW)}.`,
    word: (seen) => `${seen}: the jump`,
  }),
  "core-spread": ({ beforeK, afterK }) => ({
    message:
      `One core runs ${Math.round(afterK)} K over the mean, before ${words.kelvin(beforeK, 0)}. Poor paste alone ` +
      "would warm all alike: the plate leans.",
    figure: `+${Math.round(afterK)} K`,
    word: (seen) => `${seen}: cores apart`,
  }),
  "paths-disagree": ({ chip, worse }) =>
    worse === "contact"
      ? {
          message:
            `On the ${words.chip(chip)} airflow got better while contact got worse: reopen and check the tightening ` +
            "order, pad heights and a forgotten pad film.",
          word: (seen) => `${seen}: the jump`,
        }
      : {
          message:
            `On the ${words.chip(chip)} contact got better while airflow got worse: look for a cable in the outlet, ` +
            "a tape left off, a blower not seated.",
          word: (seen) => `${seen}: the climb`,
        },
  "as-logged": ({ chip, beforeC, afterC }) => ({
    message:
      `As logged, the ${words.chip(chip)} peaked at ${Math.round(beforeC)} °C before and ${Math.round(afterC)} °C ` +
      "after.",
    figure: words.kelvin(afterC - beforeC, 0),
  }),
  "too-uncertain": ({ chip, lowK, highK }) => ({
    message:
      `The ${words.chip(chip)} may have changed by ${words.kelvin(lowK)} to ${words.kelvin(highK)}: the logs cannot ` +
      "say more.",
    figure: `± ${words.kelvinSize((highK - lowK) / 2)}`,
  }),
  "air-path-high": ({ chip, overK, source }) => ({
    message:
      `After the service airflow of the ${words.chip(chip)} still stands ${Math.round(overK)} K above ` +
      `${sourceWords(source)}. If the fins are clean: a pipe that lost its fill, or a cable or tape in the outlet.`,
    figure: `+${Math.round(overK)} K`,
  }),
  "against-good": ({ chip, overK, within, source }) => {
    const name = words.capital(words.chip(chip));
    const by = within ? "" : `${words.kelvinSize(overK)} ${overK >= 0 ? "above" : "below"} `;
    return {
      message: `${name}: after the service it stands ${within ? "as " : by}${sourceWords(source)}.`,
      figure: words.kelvin(overK),
    };
  },
  "drive-temperature": (d) => other(d),
  "drive-hot": (d) => other(d, "over what drives are rated for: look at its pad and the air about it"),
  "memory-temperature": (d) => other(d),
  "memory-hot": (d) => other(d, "over what memory is rated for: look at its pads"),
  "base-temperature": (d) => other(d),
  "base-hot": (d) => other(d, "too warm for a lap: it burns skin that rests on it for ten minutes"),
  "case-temperature": (d) => other(d),
  "case-hot": (d) => other(d),
  "load-short": () => ({ message: "The load was short for this machine: airflow is calculated more than seen." }),
};

/** A share at the limit that is told of. */
const TOLD = 0.02;
/** A change of a further sensor under this is none, K. */
const CHANGED_K = 2;

/** What a further sensor is called. */
const OTHER_NAMES: Record<OtherReading["name"], string> = {
  drive: "drive",
  memory: "memory",
  base: "base, outside",
  case: "case air",
};

/** A sensor besides the chips, by its column. */
export const nameOf = (key: string): string => OTHER_NAMES[key.split(".")[0] as keyof typeof OTHER_NAMES];

/** One sentence for a further sensor: what it did, and how it stands to what it is rated for. */
function other(read: OtherReading, over = ""): Said {
  const { name, limitC } = read;
  const rated = limitC === null ? "" : over ? `, ${over}` : ` (limit ${words.degrees(limitC)})`;
  const where = `${words.capital(OTHER_NAMES[name])} in a room of ${words.degrees(MATCHED_ROOM_C)}`;
  return {
    message: `${where}: ${changeOf(read)}${rated}.`,
    figure: words.degrees(read.afterC ?? read.beforeC ?? 0),
  };
}

function changeOf({ beforeC, afterC }: OtherReading): string {
  if (beforeC === null) return `${words.degrees(afterC ?? 0)} after; the run before does not log it`;
  if (afterC === null) return `${words.degrees(beforeC)} before; the run after does not log it`;
  if (Math.abs(afterC - beforeC) < CHANGED_K) return `${words.degrees(afterC)}, as before`;
  return `${words.degrees(beforeC)} before, ${words.degrees(afterC)} after`;
}
