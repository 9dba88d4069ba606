import type { RigFaults, RigFormat } from "../core/simulate";
import type { NewMachine } from "../data/workshop/machines";
import type { DemoService, DemoAside } from "./job";

export const machine = (
  tag: string,
  [model, variant]: readonly [model: string, variant: string],
  place: string,
  about: Pick<NewMachine, "environment" | "form" | "limitC">,
): NewMachine => ({ tag, model, variant, place, ...about });

/** A service of a machine that is looked after: run before, handwork, run after, all closed. */
export function service(
  openedDaysAgo: number,
  complaint: string,
  [before, after]: readonly [Partial<RigFaults>, Partial<RigFaults>],
  [seedBefore, seedAfter]: readonly [number, number],
  [roomBefore, roomAfter]: readonly [number, number],
): DemoService {
  const name = `lr16-${openedDaysAgo}`;
  return {
    complaint,
    openedDaysAgo,
    before: { name: `${name}-before.csv`, faults: before, recipe: { roomC: roomBefore }, seed: seedBefore },
    after: { name: `${name}-after.csv`, faults: after, recipe: { roomC: roomAfter }, seed: seedAfter },
    closed: { note: "Fins brushed, paste renewed." },
  };
}

export const batteryOf = (now: string, cycles: string): DemoAside => [
  "battery",
  { part: "WB-14-3C", new: "57.0", now, cycles },
];

/** The month so many days ago, yyyy-mm. */
export const boughtMonth = (daysAgo: number): string =>
  new Date(Date.now() - daysAgo * 86_400_000).toISOString().slice(0, 7);

export const semicolons: Partial<RigFormat> = {
  separator: ";",
  decimalComma: true,
  time: "clock",
  byteOrderMark: true,
};
