import { words } from "../../base/words";
import type { PlaceRead } from "../log";
import type { GoodSource, Shown, ThermometerRead, TraitWords } from "../pair/facts";

/**
 * Where good figures come from, for a sentence.
 *
 * @example
 * sourceWords({ level: "model", model: "K15", tags: ["LR-02"] }); // "good K15s (LR-02)"
 */
export function sourceWords(source: GoodSource): string {
  switch (source.level) {
    case "machine":
      return "its own good run";
    case "model":
      return `good ${source.model}s${source.tags.length ? ` (${source.tags.join(", ")})` : ""}`;
    case "class":
      return `typical ${source.fanless ? "fanless machines" : `machines of ${words.watts(source.totalW)}`}`;
  }
}

/** What one machine keeps, and did not, in a few words. */
export function traitWords(t: TraitWords): string {
  if (t.trait === "cores") return `${t.before} cores, then ${t.after}`;
  if (t.trait === "warming")
    return `warms like ${words.with(t.before, "J/K")}, then like ${words.with(t.after, "J/K")}`;
  return `${t.trait} ${figure(t.before, t.unit)}, then ${figure(t.after, t.unit)}`;
}

const figure = (v: number, unit: string): string => words.with(v, unit, v < 20 ? 1 : 0);

export const thermometerWords = ({ name, highK }: ThermometerRead): string =>
  `${name || "the thermometer"} shows ${words.with(Math.abs(highK), "K", 1)} too ${highK > 0 ? "much" : "little"}`;

/** The place of a sensor in a word. */
const PLACES: Record<PlaceRead, string> = {
  "hottest core": "cores",
  "hot spot": "hot spot",
  average: "average",
  package: "package",
};

/** What a run shows of what a witness asks for, in a few words. */
export function shownWords(shown: Shown): string {
  switch (shown.as) {
    case "nothing":
      return "";
    case "not logged":
      return "not logged";
    case "speed":
      return shown.unit === "%" ? words.share(shown.speed / 100) : words.rpm(shown.speed);
    case "watts":
      return words.watts(shown.W);
    case "power":
      return shown.kind;
    case "room":
      return shown.C === null ? "not known" : words.degrees(shown.C, 1);
    case "time":
      if (shown.gaps) return `${words.counted(shown.gaps, "gap")}, ${words.clock(shown.goneS)}`;
      return shown.pulses > 1 ? words.counted(shown.pulses, "pulse") : "whole";
    case "start":
      if (shown.start === "unseen") return "no idle";
      if (shown.riseK === null) return shown.start === "warm" ? "warm" : "idle";
      return `${shown.start === "warm" ? "warm, " : ""}${words.kelvin(shown.riseK, 1)}`;
    case "capacity":
      return words.with(shown.JK, "J/K");
    case "cores":
      return words.counted(shown.cores, "core");
    case "figure":
      return figure(shown.value, shown.unit);
    case "place":
      return PLACES[shown.place];
    case "surroundings":
      return shown.told.map(({ name, value }) => (name === "lid" ? `lid ${value}` : value)).join(", ");
  }
}
