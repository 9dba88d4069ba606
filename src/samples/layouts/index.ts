import type { Layout } from "../../core/drawing/parts";
import { calderNook13Layout, orrowby17Layout, wrenfell14Layout } from "./others";
import { tessalyK15Layout } from "./tessaly";

export { calderNook13Layout, orrowby17Layout, tessalyK15Layout, wrenfell14Layout };

/** Every layout of the scenario. */
export const demoLayouts = (): Layout[] => [
  tessalyK15Layout(),
  orrowby17Layout(),
  wrenfell14Layout(),
  calderNook13Layout(),
];
