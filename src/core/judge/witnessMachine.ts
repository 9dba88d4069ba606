import { words } from "../words";
import { median, type ChipSeries, type Series } from "../thermal";
import type { Scene, Testimony } from "./witness";

/** What one machine keeps from run to run, whatever is done to its cooling: it differs by less than this share. */
const KEEPS = { idlePower: 0.4, idleClock: 0.18, topClock: 0.13, idleFan: 0.18 } as const;
/** So many of them apart are another machine; one less is worth asking. */
const ANOTHER = 3;

interface Trait {
  name: string;
  before: number;
  after: number;
  /** Least share by which it is said to differ. */
  by: number;
  unit: string;
}

/** Whether both logs are of one machine. */
export function machineWitness({ before, after, runs }: Scene): Testimony {
  const apart = traits(before, after).filter((t) => Math.abs(Math.log(t.after / t.before)) > Math.log(1 + t.by));
  const cores = [coresOf(runs.before.run.channels), coresOf(runs.after.run.channels)] as const;
  const counts = cores[0] > 1 && cores[1] > 1 && cores[0] !== cores[1];
  const told = [
    ...(counts ? [`${cores[0]} cores, then ${cores[1]}`] : []),
    ...apart.map((t) => `${t.name} ${figure(t.before, t.unit)}, then ${figure(t.after, t.unit)}`),
  ];
  const score = apart.length + (counts ? 2 : 0);
  const shown = (run: 0 | 1) => (cores[run] > 1 ? words.counted(cores[run], "core") : "");
  const witness = { of: "machine" as const, chip: null, before: shown(0), after: shown(1), unknowns: [], addsK: null };
  if (score >= ANOTHER) {
    const says = `The two logs look like two machines: ${words.listed(told)}.`;
    return {
      witness: { ...witness, finding: "cut", says },
      reasons: [{ code: "another-machine", level: "blocks", message: says }],
    };
  }
  if (score === ANOTHER - 1) {
    const says = `Check that both logs are of this machine: ${words.listed(told)}.`;
    return {
      witness: { ...witness, finding: "corrected", says },
      reasons: [{ code: "machine-doubtful", level: "caution", message: says }],
    };
  }
  return { witness: { ...witness, finding: "fine", says: "Idle, clocks and fans are those of one machine." } };
}

const figure = (v: number, unit: string): string => words.with(v, unit, v < 20 ? 1 : 0);

function traits(before: Series, after: Series): Trait[] {
  const out: Trait[] = [];
  const add = (name: string, of: (s: Series) => number, by: number, unit: string) => {
    const [b, a] = [of(before), of(after)];
    if (b > 0 && a > 0) out.push({ name, before: b, after: a, by, unit });
  };
  const chip = (s: Series) => s.chips[0];
  const idle = (s: Series, v: Float64Array | null | undefined) => (v && s.on >= 10 ? median(v.slice(0, s.on)) : NaN);
  const sameLoad = loadLevel(before) > 0 && Math.abs(loadLevel(after) / loadLevel(before) - 1) < 0.05;
  add("idle power", (s) => (chip(s)?.powerLogged ? idle(s, chip(s)?.power) : NaN), KEEPS.idlePower, "W");
  add("idle clock", (s) => idle(s, chip(s)?.clock), KEEPS.idleClock, "MHz");
  if (sameLoad) add("highest clock", (s) => topOf(chip(s)), KEEPS.topClock, "MHz");
  if (before.fanUnit === after.fanUnit && !before.fanGuessed)
    add("fan in idle", (s) => idle(s, s.fan), KEEPS.idleFan, before.fanUnit ?? "rpm");
  return out;
}

const loadLevel = (s: Series): number => (s.chips[0]?.load ? median(s.chips[0].load.slice(s.on, s.off)) : NaN);

/** Highest clock that is held: one in fifty readings is above. */
function topOf(chip: ChipSeries | undefined): number {
  const known = [...(chip?.clock ?? [])].filter((v) => Number.isFinite(v)).sort((a, b) => a - b);
  return known[Math.floor(0.98 * (known.length - 1))] ?? NaN;
}

const coresOf = (channels: readonly { key: string }[]): number =>
  channels.filter((c) => /^cpu\.core\d+\.temperature$/.test(c.key)).length;
