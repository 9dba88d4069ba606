import type { DustPart, Fault, FaultKind } from "./faults";

/** Where a technician looks without a log. */
export const LOOKS = ["lamp", "outlet", "plate", "idle", "fins", "screws", "warm", "edges", "lift"] as const;
export type Look = (typeof LOOKS)[number];

/** What a look may show, and how surely it shows where the fault is there. */
export interface Sign {
  id: string;
  look: Look;
  /** Chance of being seen by fault; lint by where it lies. */
  shows: Partial<Record<FaultKind, number | Record<DustPart, number>>>;
  /** Seen, and not seen. */
  words: readonly [seen: string, unseen: string];
}

/** Chance that something is taken for a sign though the fault is not there. */
const MISTAKEN = 0.02;

/**
 * Signs of every look. Chances are ours, set by hand: a lamp misses a mat behind the blower, a film printed thin is
 * seen by anyone. None is certain, so that nothing is ruled out for good by one look.
 */
export const SIGNS: readonly Sign[] = [
  {
    id: "lint",
    look: "lamp",
    shows: { dust: { inlet: 0.97, blower: 0.8, fins: 0.35 } },
    words: ["lint behind the grille", "no lint behind the grille"],
  },
  {
    id: "stands",
    look: "lamp",
    shows: { "fan-unplugged": 0.97 },
    words: ["a blower stands", "blowers turn"],
  },
  {
    id: "cable",
    look: "outlet",
    shows: { outlet: 0.97 },
    words: ["a cable lies in the outlet", "the outlet is free"],
  },
  {
    id: "small",
    look: "plate",
    shows: { adapter: 0.97 },
    words: ["the adapter is too small for it", "the adapter fits it"],
  },
  {
    id: "busy",
    look: "idle",
    shows: { background: 0.97 },
    words: ["something works in idle", "nothing works in idle"],
  },
  {
    id: "held",
    look: "idle",
    shows: { "fan-fixed": 0.9 },
    words: ["the fan is held at one speed", "the fan follows the heat"],
  },
  {
    id: "mat",
    look: "fins",
    shows: { dust: { inlet: 0.9, blower: 0.95, fins: 0.97 } },
    words: ["a mat of lint", "fins and blowers clean"],
  },
  {
    id: "loose",
    look: "fins",
    shows: { "fan-unplugged": 0.97 },
    words: ["a blower's plug is out", "plugs are home"],
  },
  {
    id: "stiff",
    look: "fins",
    shows: { "fan-weak": 0.85 },
    words: ["a blower turns stiffly", "blowers turn freely"],
  },
  {
    id: "short",
    look: "screws",
    shows: { lean: 0.96 },
    words: ["one screw stands short", "all screws are home"],
  },
  {
    id: "cold",
    look: "warm",
    shows: { pipe: 0.93 },
    words: ["one pipe stays cold at its end", "all pipes warm through"],
  },
  {
    id: "bare",
    look: "edges",
    shows: { "pad-missing": 0.8 },
    words: ["a chip without its pad", "every pad is there"],
  },
  {
    id: "gap",
    look: "edges",
    shows: { "pad-thick": 0.6 },
    words: ["the plate stands off its chip", "the plate lies on its chip"],
  },
  {
    id: "cracked",
    look: "lift",
    shows: { "paste-dry": 0.96 },
    words: ["the film is dry and cracked", "the film is soft"],
  },
  {
    id: "islands",
    look: "lift",
    shows: { "paste-little": 0.93 },
    words: ["bare spots in the print", "the whole face is wetted"],
  },
  {
    id: "wedge",
    look: "lift",
    shows: { lean: 0.95 },
    words: ["the film is thick on one side", "the film is even"],
  },
  {
    id: "thick",
    look: "lift",
    shows: { "pad-thick": 0.95 },
    words: ["the film is thick all over", "the film is thin"],
  },
  {
    id: "no-pad",
    look: "lift",
    shows: { "pad-missing": 0.97 },
    words: ["a place without its pad", "every pad left its print"],
  },
];

/** Chance that a sign is seen in a machine with these faults. */
export function chanceOf(sign: Sign, faults: readonly Fault[]): number {
  let unseen = 1 - MISTAKEN;
  for (const f of faults) {
    const shows = sign.shows[f.kind];
    if (shows === undefined) continue;
    unseen *= 1 - (typeof shows === "number" ? shows : shows[f.part]);
  }
  return 1 - unseen;
}

/** The signs of a look. */
export const signsOf = (look: Look): Sign[] => SIGNS.filter((s) => s.look === look);
