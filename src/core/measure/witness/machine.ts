import type { Kept } from "../ladder";
import { median, type ChipSeries } from "../thermal";
import { meanOver, type Windowed } from "../pair/conditions";
import { CLOCK_EXPONENT } from "../pair/work";
import { sensorWitness } from "./sensor";
import type { Shown, TraitName, TraitWords } from "../pair/facts";
import type { Found } from "../pair/reason";
import { heard, type Scene, type Testimony } from "./witness";

/** One sigma of the logarithm in one machine and between machines; how often a setting moves it as far as between. */
interface Spread {
  own: number;
  other: number;
  strays?: number;
}

/**
 * What one machine keeps from run to run, whatever is done to its cooling: how far two runs of it lie apart, and two
 * machines of one class, one sigma of the logarithm. Idle and clocks hang on settings too and count together; what a
 * load costs at its clock hangs on no setting, but on the power sensor.
 */
const SPREAD = {
  "idle power": { own: 0.15, other: 0.45 },
  "idle clock": { own: 0.09, other: 0.3 },
  "highest clock": { own: 0.035, other: 0.2 },
  "power for its clock": { own: 0.07, other: 0.4 },
  "fan in idle": { own: 0.09, other: 0.3 },
  "fan at one temperature": { own: 0.07, other: 0.3, strays: 0.1 },
  "power at full load": { own: 0.05, other: 0.35, strays: 0.15 },
} as const satisfies Record<TraitName, Spread>;

/** What hangs together, and the most it speaks for two machines, in natural units of likelihood. */
const GROUPS: readonly { of: readonly TraitName[]; most: number; least?: number }[] = [
  { of: ["idle power", "idle clock", "highest clock"], most: 2.6 },
  { of: ["power for its clock"], most: 3 },
  { of: ["fan in idle", "fan at one temperature"], most: 3 },
  // many machines are held to like powers: that they agree tells nothing
  { of: ["power at full load"], most: 2, least: 0 },
];
/** What speaks against one machine counts up to this, in the same weights. */
const WARMING = 4;
/** What agrees speaks for one machine, but no more than this: two machines may agree in it too. */
const AGREES = -1.2;
/** Cores of another number are another machine, or another sensor. */
const CORES = 4;
/** A chip read at another place comes of another machine, or of a logger that was set otherwise. */
const PLACES = 1.2;
/** Heat capacities of two machines lie this many times farther apart than those of one are read. */
const CAPACITY_TIMES = 2.5;
/** From here on they are two machines; from 0 on it is worth asking. */
const ANOTHER = 3;
/** A trait that speaks so much for two machines is named. */
const NAMED = 0.4;

interface Trait {
  name: TraitName;
  before: number;
  after: number;
  unit: string;
}

/**
 * Whether both logs are of one machine: the likelihood of every trait under two machines over that under one, in its
 * logarithm, summed.
 * @param kept heat capacities as both runs show them; null where the runs are too unlike to tell
 */
export function machineWitness(scene: Scene, kept: Kept | null): Testimony {
  const { runs } = scene;
  const found = traits(scene).map((t) => ({ ...t, weight: weightOf(t) }));
  const places = readElsewhere(scene);
  const cores = [coresOf(runs.before.run.channels), coresOf(runs.after.run.channels)] as const;
  const counts = cores[0] > 1 && cores[1] > 1 && cores[0] !== cores[1];
  const warming = kept ? warmingOf(kept) : 0;
  const groups = GROUPS.map(({ of, most, least = AGREES }) => {
    const sum = found.filter((t) => of.includes(t.name)).reduce((s, t) => s + t.weight, 0);
    return Math.min(most, Math.max(least, sum));
  });
  const score = groups.reduce((a, b) => a + b, 0) + warming + (counts ? CORES : 0) + (places ? PLACES : 0);
  const told: TraitWords[] = [
    ...(counts ? [{ trait: "cores" as const, before: cores[0], after: cores[1] }] : []),
    ...(kept && warming > NAMED ? [{ trait: "warming" as const, before: kept.beforeJK, after: kept.aloneJK }] : []),
    ...found
      .filter((t) => t.weight > NAMED)
      .map(({ name, before, after, unit }) => ({ trait: name, before, after, unit })),
  ];
  const shownOf = (run: 0 | 1): Shown =>
    kept
      ? { as: "capacity", JK: run ? (warming > NAMED ? kept.aloneJK : kept.afterJK) : kept.beforeJK }
      : cores[run] > 1
        ? { as: "cores", cores: cores[run] }
        : clockShown(found, run);
  const shown = { before: shownOf(0), after: shownOf(1) };
  if (score >= ANOTHER && told.length) {
    const another: Found = { code: "another-machine", data: { told } };
    return { witness: heard("machine", "cut", [another], shown), reasons: [{ ...another, level: "blocks" }] };
  }
  if (score >= 0 && told.length) {
    const doubtful: Found = { code: "machine-doubtful", data: { told } };
    return { witness: heard("machine", "corrected", [doubtful], shown), reasons: [{ ...doubtful, level: "caution" }] };
  }
  const one: Found = { code: "one-machine", data: { warms: kept !== null } };
  return { witness: heard("machine", "fine", [one], shown) };
}

