export { balanceOf, type Balance, type PlateStack, type StackPad } from "./balance";
export { gapFromOld, nearby, STOCK_MM, thicknessOptions, type ThicknessOption } from "./choose";
export {
  cuttingPlan,
  KERF_MM,
  MARGIN_MM,
  type CuttingPlan,
  type KnifeLine,
  type Piece,
  type Placement,
  type Rest,
  type Sheet,
} from "./cutting";
export { cuttingSvg } from "./svg";
export { padsFile, type PadsFile } from "./file";
export { padKPa, padN, usualCurves, type PadCurve, type PadCurves, type Softness } from "./stiffness";
export { padWarnings, type PadWarning } from "./warnings";
