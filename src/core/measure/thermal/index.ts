export { type Column, type DesignOptions, type ResponseCache } from "./design";
export { blockEquations, riseAt, solveBlocks, type BlockEquations, type Solution } from "./fit";
export { fanSlowness, response } from "./kernels";
export { nnls } from "./nnls";
export {
  guessedFan,
  hottestLagged,
  IDLE_SHARE,
  median,
  prepareSeries,
  type ChipId,
  type ChipSeries,
  type RoomGiven,
  type Series,
} from "./series";
export { USUAL_FAN_EXPONENT } from "./fan";
