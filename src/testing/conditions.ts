import type { RunConditions } from "../core/measure/pair";

/** For tests: conditions of which nobody entered anything. */
export const noConditions: RunConditions = {
  roomStartC: null,
  roomEndC: null,
  supply: null,
  adapterW: null,
  charging: null,
  powerMode: "",
  graphicsMode: "",
  surface: "",
  lid: null,
  recipe: "",
  fanPolicy: "",
};
