export { dayFile } from "./file";
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
