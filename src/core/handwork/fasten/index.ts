export { RigidPlate, type ChipFace, type PlateScrew, type PressurePlane } from "./pressure";
export { levelBy, pipeSection, pipeStiffness, type PipeSpring } from "./beam";
export { liftAt, PlateFrame, type Body } from "./frame";
export { Footing, type Joined, type PlateOf } from "./footing";
export { structuresOf, type Structure } from "./structure";
export {
  geometricFractions,
  MOST_SCREWS,
  oneSideFirst,
  orderLean,
  tightenPlan,
  type OrderLean,
  type PlateLean,
  type TightenPlan,
  type TightenStep,
} from "./plan";
export { tightenFile, type TightenFile } from "./file";
export { assembliesOf, faceUnder, type Assembly } from "./assembly";
export {
  lawOf,
  pitchOf,
  roundTurns,
  screwN,
  SPRING_MM,
  turnsHome,
  turnsTo,
  turnsWords,
  wayMm,
  type ForceLaw,
  type Pressed,
} from "./turns";
