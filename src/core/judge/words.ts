export { headlineOf, summaryOf } from "./headline";
export { nextSteps } from "./next";
export { evidenceOf, matchedWords, peaksAlone, unknownWhy, type Evidence } from "./evidence";
