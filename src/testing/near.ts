import { expect } from "vitest";

/** For tests: a number that is close to another, where a whole object or list is compared. */
export const near = (value: number, digits = 2): unknown => expect.closeTo(value, digits);
