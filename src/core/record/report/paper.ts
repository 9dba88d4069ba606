/** Ink on white paper: each keeps its contrast when printed grey. */
export const PAPER = {
  ink: "#16211F",
  ink2: "#47544F",
  line: "#C9D1CD",
  line2: "#DEE4E1",
  paste: "#9A1A57",
  pasteWash: "#F6E3EC",
  air: "#0B6A94",
  airWash: "#DFEEF5",
  room: "#84918B",
} as const;

/** The report's letters: screens have them as variable fonts, paper as those of the same family. */
export const SANS = "Sofia Sans Semi Condensed Variable, Sofia Sans Semi Condensed, sans-serif";
export const MONO = "Spline Sans Mono Variable, Spline Sans Mono, monospace";
