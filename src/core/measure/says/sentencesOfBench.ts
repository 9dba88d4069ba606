import { words } from "../../base/words";
import type { StoppedAlone, FoundCode, FoundData, PowerLacks } from "../pair/reason";
import type { ChipId } from "../thermal";
import type { Sentences } from "./said";
import { traitWords, thermometerWords } from "./shown";

/** What blowers, power, room, time, start, machine, sensors and surroundings are asked. */
type BenchCode = Extract<
  FoundCode,
  | `fan-${string}`
  | `fans-${string}`
  | `power-${string}`
  | `room-${string}`
  | "chip-not-loaded"
  | "no-power"
  | "board-power"
  | "loads-differ"
  | "log-gaps"
  | "load-pulses"
  | "log-whole"
  | "from-idle"
  | "start-open"
  | "another-machine"
  | "machine-doubtful"
  | "one-machine"
  | "sensors-differ"
  | "surroundings-alike"
  | "surroundings-differ"
>;

const capital = (text: string): string => words.capital(text);
const blower = (fan: number | null): string => (fan ? `Blower ${fan}` : "The blower");
const tens = (v: number): string => (10 * Math.round(v / 10)).toLocaleString("en");

export const benchSentences: Pick<Sentences, BenchCode> = {
  "fan-stopped": (d) => {
    if ("alone" in d) return { message: stoppedAlone(d.alone), figure: "0 rpm" };
    const message =
      d.run === "after"
        ? `${blower(d.fan)} reads 0 rpm in the run after: unplugged until proved otherwise. Judged as it runs now.`
        : `${blower(d.fan)} stood still in the run before and turns now.`;
    return { message, figure: "0 rpm", word: (run) => `${run}: fan stopped` };
  },
  "fan-weak": ({ run, share, rpm }) => ({
    message:
      run === "before"
        ? `Fan repaired: at its own speed now, ${tens(rpm / share)} instead of ${words.rpm(rpm)} for the same heat.`
        : `In the run after the blower turns at ${words.share(share)} of its usual speed for the same heat.`,
    figure: `${Math.round(rpm)} rpm`,
    word: (seen) => `${seen}: fan weak`,
  }),
  "fan-not-logged": () => ({
    message: "The fan speed is not in both logs: a usual fan curve was assumed, and the interval is wider for it.",
  }),
  "fan-reading-stuck": (d) => ({
    message:
      "alone" in d
        ? `${d.alone === "several" ? "The blowers read" : "The blower reads"} 0 rpm under load, but the machine is ` +
          "no hotter per watt than air that moves makes it: look whether they turn."
        : `The fan reads 0 rpm in the run ${d.run}, but the machine is no hotter per watt: air is moving, the ` +
          "reading is stuck. A usual fan curve was assumed.",
    figure: "0 rpm",
  }),
  "fan-may-stand": ({ run, hotter }) => ({
    message:
      `The fan reads 0 rpm in the run ${run}, and the machine is ${words.number(hotter, 1)} times as hot per watt: ` +
      "it may stand, or its reading is stuck beside an air path that is worse. See whether it turns.",
    figure: "0 rpm",
  }),
  "fan-by-curve": ({ lacks }) => ({
    message:
      `The fan is not in the log of the run ${lacks}: it is taken to follow the curve it follows in the run ` +
      `${lacks === "before" ? "after" : "before"}. A fan that was weak there counts as airflow.`,
  }),
  "fan-units": ({ alike }) => ({
    message:
      "One log tells the fan in %, the other in rpm: they were set equal " +
      (alike ? "where both chips were equally warm." : "at their highest."),
  }),
  "fan-fixed": ({ run }) => ({
    message: `The fan was held at one speed in the run ${run}: that is taken out, and says nothing of the fan.`,
  }),
  "fan-assumed": () => ({ message: "The fan speed is not in both logs: a usual fan curve was assumed." }),
  "fan-stands": () => ({ message: "A fan stands in one run: that is judged as it is." }),
  "fan-slower": ({ run }) => ({ message: `At equal temperature the fan turns slower in the run ${run}.` }),
  "fan-other-curve": ({ ratio }) => ({
    message: `At equal temperature the fan turns at ${words.share(ratio)} of before: another curve, taken out.`,
  }),
  "fan-alike": () => ({ message: "The fan follows the temperature alike in both runs." }),
  "fans-turn": ({ speed, unit }) => ({
    message: "Not the fans: they turn and answer the load.",
    figure: unit === "%" ? words.share(speed / 100) : words.rpm(speed),
  }),
  "chip-not-loaded": ({ chip, run, watts }) => ({
    message:
      `The ${words.chip(chip)} was ${run === "before" ? "not loaded" : "hardly loaded"} in the run ${run}: ` +
      "nothing is said of it.",
    figure: watts.map((w) => words.watts(w)).join(" → "),
  }),
  "power-scale": ({ chip, off }) => {
    const by = words.share(Math.abs(off - 1));
    return {
      message:
        `Power of the ${words.chip(chip)} reads ${by} ${off < 1 ? "lower" : "higher"} in the run after at the same ` +
        "load and clock: a matter of the sensor, not of the cooling. Its scale is left open.",
      figure: `${off < 1 ? "−" : "+"}${by}`,
    };
  },
  "no-power": (d) => ({ message: powerMissing(d) }),
  "board-power": (d) => ({ message: powerMissing(d) }),
  "loads-differ": ({ chip, lacks, by, ratio }) => {
    const percent = percentOf(ratio);
    return {
      message:
        `${lacksWords(chip, lacks)}, and by ${by} the ${words.chip(chip)} did ${percent} % ` +
        `${ratio > 1 ? "more" : "less"} work in the run after.`,
      figure: `${ratio > 1 ? "+" : "−"}${percent} %`,
    };
  },
  "power-alike": () => ({ message: "Power goes with load and clock alike in both logs." }),
  "power-unwitnessed": () => ({
    message: "Power is logged in both runs; nothing else tells whether its scale is the same.",
  }),
  "room-missing": () => ({ message: "A room temperature is missing: contact does not need it." }),
  "room-too-warm": ({ run, colderK }) => ({
    message: `In the run ${run} a chip was ${words.with(colderK, "K", 1)} colder than the room: that room cannot be.`,
    figure: words.kelvin(-colderK, 1),
  }),
  "room-drifts": ({ reads }) => ({
    message:
      `The room was read ${words.listed(reads.map((d) => `in the run ${d.run} at its ${d.read} alone`))}: how far ` +
      "it drifted is left open.",
  }),
  "room-as-read": ({ thermometers: two }) => ({ message: two ? twoThermometers(two) : "Rooms as they were read." }),
  "room-thermometer": ({ thermometers: two, off }) => ({
    message:
      `${two ? `${twoThermometers(two)} ` : ""}${capital(words.listed(off.map(thermometerWords)))}: that is taken ` +
      "off.",
  }),
  "room-does-not-fit": ({ offK, swapped }) => {
    const [b, a] = offK.map((v) => words.kelvin(v));
    return {
      message:
        `The runs speak of other rooms than were read: off by ${b} before and ${a} after` +
        `${swapped ? "; the two may be swapped" : ""}.`,
      figure: `${b}, ${a}`,
    };
  },
  "room-doubtful": ({ offK }) => {
    const [b, a] = offK.map((v) => words.kelvin(v));
    return {
      message: `The rooms may have been off by ${b} before and ${a} after: they are left open.`,
      figure: `${b}, ${a}`,
    };
  },
  "room-unknown": () => ({
    message: "The room was not read in both runs: a cooler one lets a chip that slows down do more by itself.",
  }),
  "log-gaps": ({ goneS, gaps }) => ({
    message:
      `${words.clock(goneS)} are not logged in ${words.counted(gaps, "gap")}: what the machine did there is left ` +
      "open.",
  }),
  "load-pulses": () => ({ message: "The load comes in pulses: they count as one." }),
  "log-whole": () => ({ message: "Both logs are whole under load." }),
  "from-idle": () => ({ message: "Both loads began from idle." }),
  "start-open": ({ runs }) => {
    const each = runs.map(({ run, start }) =>
      start === "unseen" ? `The run ${run} has no idle before its load` : `The run ${run} began warm`,
    );
    return { message: `${each.join(". ")}: how warm fins and case were is left open.` };
  },
  "another-machine": ({ told }) => ({
    message: `The two logs look like two machines: ${words.listed(told.map(traitWords))}.`,
  }),
  "machine-doubtful": ({ told }) => ({
    message: `Check that both logs are of this machine: ${words.listed(told.map(traitWords))}.`,
  }),
  "one-machine": ({ warms }) => ({
    message: `Idle, clocks and fans are those of one machine${warms ? ", and it warms alike in both runs" : ""}.`,
  }),
  "sensors-differ": ({ chip, before, after }) => ({
    message:
      `The ${words.chip(chip)} is read at its ${before} before and at its ${after} after: two sensors, which differ ` +
      "the more the more power there is. How much is left open, and widens contact.",
  }),
  "surroundings-alike": () => ({ message: "Stood and ran as before." }),
  "surroundings-differ": ({ names }) => ({
    message:
      `${capital(words.listed([...names]))} ${names.length > 1 ? "differ" : "differs"}: that acts on the air about ` +
      "the case. It cannot be taken out, so the air of the case is left open.",
  }),
};

