export {
  atFanSpeed,
  soundSpeedOf,
  measuredIn,
  levelsOfHeights,
  type Levels,
  type Measured,
  type MeasuredChip,
  type Resistance,
} from "./measured";
export { driftOf, type Drift, type Rate } from "./drift";
export {
  courseOf,
  daysBetween,
  monthsOn,
  type Course,
  type Mark,
  type PathCourse,
  type PathName,
  type Visit,
} from "./course";
export {
  forecastOf,
  FURTHEST_MONTHS,
  hotMarks,
  HOT_ROOM_C,
  narrowing,
  type Forecast,
  type HotMark,
  type Throttling,
} from "./hotDay";
export type { JobLine } from "./jobLine";
export type { ChipCourse } from "./chipCourse";
export { partsOver, type PartCourse, type PartMark } from "./parts";
export { aheadOf, courseHeadline, courseSummary } from "./words";
