export type { ReportForm } from "./form";
export { reportOf, verdictIn, type Report, type ReportFacts, type Span } from "./report";
export { FOUND_W } from "./foundSheet";
export { CURVES_H, CURVES_W } from "./curvesSvg";
export { LADDER_H, LADDER_W } from "./ladderSvg";
export { PAPER } from "./paper";
export type { ReportTable } from "./technical";
