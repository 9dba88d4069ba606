export { headlineOf, summaryOf } from "../says/headline";
export { holdsOpen, nextSteps } from "./next";
export { evidenceOf, matchedWords, peaksAlone, unknownWhy, type Evidence } from "../says/evidence";
