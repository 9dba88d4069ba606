export { cleaningUses } from "./cleaned";
export {
  amountWords,
  costOf,
  isExpired,
  isLow,
  leftOf,
  MATERIAL_KINDS,
  runsOutInDays,
  shelfHeadline,
  stockDates,
  type Lot,
  type MaterialKind,
  type PadSheets,
  type StockDate,
  type StockSheet,
} from "./lots";
export type { Booking, Cutting, Shelf } from "./shelf";
export { padStuffOf, type PadStuff } from "./padStuff";
