import type { RigFaults, RigMachine } from "./machine";
import { NetThermal } from "./net";
import { LumpedThermal, type Thermal } from "./network";

/** The physics of a machine with its faults, by its family. */
export const thermalOf = (machine: RigMachine, faults: RigFaults): Thermal =>
  (machine.family ?? "lumped") === "lumped" ? new LumpedThermal(machine, faults) : new NetThermal(machine, faults);
