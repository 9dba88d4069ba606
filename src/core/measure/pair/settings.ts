import type { RoomGiven } from "../thermal";

/** How a run was done; null or empty where nobody said. */
export interface RunConditions {
  /** As the thermometer showed it. */
  roomStartC: number | null;
  roomEndC: number | null;
  /** Which thermometer showed the room, and by how much it shows too much, K, as known then. */
  thermometer?: string;
  thermometerHighK?: number | null;
  supply: "mains" | "battery" | null;
  adapterW: number | null;
  /** Whether the battery took charge while the load ran. */
  charging?: "charging" | "full" | null;
  powerMode: string;
  graphicsMode: string;
  surface: string;
  lid: "open" | "closed" | null;
  recipe: string;
  fanPolicy: string;
  /** Air at the outlets late in the load, °C by the tag of their fin stack: "F1=43.5;F2=39"; "" where not read. */
  exhaust?: string;
}

/** Of a run nothing is known but its log. */
export const UNSAID: RunConditions = {
  roomStartC: null,
  roomEndC: null,
  supply: null,
  adapterW: null,
  powerMode: "",
  graphicsMode: "",
  surface: "",
  lid: null,
  recipe: "",
  fanPolicy: "",
};

/**
 * The room as it was: what its thermometer shows too much is taken off.
 *
 * @example
 * roomTrue({ roomStartC: 23, roomEndC: null, thermometerHighK: 0.8 }); // { startC: 22.2, endC: null }
 */
export function roomTrue({
  roomStartC,
  roomEndC,
  thermometerHighK,
}: Pick<RunConditions, "roomStartC" | "roomEndC" | "thermometerHighK">): RoomGiven {
  const high = thermometerHighK ?? 0;
  return { startC: roomStartC === null ? null : roomStartC - high, endC: roomEndC === null ? null : roomEndC - high };
}

/** What a setting that differs does to the judgement. */
export type SettingEffect =
  | "power-logged"
  | "power-hidden"
  | "mode-logged"
  | "mode-hidden"
  | "speed-logged"
  | "speed-hidden"
  | "charging"
  | "air";

export interface SettingDifference {
  field: keyof RunConditions;
  effect: SettingEffect;
  /** Whether the judgement suffers from it. */
  spoils: boolean;
}

const FIELDS = [
  "supply",
  "adapterW",
  "charging",
  "powerMode",
  "graphicsMode",
  "surface",
  "lid",
  "recipe",
  "fanPolicy",
] as const;

/**
 * Settings that differ between the runs, and whether that spoils the judgement, given what the logs hold.
 *
 * @example
 * settingDifferences(before, { ...before, lid: "closed" }, { power: true, fan: true })[0]?.spoils; // true
 */
export function settingDifferences(
  before: RunConditions,
  after: RunConditions,
  logged: { power: boolean; fan: boolean },
): SettingDifference[] {
  const out: SettingDifference[] = [];
  for (const field of FIELDS) {
    const b = before[field];
    const a = after[field];
    if (b === null || a === null || b === undefined || a === undefined || b === "" || a === "" || same(b, a)) continue;
    out.push({ field, ...effectOf(field, logged) });
  }
  return out;
}

const same = (b: string | number, a: string | number): boolean =>
  typeof b === "string" && typeof a === "string" ? b.trim().toLowerCase() === a.trim().toLowerCase() : b === a;

function effectOf(
  field: (typeof FIELDS)[number],
  { power, fan }: { power: boolean; fan: boolean },
): Omit<SettingDifference, "field"> {
  switch (field) {
    case "supply":
    case "adapterW":
    case "graphicsMode":
    case "recipe":
      return { effect: power ? "power-logged" : "power-hidden", spoils: !power };
    case "powerMode":
      return { effect: power && fan ? "mode-logged" : "mode-hidden", spoils: !(power && fan) };
    case "fanPolicy":
      return { effect: fan ? "speed-logged" : "speed-hidden", spoils: !fan };
    case "charging":
      return { effect: "charging", spoils: false };
    case "surface":
    case "lid":
      return { effect: "air", spoils: true };
  }
}