function stoppedAlone(alone: StoppedAlone): string {
  if (alone === "both") return "Both blowers stand still under load.";
  if (alone === "the only") return "The blower stands still under load.";
  return `Blower ${alone.join(" and ")} stands still under load while the other turns.`;
}

const percentOf = (ratio: number): number => Math.round(Math.abs(ratio - 1) * 100);

function powerMissing({ chip, lacks, by, ratio }: FoundData["no-power"]): string {
  const missing = lacksWords(chip, lacks);
  if (by === "nothing")
    return `${missing}, and nothing tells the work of the ${words.chip(chip)}: the same was assumed.`;
  const percent = percentOf(ratio);
  const work = percent < 4 ? "was the same" : `differed by ${percent} %, and that was taken out`;
  return `${missing}: by ${by} the work ${work}.`;
}

/** What the power of a chip lacks to be compared. */
function lacksWords(chip: ChipId, { kind, run }: PowerLacks): string {
  const name = words.chip(chip);
  if (kind === "board") {
    const where = run === "both" ? "both runs" : `the run ${run}`;
    return `Power of the ${name} reads as that of the whole board in ${where}: too high in idle for its rise`;
  }
  return run === "both" ? `No power of the ${name} is logged` : `No power of the ${name} in the run ${run}`;
}

const twoThermometers = ([b, a]: readonly [string, string]): string => `Read by two thermometers, ${b} and ${a}.`;
