export { dueByEnvironment } from "./interval";
export { isDay } from "./day";
