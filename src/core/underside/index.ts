export * from "./parts";
export {
  KINDS,
  KIND_NAMES,
  LAYERS,
  ROLE_NAMES,
  chipLabel,
  newPart,
  nextId,
  nextTag,
  partName,
  type FieldSpec,
  type KindSpec,
  type Layer,
} from "./kinds";
export * from "./geometry";
export { drawOrder } from "./order";
export { linksOf, dieRing, isPasted, kindFor, type Link, type LinkKind } from "./links";
export { CoolingMap, spreadAt } from "./map";
export { mapSentence, servesWords, type MapWord } from "./sentence";
export { rigidGroups, type Spread } from "./rigid";
export { heatPaths, type HeatPath } from "./paths";
export { countsOf, type PartCounts } from "./counts";
export { checksOf, drawnWatts, hullOf, pipeLoads, usualCapacityW, type CheckCode, type MapCheck } from "./checks";
export { conductances, estimatedKW, flows, solveNetwork, type ChipEstimateKW, type Conductance } from "./network";
export { overlapMm2 } from "./overlap";
export { drawPart, drawingDefs } from "./draw/part";
export { drawBase } from "./draw/case";
export { centreLinePath } from "./draw/cooling";
export { el as markup, escaped } from "./draw/markup";
export { layoutFrom, layoutJson, parseLayout, MOST_PARTS } from "./codec/json";
export { layoutSchema } from "./codec/schema";
export { layoutSvg, readSvg, svgWidthMm, type SvgIntake } from "./codec/svg";
export { csvCell, partsTable } from "./codec/csv";
export { layoutProblem } from "./codec/problems";
export * from "./edit/transform";
export { did, historyOf, redo, redoName, undo, undoName, type History } from "./edit/history";
export { hits, snapBounds, snapLines, snapMove, snapPoint, type Guide, type SnapLines } from "./edit/snap";
export { changesBetween } from "./edit/diff";
export { darkDrawingColours, drawingColours } from "./draw/colours";
export { partFacts, partRemark, partTitle, type Fact } from "./facts";
export { placeLabels, type PlacedLabel } from "./labels";
export { heatPicture, type HeatPicture, type MeasuredChip } from "./heat";
export { bandAlong, chevronsOf, legsOf, walk, type Leg, type Step } from "./way";
export { heatSentence, placeWords } from "./heatWords";
