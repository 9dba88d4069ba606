import { words } from "../../base/words";
import type { HeatPicture } from "./heat";
import type { CoolingMap } from "../parts/map";
import type { MapWord } from "./sentence";

/** What does not fit of one run's picture: outlets whose air was read otherwise than the model has it. */
export function heatRemarks(map: CoolingMap, picture: HeatPicture | null, run: "before" | "after"): string[] {
  return (picture?.exhausts ?? [])
    .filter((e) => e.apart)
    .map(
      (e) =>
        `Run ${run}: the air at ${map.part(e.fins)?.tag || "a stack"} was read ` +
        `${words.kelvinSize(e.readK)} over the room, the drawing and the run give ` +
        `${words.kelvinSize(e.modelledK)}. Read it again late in the load, or look ` +
        "for what the drawing does not know: a blower that turns slower, another way of the air.",
    );
}

/** Where a part lies on the base, in words: "left rear", "right side". The hinge edge is the rear. */
export function placeWords(map: CoolingMap, id: string): string {
  const p = map.part(id);
  if (!p || !("xMm" in p)) return "";
  const { widthMm, depthMm } = map.layout.base;
  const across = p.xMm < widthMm * 0.38 ? "left" : p.xMm > widthMm * 0.62 ? "right" : "middle";
  const down = p.yMm < depthMm * 0.22 ? "rear" : p.yMm > depthMm * 0.75 ? "front" : "side";
  return down === "side" && across === "middle" ? "middle" : `${across} ${down}`;
}

/** Least move of heat between stacks that is told, W. */
const LEAST_MOVE_W = 2;

/** A move between two runs smaller than this is within the doubt of both pictures, nine times of ten, W. */
export const moveDoubtW = (before: HeatPicture, after: HeatPicture): number =>
  Math.max(LEAST_MOVE_W, 1.645 * Math.hypot(before.sigmaW, after.sigmaW));

/** What the two runs say of the ways of heat, in a sentence; only what stands clear of the model's doubt. */
export function heatSentence(map: CoolingMap, before: HeatPicture | null, after: HeatPicture | null): MapWord[] {
  const now = after ?? before;
  if (!now) return [{ text: "No heat can be drawn: no chip on the drawing has both its watts and a way to the air." }];
  const tag = (id: string) => map.part(id)?.tag || "The stack";
  const most = [...now.stacks].sort((a, b) => b.W - a.W)[0];
  if (!before || !after)
    return most
      ? [
          { text: `${tag(most.fins)} carries most: ` },
          { text: words.watts(most.W), strong: true },
          { text: ` of ${words.watts(now.inW)}.` },
        ]
      : [{ text: `${words.watts(now.inW)} go to still air.` }];
  const moves = after.stacks
    .map((s) => ({ id: s.fins, now: s.W, was: before.stacks.find((b) => b.fins === s.fins)?.W ?? s.W }))
    .sort((a, b) => Math.abs(b.now - b.was) - Math.abs(a.now - a.was));
  const top = moves[0];
  const doubt = moveDoubtW(before, after);
  if (!top || now.stacks.length < 2 || Math.abs(top.now - top.was) < doubt) {
    const cooler = before.modelled.some((b) => {
      const a = after.modelled.find((x) => x.chip === b.chip);
      return a && b.airflowK - a.airflowK > 3;
    });
    const end = cooler ? "; the same watts now leave at a smaller rise." : ".";
    if (now.stacks.length < 2) return [{ text: `The heat goes the same way as before${end}` }];
    // less than the most of it that could hide: nothing is said to have stayed
    return [
      { text: "Whether heat moved between the stacks cannot be told from these two runs: less than " },
      { text: words.watts(doubt), strong: true },
      { text: ` would not show${end}` },
    ];
  }
  const more = top.now > top.was;
  return [
    { text: `${tag(top.id)} carries ` },
    { text: words.watts(top.now), strong: true },
    { text: `${more ? "" : " only"}, before ` },
    { text: words.watts(top.was), strong: true },
    {
      text: more
        ? ": that stack breathes again, the others work less for it."
        : ": the others no longer need its help.",
    },
  ];
}
