export { dueByEnvironment } from "./interval";
