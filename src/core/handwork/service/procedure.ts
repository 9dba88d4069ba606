/** How a workshop works where schools differ; every job can differ from it, and the journal keeps which was used. */
export interface Procedure {
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

export const usualProcedure: Procedure = {
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
  [K in keyof Procedure]: { question: string; options: readonly (readonly [Procedure[K], string])[]; why: string };
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

/** One question as it hangs on the order of work: its stage, a short name, short words for its schools. */
export interface WayPlace {
  key: keyof Procedure;
  stage: "strip" | "clean" | "paste" | "close";
  name: string;
  short: Readonly<Record<string, string>>;
  /** The path on which what a school brought is seen. */
  path: "contact" | "airflow";
}

/** The questions in the order of work. */
export const WAY_PLACES: readonly WayPlace[] = [
  {
    key: "loosen",
    stage: "strip",
    name: "Removing screws",
    short: { reverse: "reverse", stamped: "stamped", any: "any" },
    path: "contact",
  },
  {
    key: "fans",
    stage: "clean",
    name: "Fan cleaning",
    short: { "by-grade": "by grade", "always-out": "always out", "in-place": "in place" },
    path: "airflow",
  },
  {
    key: "solvent",
    stage: "clean",
    name: "Solvent",
    short: { alcohol: "alcohol", wipes: "wipes", remover: "remover" },
    path: "contact",
  },
  {
    key: "polish",
    stage: "clean",
    name: "Bright copper",
    short: { leave: "leave", polish: "polish" },
    path: "contact",
  },
  {
    key: "pads",
    stage: "paste",
    name: "Pads",
    short: { "keep-good": "if whole", "always-new": "always new" },
    path: "contact",
  },
  {
    key: "smallGrease",
    stage: "paste",
    name: "Small chips, grease",
    short: { redo: "redo", leave: "leave" },
    path: "contact",
  },
  {
    key: "pattern",
    stage: "paste",
    name: "Pattern",
    short: { "by-chip": "by chip", dot: "dot", line: "line", cross: "cross", film: "film" },
    path: "contact",
  },
  {
    key: "tighten",
    stage: "close",
    name: "Tightening",
    short: { stamped: "stamped", computed: "computed" },
    path: "contact",
  },
  { key: "rounds", stage: "close", name: "Rounds", short: { 2: "two", 3: "three", 4: "four" }, path: "contact" },
];

/** Why a workshop goes its own way, and who said so. */
export interface OwnPractice {
  why: string;
  who: string;
  /** The day it was chosen. */
  since: string;
}
export type OwnPractices = Partial<Record<keyof Procedure, OwnPractice>>;

/** What a school brought in jobs of this workshop: the change it left on its path, K, middle 90 % of the mean. */
export interface Brought {
  value: string;
  jobs: number;
  meanK: number;
  lowK: number;
  highK: number;
}

/** Under so many jobs a school says nothing. */
export const ENOUGH_JOBS = 3;

/** What each school of a question brought, from jobs that were worked by one of them; the one of most jobs first. */
export function broughtBy(jobs: readonly { value: string; changeK: number }[]): Brought[] {
  return [...new Set(jobs.map((j) => j.value))]
    .map((value) => {
      const own = jobs.filter((j) => j.value === value).map((j) => j.changeK);
      const meanK = own.reduce((s, k) => s + k, 0) / own.length;
      const spread = own.length > 1 ? own.reduce((s, k) => s + (k - meanK) ** 2, 0) / (own.length - 1) : 0;
      const half = 1.645 * Math.sqrt(spread / own.length);
      return { value, jobs: own.length, meanK, lowK: meanK - half, highK: meanK + half };
    })
    .sort((a, b) => b.jobs - a.jobs);
}
