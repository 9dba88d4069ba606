export { balanceOf, riseAt, type Balance, type Plane, type PlateStack, type StackPad } from "./balance";
export {
  nearby,
  padHeat,
  STOCK_MM,
  straddleWords,
  thicknessOptions,
  type PadHeat,
  type ThicknessOption,
} from "./choose";
export { forcesOn, type PlateForces, type SideForces } from "./forces";
export { sectionOf, type Section, type SectionOf } from "./section";
export { GAP_WAYS, gapFromHeights, gapOfText, gapText, measuredGap, unmeasuredGap, type Gap, type GapBy } from "./gap";
export { cuttingPlan, type CuttingPlan } from "./cutting";
export {
  KERF_MM,
  MARGIN_MM,
  type KnifeLine,
  type Piece,
  type Placement,
  type Rest,
  type Sheet,
  type SheetSide,
} from "./sheets";
export { cuttingSvg } from "./svg";
export { padsFile, type PadsFile } from "./file";
export {
  curveThrough,
  padKPa,
  padN,
  stiffer,
  STIFFER_THAN_LABEL,
  usualCurves,
  type PadCurve,
  type PadCurves,
  type Softness,
} from "./stiffness";
export { padWarnings, type PadWarning } from "./warnings";
