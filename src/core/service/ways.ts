/** How a workshop works where schools differ; every job can differ from it, and the journal keeps which was used. */
export interface Ways {
  loosen: "reverse" | "stamped" | "any";
  tighten: "stamped" | "computed";
  rounds: 2 | 3 | 4;
  pads: "keep-good" | "always-new";
  smallGrease: "redo" | "leave";
  fans: "by-grade" | "always-out" | "in-place";
  solvent: "alcohol" | "wipes" | "remover";
  polish: "leave" | "polish";
  pattern: "by-chip" | "dot" | "line" | "cross" | "film";
}

export const usualWays: Ways = {
  loosen: "reverse",
  tighten: "stamped",
  rounds: 3,
  pads: "keep-good",
  smallGrease: "redo",
  fans: "by-grade",
  solvent: "alcohol",
  polish: "leave",
  pattern: "by-chip",
};

/** Each question with its schools, ours first, and why ours. */
export const SCHOOLS: {
  [K in keyof Ways]: { question: string; options: readonly (readonly [Ways[K], string])[]; why: string };
} = {
  loosen: {
    question: "Removing heatsink screws",
    options: [
      ["reverse", "reverse of the stamped order, in two rounds"],
      ["stamped", "stamped order, in two rounds"],
      ["any", "any order"],
    ],
    why: "What went on last comes off first, and the plate stays level. Any order will do where every screw is sprung.",
  },
  tighten: {
    question: "Tightening",
    options: [
      ["stamped", "stamped order where it can be read, else computed"],
      ["computed", "computed order always"],
    ],
    why: "The stamp is the maker's; the computed order leans least. Either way in rounds.",
  },
  rounds: {
    question: "Rounds",
    options: [
      [3, "three"],
      [2, "two"],
      [4, "four"],
    ],
    why: "Three take most of the lean out; a fourth takes little more.",
  },
  pads: {
    question: "Pads",
    options: [
      ["keep-good", "keep if whole, soft, and the gap unchanged"],
      ["always-new", "always new"],
    ],
    why: "A good pad in its own place fits better than a new one a step too thick. Always accounted for.",
  },
  smallGrease: {
    question: "Grease on small chips",
    options: [
      ["redo", "redo if the heatsink was lifted"],
      ["leave", "leave"],
    ],
    why: "A film that was pulled apart holds air.",
  },
  fans: {
    question: "Fan cleaning",
    options: [
      ["by-grade", "fans out when the fin side is felted or matted"],
      ["always-out", "fans always out"],
      ["in-place", "in place"],
    ],
    why: "The felt between blower and fins is what blocks, and it cannot be reached in place.",
  },
  solvent: {
    question: "Solvent",
    options: [
      ["alcohol", "alcohol 90 % or more, then a dry pass"],
      ["wipes", "wipes"],
      ["remover", "paste remover"],
    ],
    why: "It leaves nothing behind.",
  },
  polish: {
    question: "Bright copper",
    options: [
      ["leave", "leave the plate as it is"],
      ["polish", "polish, then alcohol again"],
    ],
    why: "No gain that can be measured, and polish left behind insulates.",
  },
  pattern: {
    question: "Paste pattern",
    options: [
      ["by-chip", "by the chip: a line on a long one, a dot on a square one"],
      ["dot", "one dot"],
      ["line", "a line"],
      ["cross", "a cross"],
      ["film", "a thin film, spread"],
    ],
    why: "A long die is not reached by one dot; a square one is.",
  },
};
