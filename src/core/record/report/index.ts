export type { ReportForm } from "./form";
export type { ReportFacts } from "./facts";
export { reportOf, type Report } from "./report";
export type { Span } from "./speech";
export { CURVES_H } from "./curvesSvg";
export { LADDER_H, LADDER_W } from "./ladderSvg";
export { PAPER } from "./paper";
export type { ReportTable } from "./technical";
