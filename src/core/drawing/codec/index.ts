export { layoutFrom, layoutJson, parseLayout } from "./json";
export { layoutSchema } from "./schema";
export { MOST_PARTS } from "./schema";
export { layoutSvg, readSvg, svgWidthMm, type SvgIntake } from "./svg";
export { csvCell, partsTable } from "./csv";
export { layoutProblem } from "./problems";
