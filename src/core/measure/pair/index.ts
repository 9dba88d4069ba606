export type { JudgeRun, Matched } from "./conditions";
export type { GoodSource } from "./facts";
export type { Found, Reason, WitnessName } from "./reason";
export { roomTrue, settingDifferences, UNSAID, type RunConditions, type SettingDifference } from "./settings";
