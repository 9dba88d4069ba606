export { headlineOf, summaryOf } from "./headline";
export { holdsOpen, nextSteps } from "./next";
export { evidenceOf, matchedWords, peaksAlone, unknownWhy, type Evidence } from "./evidence";
