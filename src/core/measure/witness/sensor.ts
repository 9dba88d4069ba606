import { words } from "../../base/words";
import { channelOf, placeRead, type PlaceRead } from "../log";
import type { ChipId } from "../thermal";
import type { Scene, Testimony } from "./witness";

/** The place in a word. */
const SHORT: Record<PlaceRead, string> = {
  "hottest core": "cores",
  "hot spot": "hot spot",
  average: "average",
  package: "package",
};

/** Whether both logs read a chip at the same place; silent where they do. */
export function sensorWitness({ runs }: Scene, chip: ChipId): Testimony[] {
  const placeIn = (run: "before" | "after"): PlaceRead | null => {
    const { channels } = runs[run].run;
    if (chip === "cpu" && channels.some((c) => c.key.startsWith("cpu.core"))) return "hottest core";
    const own = channelOf(runs[run].run, `${chip}.temperature`);
    return own ? placeRead(own.heading) : null;
  };
  const [before, after] = [placeIn("before"), placeIn("after")];
  if (before === null || after === null || before === after) return [];
  const says =
    `The ${words.chip(chip)} is read at its ${before} before and at its ${after} after: two sensors, which differ ` +
    "the more the more power there is. How much is left open, and widens contact.";
  return [
    {
      witness: {
        of: "sensor",
        chip,
        finding: "corrected",
        before: SHORT[before],
        after: SHORT[after],
        says,
        unknowns: [],
        addsK: null,
      },
      reasons: [{ code: "sensors-differ", level: "caution", message: says }],
      freedom: { apart: [chip] },
    },
  ];
}
