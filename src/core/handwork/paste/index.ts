export { amountFor, BARREL_MM, dropMm, jobsLeft, NOZZLE_MM, takenMm3, type Amount, type PastedFace } from "./amount";
export { bondLineM, PASTES, USUAL_PASTE, stopsOf, type Paste, type PasteStop } from "./paste";
export {
  beadMm,
  laidHeights,
  PATTERNS,
  strokeLengthMm,
  strokesOf,
  type Laid,
  type Pattern,
  type Stroke,
} from "./pattern";
export { PressureGrid } from "./poisson";
export { pressingOf, stepsInOrder, TURN_S, type PlateScrewForce, type Pressing } from "./loads";
export { overMm3, suggestPattern, type PatternTrial, type Suggestion } from "./suggest";
export { squeezeRun, type SqueezeFrame, type SqueezeRun } from "./run";
export { matesAnswer, type Mate } from "./mates";
export { bearing, pressing, type Level, type Load, type PressPoint } from "./press";
export { Squeeze } from "./squeeze";
export type { SqueezeSetup } from "./squeezeSetup";
export { type Three } from "./three";
