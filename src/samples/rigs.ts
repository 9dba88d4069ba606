/** The rigs of the scenario: practice runs on them too, so that they stand in the core. */
export { calderNook13, orrowby17, tessalyK15, wrenfell14 } from "../core/simulate";
