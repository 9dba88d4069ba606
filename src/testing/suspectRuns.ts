import { randomLcg, randomNormal } from "d3-random";
import type { Figure, GoodFigures } from "../core/measure/judge";
import { rigOf, type PracticeCase } from "../core/learn/practice";
import { fanDemand, thermalOf, withFaults, type RigFaults, type RigMachine } from "../core/simulate";
import { effectsOf, leftOf, type Cure, type RunSeen, type Usual } from "../core/learn/suspects";

/**
 * What the judge would say of a run, from where the rig comes to rest, with errors as large as its intervals say: a
 * thousand times faster than a run that is simulated and judged, and by the rig's own physics all the same.
 */
export class QuickBench {
  private readonly gauss: () => number;

  constructor(seed: number) {
    this.gauss = randomNormal.source(randomLcg(seed))(0, 1);
  }

  seen(c: PracticeCase, done: readonly Cure[] = []): RunSeen {
    const e = effectsOf(leftOf(c.faults, done));
    const kind = rigOf(c.kind);
    const machine: RigMachine = {
      ...kind,
      chips: kind.chips.map((chip) => ({ ...chip, contactKW: chip.contactKW * (1 + 0.04 * this.gauss()) })),
      finKW: kind.finKW * (1 + 0.04 * this.gauss()),
    };
    const faults = withFaults({
      contact: e.contact,
      clog: e.clog,
      pipe: e.pipe,
      fanReach: e.reach || 1,
      fanStopped: e.reach === 0,
    });
    const led = e.fixed;
    const idle = restOf(
      machine,
      faults,
      machine.chips.map((x) => x.idleW + e.idleW / 2),
      led,
    );
    const powerW = machine.chips.map((x) => x.loadW * e.held);
    const late = restOf(machine, faults, powerW, led);
    const cooled = late.hotC > machine.limitC ? (machine.limitC - 25) / (late.hotC - 25) : 1;
    const logsFan = c.logged === "all" || c.logged === "one-core";
    const logsCores = c.logged === "all" || c.logged === "no-fan";
    const rpm = (share: number) => share * machine.fan.maxRpm + 20 * this.gauss();
    const corner = e.leanKW * (powerW[0] ?? 0) * cooled;
    return {
      chips: machine.chips.map((chip, i) => ({
        chip: chip.id,
        powerW: (powerW[i] ?? 0) * cooled,
        contact: this.figure((late.rise[i]?.contactK ?? 0) * cooled + (chip.id === "cpu" ? corner : 0), 1.8),
        airflow: this.figure((late.rise[i]?.airflowK ?? 0) * cooled, 2.4),
      })),
      stands: e.reach === 0,
      log: {
        coresK: logsCores ? 1.6 + corner + 0.6 * this.gauss() : null,
        fan: logsFan ? (e.reach === 0 ? 0 : rpm(late.share)) : null,
        fanIdle: logsFan ? (e.reach === 0 ? 0 : rpm(idle.share)) : null,
        hotC: Math.min(machine.limitC, late.hotC),
        hotIdleC: idle.hotC,
        idlePct: 5 + e.idlePct + this.gauss(),
        memoryK:
          logsCores && machine.memory
            ? machine.memory.riseKW * e.memory * powerW.reduce((a, b) => a + b, 0) * cooled + this.gauss()
            : null,
        limited: cooled < 1,
      },
      led: null,
    };
  }

  /** What good ones of a kind show: two sound machines. */
  usual(c: PracticeCase): Usual {
    const sound = this.seen({ ...c, faults: [] });
    const range = (mid: number) => ({ low: 0.88 * mid, mid, high: 1.12 * mid });
    const total = sound.chips.reduce((s, x) => s + x.powerW, 0);
    const good: GoodFigures = {
      level: "model",
      source: { level: "model", model: "one", tags: [] },
      airflowPer: "total",
      chips: Object.fromEntries(
        sound.chips.map((x) => [
          x.chip,
          { contact: range(x.contact.K / x.powerW), airflow: range(x.airflow.K / total) },
        ]),
      ),
    };
    const { fan, fanIdle, hotC, hotIdleC, coresK, memoryK } = sound.log;
    return {
      good,
      powerW: Object.fromEntries(sound.chips.map((x) => [x.chip, x.powerW])),
      fan,
      fanMost: fan === null ? null : rigOf(c.kind).fan.maxRpm,
      fanAt:
        fan === null || fanIdle === null
          ? null
          : [
              { hotC: hotIdleC ?? 0, fan: fanIdle },
              { hotC: hotC ?? 0, fan },
            ],
      coresK,
      memoryK,
    };
  }

  /** A figure with the error its 90 % interval owns up to. */
  private figure(K: number, half: number): Figure {
    const seen = K + (half / 1.645) * this.gauss();
    return { K: seen, low: seen - half, high: seen + half };
  }
}

/** Where a machine comes to rest in a room of 25 °C, its blower led by its own heat or held. */
function restOf(machine: RigMachine, faults: RigFaults, powerW: readonly number[], led: number | null) {
  const thermal = thermalOf(machine, faults);
  let share = faults.fanStopped ? 0 : (led ?? 0.6) * faults.fanReach;
  let rise = thermal.steady(powerW, share);
  let hotC = 25;
  for (let i = 0; i < 4; i++) {
    hotC = 25 + Math.max(...rise.map((r) => r.contactK + r.airflowK));
    if (faults.fanStopped) break;
    const asked = led ?? fanDemand(machine, Math.min(hotC, machine.limitC));
    share = (i === 0 ? 0 : 0.4) * share + (i === 0 ? 1 : 0.6) * asked * faults.fanReach;
    rise = thermal.steady(powerW, share);
  }
  return { rise, hotC, share };
}
