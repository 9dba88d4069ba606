export { dueByEnvironment } from "./interval";
export { dayAfter, isDay } from "./day";
