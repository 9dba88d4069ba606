import type { RigFaults, RigMachine } from "./machine";
import { thermalOf } from "./thermal";
import type { RigLog } from "./logger";

/** What a perfect judge would say of a pair of rig runs: change after − before in K at matched conditions. */
export interface RigTruth {
  chips: { chip: "cpu" | "gpu"; changeK: number; contactK: number; airflowK: number }[];
  verdict: "improved" | "unchanged" | "worse";
}

/**
 * Truth at the before run's power and fan speed (last two minutes). A stopped fan is judged as it is,
 * a weak fan by the speed it really reaches at that command.
 */
export function truthOf(machine: RigMachine, before: RigFaults, after: RigFaults, beforeLog: RigLog): RigTruth {
  const { powerW, fanShare } = beforeLog.late;
  const was = thermalOf(machine, before).steady(powerW, fanShare);
  const is = thermalOf(machine, after).steady(powerW, after.fanStopped ? 0 : fanShare);
  const chips = machine.chips.map((c, i) => {
    const contactK = (is[i]?.contactK ?? 0) - (was[i]?.contactK ?? 0);
    const airflowK = (is[i]?.airflowK ?? 0) - (was[i]?.airflowK ?? 0);
    return { chip: c.id, changeK: contactK + airflowK, contactK, airflowK };
  });
  const lead = chips.reduce((a, b) => (Math.abs(b.changeK) > Math.abs(a.changeK) ? b : a));
  return { chips, verdict: Math.abs(lead.changeK) < 3 ? "unchanged" : lead.changeK < 0 ? "improved" : "worse" };
}
