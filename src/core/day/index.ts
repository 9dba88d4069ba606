export { dayFile } from "./file";
export {
  namedOrder,
  orderAsKept,
  otherOrders,
  placedOrder,
  type NamedPiece,
  type OtherOrder,
  type PlacedOrder,
} from "./orders";
export { whyOf, type Why } from "./why";
export { planDay, type PlanAsk, type Planned } from "./plan";
export {
  TASK_KINDS,
  type Day,
  type DayBreak,
  type DayJob,
  type DayPlan,
  type DayTask,
  type PlacedTask,
  type TaskKind,
} from "./problem";
