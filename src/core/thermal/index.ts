export { designColumns, type Column, type DesignOptions, type ResponseCache } from "./design";
export { blockEquations, BLOCK_S, replicate, riseAt, solveBlocks, type BlockEquations, type Solution } from "./fit";
export { AIR_TAUS_S, CONTACT_TAUS_S, fanSlowness, PIPE_TAUS_S, response } from "./kernels";
export { nnls } from "./nnls";
export {
  guessedFan,
  IDLE_SHARE,
  median,
  prepareSeries,
  type ChipId,
  type ChipSeries,
  type RoomGiven,
  type Series,
} from "./series";
export { USUAL_FAN_EXPONENT } from "./fan";
