import type { Problem } from "../../base/result";

/** What a layout file can be refused for. `where` is the place in the file, such as parts[3].widthMm. */
export const layoutProblem = {
  tooStrange: (): Problem => ({
    code: "svg-too-strange",
    message: "The SVG nests its shapes deeper than any drawing does, or has elements that no drawing has.",
    action: "Save it plainly from your drawing program (paths only, no layers within layers) and try again.",
  }),
  notJson: (): Problem => ({
    code: "layout-not-json",
    message: "The file is not JSON.",
    action: "Choose a layout that Ovrant exported, as JSON or SVG.",
  }),
  tooLarge: (mb: number): Problem => ({
    code: "layout-too-large",
    message: `The file is larger than ${mb} MB.`,
    action: "Choose a layout that Ovrant exported.",
  }),
  tooMany: (most: number): Problem => ({
    code: "layout-too-many",
    message: `The layout has more than ${most} parts.`,
    action: "Split it, or remove what does not matter to the job.",
  }),
  field: (where: string, wants: string): Problem => ({
    code: "layout-field",
    message: `${where} ${wants}.`,
    action: "Correct it in the file, or export it again.",
    column: where,
  }),
  notSvg: (line?: number): Problem => ({
    code: "layout-not-svg",
    message: "The file is not SVG that can be read.",
    action: "Choose an SVG exported by Ovrant, or a plain drawing.",
    ...(line ? { line } : {}),
  }),
  nothingHarmless: (): Problem => ({
    code: "layout-svg-empty",
    message: "Nothing in this SVG could be taken over.",
    action: "Save it with plain shapes and paths, without pictures or scripts.",
  }),
} as const;
