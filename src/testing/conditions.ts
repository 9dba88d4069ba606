import { UNSAID, type RunConditions } from "../core/measure/pair";

/** For tests: conditions of which nobody entered anything. */
export const noConditions: RunConditions = { ...UNSAID, charging: null };
