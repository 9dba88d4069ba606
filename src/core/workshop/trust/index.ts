export { may, ROLE_WORDS, ROLES, type Right, type Role } from "./roles";
export { changeWords, isByItself, isRead, needOf, type Need } from "./needs";
export { leftMs, ROUND, slower, unslowed, type Slowed } from "./slowing";
export { madePassphrase, passphraseProblem, PASSPHRASE_WORDS, pinProblem, spoken, wordsOf } from "./passphrase";
export type { AuditLine, BenchNow, LockedRun, Missed, NetworkView, Tag } from "./view";
