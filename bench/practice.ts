import {
  drawCase,
  follow,
  LEVELS,
  trueSuspects,
  type Followed,
  type Level,
  type Press,
} from "../src/core/learn/practice";
import { FAULTS, RULED_OUT, SUSPECTS, type FaultKind } from "../src/core/learn/suspects";

/** What a careful technician orders one after the other: cheap looks, runs, then inside. */
const ORDER: readonly Press[] = [
  "run",
  "read:1",
  "lamp",
  "outlet",
  "plate",
  "idle",
  "fixed",
  "read:2",
  "open",
  "fins",
  "screws",
  "warm",
  "edges",
  "lift",
];

interface Tally {
  n: number;
  leads: number[];
  out: number[];
  lost: number;
}

const tally = (): Tally => ({ n: 0, leads: [], out: [], lost: 0 });

/**
 * `npm run bench -- practice [cases a level]`: how often a true fault leads after each step, by level and by fault, how
 * often one of them is thought ruled out on the way, and how often it still is at the end.
 */
export function benchPractice(args: string[]): void {
  const cases = Number(args[0] ?? 40);
  const byLevel = new Map<Level, Tally>();
  const byFault = new Map<FaultKind, Tally>();
  let steps: string[] = [];
  for (const level of LEVELS)
    for (let i = 0; i < cases; i++) {
      const c = drawCase(level, (i + 0.1 + 0.2 * LEVELS.indexOf(level)) / cases);
      const followed = follow(c, ORDER);
      steps = followed.steps.map((s) => s.of);
      count(of(byLevel, level), followed, c);
      for (const kind of c.faults.length ? c.faults.map((f) => f.kind) : (["nothing"] as const))
        count(of(byFault, kind), followed, c);
    }
  console.log(`${cases} cases a level; how often a true suspect leads after each step, %`);
  const head = `${"".padEnd(14)}${"n".padStart(5)}${steps.map((s) => s.slice(0, 9).padStart(10)).join("")}`;
  console.log(`${head}   out on the way   for good`);
  for (const [name, t] of byLevel) print(name, t);
  console.log("");
  for (const kind of FAULTS) {
    const t = byFault.get(kind);
    if (t) print(kind, t);
  }
}

function of<K>(map: Map<K, Tally>, key: K): Tally {
  const t = map.get(key) ?? tally();
  map.set(key, t);
  return t;
}

function count(t: Tally, { steps }: Followed, c: Parameters<typeof trueSuspects>[0]): void {
  const truth = trueSuspects(c);
  t.n++;
  steps.forEach(({ strands }, i) => {
    const most = SUSPECTS.reduce((m, s) => (strands[s] > strands[m] ? s : m));
    t.leads[i] = (t.leads[i] ?? 0) + (truth.includes(most) ? 1 : 0);
    t.out[i] = (t.out[i] ?? 0) + (truth.some((s) => strands[s] < RULED_OUT) ? 1 : 0);
  });
  const end = steps.at(-1)?.strands;
  if (end && truth.some((s) => end[s] < RULED_OUT)) t.lost++;
}

function print(name: string, t: Tally): void {
  const share = (v: number) => ((100 * v) / t.n).toFixed(0);
  const row = t.leads.map((v) => share(v).padStart(10)).join("");
  const most = Math.max(...t.out);
  console.log(
    `${name.padEnd(14)}${String(t.n).padStart(5)}${row}${share(most).padStart(17)}${share(t.lost).padStart(11)}`,
  );
}
