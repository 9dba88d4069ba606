import { channelOf, placeRead, type PlaceRead } from "../log";
import type { ChipId } from "../thermal";
import type { Found } from "../pair/reason";
import { heard, type Scene, type Testimony } from "./witness";

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
  const found: Found = { code: "sensors-differ", data: { chip, before, after } };
  const shown = { before: { as: "place", place: before }, after: { as: "place", place: after } } as const;
  return [
    {
      witness: heard("sensor", "corrected", [found], shown, { chip }),
      reasons: [{ ...found, level: "caution" }],
      freedom: { apart: [chip] },
    },
  ];
}
