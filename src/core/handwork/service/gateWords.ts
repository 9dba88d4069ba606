import { words } from "../../base/words";
import type { Count, GateFound } from "./gates";

/** A gate in words: what it waits for, and what to do. */
export interface GateWords {
  title: string;
  say: string;
}

/**
 * What a gate says.
 *
 * @example
 * gateWords({ code: "battery-plug" }).title; // "The battery plug is not out"
 */
export function gateWords(found: GateFound): GateWords {
  switch (found.code) {
    case "swollen":
      return {
        title: "The battery is swollen",
        say:
          "Stop. Do not puncture, press or charge it. Move it away from anything that burns and follow local rules " +
          "for damaged lithium batteries. Go on only after it was dealt with: then answer the battery step again.",
      };
    case "before-run":
      return {
        title: "No run before",
        say:
          "Without a load run before opening nothing can be proved afterwards. A machine that will not start may " +
          "skip it, with the reason kept.",
      };
    case "battery-plug":
      return {
        title: "The battery plug is not out",
        say: "No tool goes inside before the battery is unplugged.",
      };
    case "tray":
      return { title: "The tray does not count up", say: trayWords(found.loose, found.counted) };
    case "counts":
      return {
        title: "Something is still out",
        say:
          `${found.missing.map(missingWords).join(". ")}. The cover stays off until out is in, or a reason is ` +
          "kept.",
      };
    case "left":
      return {
        title:
          found.pieces > 0
            ? `${words.counted(found.pieces, "piece")} ${words.agreeing(found.pieces, "is", "are")} left on the tray`
            : "Out is not in",
        say:
          found.missing.map((c) => `${missingWords(c)}. `).join("") +
          "Find where it belongs before the machine is started.",
      };
  }
}

const missingWords = ({ name, missing }: Count): string => `${name}: ${listed(missing)}`;

/** Tags shown of what is out before the rest is only counted. */
const SHOWN = 4;

const listed = (v: readonly string[]): string =>
  v.length <= SHOWN ? v.join(", ") : `${v.slice(0, SHOWN).join(", ")} and ${v.length - SHOWN} more`;

function trayWords(loose: number, counted: number): string {
  const off = Math.abs(counted - loose);
  return counted < loose
    ? `${off} of ${loose} screws ${words.agreeing(off, "is", "are")} missing: still in the cover, or fallen. Prying ` +
        "now breaks the cover."
    : `${off} more than the drawing has: look where ${words.agreeing(off, "it was", "they were")}, and add ` +
        `${words.agreeing(off, "it", "them")} to the map.`;
}
