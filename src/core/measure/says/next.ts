import { words } from "../../base/words";
import type { HoldsOpen, Next, NextCode } from "../judge";
import type { NextStep } from "./verdict";

/** How long a load is asked for where nothing tells how long it must be, s. */
const USUAL_LOAD_S = 600;

const MESSAGES: Record<Exclude<NextCode, "run-longer">, string> = {
  "plug-fan":
    "Shut down, unplug the adapter and the battery, then check the fan plug: it is the part everyone forgets. Then " +
    "run after again.",
  "reopen-contact":
    "Reopen: check the tightening order, pad heights and a forgotten pad film, then new paste and one more run after.",
  "set-due": "Nothing to reopen. Close the job and set the next due date.",
  "check-fan": "Check the fan bearing and its plug, and that nothing touches the blades. Then run after again.",
  "check-lean": "Loosen all heatsink screws of that plate and tighten crosswise in rounds: the plate leans.",
  "check-outlet": "Look for a cable or tape in the outlet, a blower not seated, a gasket left off.",
  "check-pipes":
    "Airflow is still high for this model: if the fins are clean, feel for a pipe that stays cold at its end, and " +
    "look for a cable or tape in the outlet.",
  "look-further":
    "The chips are cooled as before. If the machine still runs hot: look at the power mode, background load, the " +
    "pipes and the fan, and set the complaint against the model's known figures.",
  "tell-paths":
    "It runs cooler, but not every path is known. Run after again before it goes out: idle 3 min, load 15 min, " +
    "logged every second with power and fan speed.",
  reopen: "Reopen and look at both paths: paste, plate screws, fins and blower.",
  "better-by-a-floor":
    "Enough to say that it is better, not what it was worth. A new run before is no longer possible: next time log " +
    "power, room and 15 min of load before the machine is opened.",
  "read-room":
    "Read the room temperature at the air inlet at the start and the end, and enter it for both runs. If it is still " +
    "known, enter it now: nothing has to be run again.",
  "check-rooms":
    "Check both room temperatures: which run each belongs to, and where the thermometer stood. Correct them: nothing " +
    "has to be run again.",
  "check-files": "Check that both logs are of this machine, and drop the right one.",
  "load-chip": "Run again with the load that the other run had, on the same chips.",
  "same-load": "Run after again with the same load recipe and power mode, and log the power if the machine gives it.",
  "check-columns": "Check what each column of the log was taken for, and that both logs are of this machine.",
  "run-again":
    "Run after again: idle 3 min, load 15 min, cool-down 5 min, logged every second with power and fan speed.",
  "mark-load": "Mark where the load starts and ends by hand, or log again with the load on.",
  "read-temperatures": "Run once more with the probe beside the load page: then it is told in kelvin, and by path.",
};

/** What to do next, in words. */
export const nextWords = (next: Next): NextStep => ({
  code: next.code,
  message:
    next.code === "run-longer"
      ? `Run again with a longer load (${words.clock(next.neededS ?? USUAL_LOAD_S)} or more), all else as before.`
      : MESSAGES[next.code],
});

const HOLDS: Record<HoldsOpen, string> = {
  "no-comparison": "There is no comparison",
  "path-worse": "A path got worse",
  "one-side": "Only one side of the change is known",
  "path-unknown": "A path is not known",
};

/** Why a job should not be closed on a verdict, in words; null where it may be. */
export const holdsWords = (holds: HoldsOpen | null): string | null => holds && HOLDS[holds];
