import type { ValidateFunction } from "ajv";

/** Made by `npm run schemas` from the published schemas; a test holds that it is of today. */
export const layoutCheck: ValidateFunction;
export const padsCheck: ValidateFunction;
export const tightenCheck: ValidateFunction;
export const dayCheck: ValidateFunction;
export const jobCheck: ValidateFunction;
export const signOffsCheck: ValidateFunction;
