export { balanceOf, type Balance, type PlateStack, type StackPad } from "./balance";
export {
  gapFromOld,
  nearby,
  padHeat,
  STOCK_MM,
  straddleWords,
  thicknessOptions,
  type PadHeat,
  type ThicknessOption,
} from "./choose";
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
export { padKPa, padN, usualCurves, type PadCurve, type PadCurves, type Softness } from "./stiffness";
export { padWarnings, type PadWarning } from "./warnings";
