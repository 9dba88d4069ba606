export { mapSentence, servesWords, type MapWord } from "./sentence";
export { heatPaths, type HeatPath } from "./paths";
export { checksOf, drawnWatts, hullOf, pipeLoads, usualCapacityW, type CheckCode, type MapCheck } from "./checks";
export { conductances, estimatedKW, flows, solveNetwork, type ChipEstimateKW, type Conductance } from "./network";
export { partFacts, partRemark, partTitle, type Fact } from "./facts";
export { heatPicture, type HeatPicture, type MeasuredChip } from "./heat";
export { heatSentence, placeWords } from "./heatWords";
