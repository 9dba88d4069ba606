export { drawPart, drawingDefs } from "./part";
export { drawBase } from "./case";
export { centreLinePath } from "./cooling";
export { darkDrawingColours, drawingColours, lintColours } from "./colours";
export { blowerLint, finLint, LINT_RING, lintRadius, seedOf } from "./lint";
export { placeLabels, type PlacedLabel } from "./labels";
