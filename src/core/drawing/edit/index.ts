export * from "./transform";
export { did, historyOf, redo, redoName, undo, undoName, type History } from "./history";
export { hits, snapLines, snapMove, snapPoint, type Guide, type SnapLines } from "./snap";
export { changesBetween } from "./diff";
