export { csvOf } from "./csv";
export { goingWords, type GoingRun } from "./going";
export { LiveLog } from "./liveLog";
export { isLoadKeyShaped, loadKeyOf, loadPath } from "./loadPage";
export type { Need } from "./needs";
export { isLoading, remainingS, stateAt, type RunEvent, type RunState, type StopReason } from "./phase";
export {
  checkedRecipe,
  RECIPE_NAMES,
  RECIPES,
  recipeDifference,
  recipeTitle,
  recipeWords,
  type Recipe,
  type RecipeName,
} from "./recipe";
export { holesIn, readSamples, type Sample } from "./sample";
export { startsOf, type StartFact } from "./starts";
export { stopCall, stopLimits, type StopLimits } from "./stop";
export { liveViewOf, type LiveFacts, type LiveView, type Readings } from "./view";
