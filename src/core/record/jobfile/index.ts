export { canonicalJson } from "./canonical";
export { jobSchema, signOffsSchema } from "./schema";
export { oddDate } from "./dates";
export { jobDifferences, type PartDifference } from "./differences";
export {
  JOB_FORMAT,
  JOB_VERSION,
  type JobFile,
  type JobLot,
  type JobPhoto,
  type JobRun,
  type JobVerdict,
  type OwnerLinkNow,
  type SignOff,
} from "./types";
