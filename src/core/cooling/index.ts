export { mapSentence, type MapWord } from "./sentence";
export { heatPaths, type HeatPath } from "./paths";
export { checksOf, pipeLoads, USUAL_W } from "./checks";
export type { CheckCode, MapCheck } from "./check";
export { estimatedKW, type ChipEstimateKW, type Conductance } from "./network";
export { partFacts, partRemark, partTitle, type Fact } from "./facts";
export { heatPicture, type HeatPicture, type MeasuredChip, type SeenAir } from "./heat";
export { heatSentence, placeWords } from "./heatWords";
export { airGrown, airOf, slowerWhenClean, type Closed, type StackAir } from "./airflow";