/** The highest clock, where nothing better is to be shown of a machine. */
function clockShown(found: readonly Trait[], run: 0 | 1): Shown {
  const clock = found.find((t) => t.name === "highest clock") ?? found.find((t) => t.name === "idle clock");
  return clock ? { as: "figure", value: run ? clock.after : clock.before, unit: clock.unit } : { as: "nothing" };
}

/** Logarithm of a trait's likelihood under two machines over that under one. */
function weightOf({ name, before, after }: Trait): number {
  const { own, other, strays = 0 }: Spread = SPREAD[name];
  const apart = Math.log(after / before) ** 2;
  const density = (sd: number) => Math.exp((-0.5 * apart) / sd ** 2) / sd;
  return Math.log(density(other) / ((1 - strays) * density(own) + strays * density(other)));
}

function warmingOf({ chi2, freedom }: Kept): number {
  const weight = 0.5 * chi2 * (1 - CAPACITY_TIMES ** -2) - freedom * Math.log(CAPACITY_TIMES);
  return Math.min(WARMING, Math.max(AGREES, weight));
}

const chip = (s: Windowed): ChipSeries | undefined => s.chips[0];

/** Whether the first chip is read at one place in one log and at another in the other. */
const readElsewhere = (scene: Scene): boolean =>
  scene.before.chips[0] !== undefined && sensorWitness(scene, scene.before.chips[0].chip).length > 0;

function traits({ before, after, fan }: Scene): Trait[] {
  const out: Trait[] = [];
  const add = (name: TraitName, of: (s: Windowed) => number, unit: string) => {
    const [b, a] = [of(before), of(after)];
    if (b > 0 && a > 0) out.push({ name, before: b, after: a, unit });
  };
  const idle = (s: Windowed, v: Float64Array | null | undefined) => (v && s.on >= 10 ? median(v.slice(0, s.on)) : NaN);
  const sameLoad = loadLevel(before) > 0 && Math.abs(loadLevel(after) / loadLevel(before) - 1) < 0.05;
  add("idle power", (s) => (chip(s)?.powerLogged ? idle(s, chip(s)?.power) : NaN), "W");
  add("idle clock", (s) => idle(s, chip(s)?.clock), "MHz");
  if (sameLoad) add("highest clock", (s) => topOf(chip(s)), "MHz");
  const cost = (s: Windowed) => costAtClock(s, chip(s));
  add("power for its clock", cost, "W");
  if (before.fanUnit === after.fanUnit && !before.fanGuessed)
    add("fan in idle", (s) => idle(s, s.fan), before.fanUnit ?? "rpm");
  if (fan.ratio !== null && fan.unit === "same" && fan.kind === "usual" && !fan.fixed.before && !fan.fixed.after)
    out.push({ name: "fan at one temperature", before: 100, after: 100 * fan.ratio, unit: "%" });
  if (sameLoad && !heldBack(before, after)) add("power at full load", (s) => latePower(s), "W");
  return out;
}

/** Mean power of the first chip late in the load, W; NaN where it is not logged. */
const latePower = (s: Windowed): number => {
  const own = chip(s);
  return own?.powerLogged ? meanOver(own.power, s.late) : NaN;
};

/** A chip that held less power in its hotter run may have been held back by its heat: that tells nothing of it. */
function heldBack(before: Windowed, after: Windowed): boolean {
  const hot = (s: Windowed) => meanOver(chip(s)?.tempC ?? new Float64Array(), s.late);
  return Math.sign(hot(after) - hot(before)) !== Math.sign(latePower(after) - latePower(before));
}

const loadLevel = (s: Windowed): number => (s.chips[0]?.load ? median(s.chips[0].load.slice(s.on, s.off)) : NaN);

/** Highest clock that is held: one in fifty readings is above. */
function topOf(chip: ChipSeries | undefined): number {
  const known = [...(chip?.clock ?? [])].filter((v) => Number.isFinite(v)).sort((a, b) => a - b);
  return known[Math.floor(0.98 * (known.length - 1))] ?? NaN;
}

/** Power under load, brought to full load and to 3 GHz: a chip's own. W */
function costAtClock(s: Windowed, chip: ChipSeries | undefined): number {
  if (!chip?.powerLogged || !chip.load || !chip.clock) return NaN;
  const late = s.late;
  const work = (meanOver(chip.load, late) / 100) * (meanOver(chip.clock, late) / 3000) ** CLOCK_EXPONENT;
  return work > 0.05 ? meanOver(chip.power, late) / work : NaN;
}

const coresOf = (channels: readonly { key: string }[]): number =>
  channels.filter((c) => /^cpu\.core\d+\.temperature$/.test(c.key)).length;
