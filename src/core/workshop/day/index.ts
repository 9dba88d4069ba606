export { dayFile } from "./file";
export {
  namedOrder,
  orderAsSaved,
  otherOrders,
  placedOrder,
  type NamedPiece,
  type OtherOrder,
  type PlacedOrder,
} from "./orders";
export {
  DAY_STAGES,
  dayOf,
  tasksOf,
  usualDay,
  usualPromise,
  WAIT_STAGES,
  type DayFacts,
  type DayForm,
  type SavedDay,
  type DayPromise,
  type DayStage,
} from "./today";
export type { DayJobView, DayView, PastStretch } from "./view";
export { whyOf, type Why } from "./why";
export { planDay, timeOf, type PlanRequest, type Planned } from "./plan";
export {
  type Day,
  type DayBreak,
  type DayJob,
  type DayPlan,
  type DayTask,
  type PlacedTask,
  type TaskKind,
} from "./problem";
