export {
  dueByRules,
  ENVIRONMENTS,
  monthsAfter,
  usualRules,
  USES,
  workingDayUpTo,
  type Environment,
  type RuledDue,
  type UpkeepFacts,
  type UpkeepRules,
  type Use,
} from "./rules";
export { nextDue, type DueBy, type MeasuredAhead, type NextDue } from "./next";
