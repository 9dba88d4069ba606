export { drawPart, drawingDefs } from "./part";
export { drawBase } from "./case";
export { centreLinePath } from "./cooling";
export { darkDrawingColours, drawingColours } from "./colours";
export { placeLabels, type PlacedLabel } from "./labels";
