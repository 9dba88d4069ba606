export * from "./parts";
export {
  KINDS,
  LAYERS,
  ROLE_NAMES,
  chipLabel,
  filled,
  newPart,
  newPath,
  nextId,
  nextTag,
  partName,
  type FieldSpec,
  type KindSpec,
  type Layer,
} from "./kinds";
export * from "./geometry";
export { arrangedLayout, ARRANGEMENTS, type ArrangementName } from "./arrangements";
export { baseOf } from "./bases";
export { drawOrder } from "./order";
export { dieRing, isPasted, kindFor, type Link, type LinkKind } from "./links";
export { CoolingMap, spreadAt } from "./map";
export { rigidGroups, type Spread } from "./rigid";
export { countsOf, type PartCounts } from "./counts";
export { overlapMm2 } from "./overlap";
export { partsSaid } from "./said";
export { bandAlong, chevronsOf, legsOf, walk, type Leg, type Step } from "./way";
