import type { ChipId } from "../thermal";
import type { Heard, Reason } from "../pair/reason";
import { fanWitness } from "./fan";
import { roomWitness } from "./room";
import { startWitness } from "./start";
import { surroundingsWitness } from "./surroundings";
import { timeWitness } from "./time";
import { powerWitness } from "./power";
import { sensorWitness } from "./sensor";
import type { Freedom } from "./freedom";
import type { Scene, Testimony } from "./witness";

/** What all witnesses together say. */
export interface Examination {
  witnesses: Heard[];
  reasons: Reason[];
  freedom: Freedom;
  silent: ReadonlySet<ChipId>;
}

/** Hears every witness before anything is judged. */
export function examine(scene: Scene): Examination {
  const chips = scene.before.chips.filter((c) => scene.after.chips.some((a) => a.chip === c.chip));
  const told: Testimony[] = [
    roomWitness(scene),
    timeWitness(scene),
    startWitness(scene),
    ...surroundingsWitness(scene),
    // a machine without a fan is told nothing of fans
    ...(scene.fan.kind === "none" ? [] : [fanWitness(scene)]),
    ...chips.flatMap((c) => sensorWitness(scene, c.chip)),
    ...chips.map((c) => powerWitness(scene, c.chip)),
  ];
  const silent = new Set(told.flatMap((t) => t.silent ?? []));
  const none = chips.length > 0 && chips.every((c) => silent.has(c.chip));
  return {
    witnesses: told.map((t) => t.witness),
    // where every chip must be passed over there is nothing left to compare
    reasons: told.flatMap((t) => (t.reasons ?? []).map((r) => (none && t.silent ? { ...r, level: "blocks" } : r))),
    freedom: {
      power: Object.assign({}, ...told.map((t) => t.freedom?.power ?? {})) as Freedom["power"],
      ...caseFreedom(told),
      apart: told.flatMap((t) => t.freedom?.apart ?? []),
      fanSd: Math.max(0, ...told.map((t) => t.freedom?.fanSd ?? 0)),
    },
    silent,
  };
}

/** The widest doubt of the case that any witness asks for. */
function caseFreedom(told: readonly Testimony[]): Pick<Freedom, "caseSd"> {
  const asked = told.flatMap((t) => t.freedom?.caseSd ?? []);
  return asked.length ? { caseSd: Math.max(...asked) } : {};
}
