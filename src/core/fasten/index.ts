export { RigidPlate, type ChipFace, type PlateScrew, type PressurePlane } from "./pressure";
export {
  geometricFractions,
  MOST_SCREWS,
  oneSideFirst,
  orderLean,
  tightenPlan,
  type OrderLean,
  type TightenPlan,
  type TightenStep,
} from "./plan";
export { tightenFile, type TightenFile } from "./file";
export { assembliesOf, type Assembly } from "./assembly";
export { pitchOf, roundTurns, screwN, SPRING_MM, turnsHome, turnsTo, turnsWords, type ForceLaw } from "./turns";
