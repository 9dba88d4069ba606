import { bad, ok, type Result } from "../../base/result";
import { words } from "../../base/words";
import { protocolProblem } from "./problems";

export const RECIPE_NAMES = ["standard", "short", "long", "drive", "own"] as const;
export type RecipeName = (typeof RECIPE_NAMES)[number];

/** What a load run does and for how long; the same before and after, so that both can be compared. */
export interface Recipe {
  name: RecipeName;
  idleS: number;
  loadS: number;
  coolS: number;
  /** How hard each chip is worked, share of all it can, 0 to 1. */
  cpu: number;
  gpu: number;
  /** A large file is copied meanwhile, so that the drive warms too. */
  drive: boolean;
  /** The load ends as soon as the run can be judged. */
  untilEnough?: boolean;
}

const full = { cpu: 1, gpu: 1, drive: false } as const;

/** Recipes that come with Ovrant. The standard one shows both paths of any machine with a fan. */
export const RECIPES: Readonly<Record<Exclude<RecipeName, "own">, Recipe>> = {
  standard: { name: "standard", idleS: 300, loadS: 900, coolS: 300, ...full },
  short: { name: "short", idleS: 180, loadS: 480, coolS: 120, ...full },
  long: { name: "long", idleS: 300, loadS: 1800, coolS: 600, ...full },
  drive: { name: "drive", idleS: 180, loadS: 900, coolS: 180, ...full, cpu: 0.3, gpu: 0, drive: true },
};

const TITLES: Readonly<Record<RecipeName, string>> = {
  standard: "Standard",
  short: "Short",
  long: "Long",
  drive: "Drive copy",
  own: "Own",
};

export const recipeTitle = (name: RecipeName): string => TITLES[name];

/** Bounds of an own recipe, s: shorter loads never show the airflow, longer ones wear and tell no more. */
export const RECIPE_BOUNDS = { idleS: [30, 1800], loadS: [120, 7200], coolS: [0, 3600] } as const;

/** What a recipe does, in words that stand with the run: "Standard: idle 5:00, load 15:00, cool-down 5:00". */
export function recipeWords(r: Recipe): string {
  const level = [
    r.cpu < 1 ? `processor ${words.share(r.cpu)}` : "",
    r.gpu < 1 ? (r.gpu > 0 ? `graphics ${words.share(r.gpu)}` : "no graphics") : "",
    r.drive ? "file copy" : "",
    r.untilEnough ? "ends when enough" : "",
  ].filter(Boolean);
  const parts = [`idle ${words.clock(r.idleS)}`, `load ${words.clock(r.loadS)}`, `cool-down ${words.clock(r.coolS)}`];
  return `${TITLES[r.name]}: ${[...parts, ...level].join(", ")}`;
}

/**
 * A recipe that can be run, or why it cannot.
 *
 * @example
 * checkedRecipe({ ...RECIPES.standard, name: "own", loadS: 60 }); // the load needs 2:00 to 120:00
 */
export function checkedRecipe(r: Recipe): Result<Recipe> {
  for (const key of ["idleS", "loadS", "coolS"] as const) {
    const [least, most] = RECIPE_BOUNDS[key];
    const value = r[key];
    if (!Number.isFinite(value) || value < least || value > most)
      return bad(protocolProblem.outOfBounds(PHASES[key], least, most));
  }
  const levels = [r.cpu, r.gpu];
  if (levels.some((v) => !(v >= 0 && v <= 1)) || (levels.every((v) => v === 0) && !r.drive))
    return bad(protocolProblem.noLoad());
  return ok(r);
}

const PHASES = { idleS: "idle stretch", loadS: "load", coolS: "cool-down" } as const;

/** How two recipes differ, in words; null where they are the same work for the same time. */
export function recipeDifference(before: Recipe, now: Recipe): string | null {
  const out: string[] = [];
  if (now.loadS < before.loadS) out.push(`the load is ${words.clock(before.loadS - now.loadS)} shorter`);
  if (now.cpu !== before.cpu || now.gpu !== before.gpu) out.push("the chips are worked another way");
  if (now.drive !== before.drive) out.push(now.drive ? "a file is copied as well" : "no file is copied");
  if (now.idleS < Math.min(before.idleS, SHOWS_IDLE_S)) out.push("the idle stretch is shorter");
  return out.length ? out.join(", ") : null;
}

/** An idle stretch of this length shows where a run starts from, s. */
const SHOWS_IDLE_S = 120;
