import { words } from "../words";
import type { HeatPicture } from "./heat";
import type { CoolingMap } from "../drawing/map";
import type { MapWord } from "./sentence";

/** Where a part lies on the base, in words: "left rear", "right side". The hinge edge is the rear. */
export function placeWords(map: CoolingMap, id: string): string {
  const p = map.part(id);
  if (!p || !("xMm" in p)) return "";
  const { widthMm, depthMm } = map.layout.base;
  const across = p.xMm < widthMm * 0.38 ? "left" : p.xMm > widthMm * 0.62 ? "right" : "middle";
  const down = p.yMm < depthMm * 0.22 ? "rear" : p.yMm > depthMm * 0.75 ? "front" : "side";
  return down === "side" && across === "middle" ? "middle" : `${across} ${down}`;
}

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
  const doubt = Math.max(before.sigmaW, after.sigmaW);
  if (!top || Math.abs(top.now - top.was) < Math.max(2, doubt)) {
    const cooler = before.modelled.some((b) => {
      const a = after.modelled.find((x) => x.chip === b.chip);
      return a && b.airflowK - a.airflowK > 3;
    });
    const even = now.stacks.length > 1 && now.stacks.every((s) => most && s.W > 0.9 * most.W);
    const share =
      now.stacks.length > 1
        ? `The stacks share the heat ${even ? "evenly, as before" : "as before"}`
        : "The heat goes the same way as before";
    return [
      { text: share },
      ...(most && !even && now.stacks.length > 1
        ? [{ text: ", most of it through " }, { text: `${tag(most.fins)}, ${words.watts(most.W)}`, strong: true }]
        : []),
      { text: cooler ? "; the same watts now leave at a smaller rise." : "." },
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
