export { Journal, SERVICE_STAGES, type Entry, type ServiceStage, type StepState } from "./journal";
export { SCHOOLS, usualPractice, type Practice } from "./practice";
export type { Ask, ServiceContext, Step } from "./step";
export { estimateMinutes, nextStep, progressOf, stepsOf, type StageProgress } from "./plan";
export { countsOut, fansUnconfirmed, gateOf, type Count, type Gate } from "./gates";
export { coverScrews } from "./opening";
export { fanPlugsOf, GRADES, tightenOrder } from "./stripping";
export { adapterWords, agreementOf, foundIn, warrantyDays, type Agreement, type Found, type Predicted } from "./found";
export { contextOf, plansOf, type ServiceFacts } from "./context";
