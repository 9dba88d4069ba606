import type { RigFaults, RigLog, RigRecipe } from "../src/core/simulate";
import { mixed, oneOrTwo, machineOf, type Made, type Random } from "./machines";

function each(log: RigLog, pattern: RegExp, change: (v: number, row: number) => number): void {
  log.headings.forEach((h, i) => {
    if (pattern.test(h.key)) for (const [r, row] of log.rows.entries()) row[i] = change(row[i] ?? NaN, r);
  });
}

function keep(log: RigLog, test: (t: number) => boolean): void {
  const rows = log.timeS.flatMap((t, i) => (test(t) ? [i] : []));
  log.rows = rows.map((i) => log.rows[i] ?? []);
  log.timeS = rows.map((i) => log.timeS[i] ?? 0);
}

/** Dust, paste, both, nothing, or made worse. */
function anything(r: Random): { before: Partial<RigFaults>; after: Partial<RigFaults> } {
  const what = r.pick(["mended", "mended", "nothing", "worse", "opposed"] as const);
  if (what === "mended") return { before: mixed(r), after: {} };
  if (what === "nothing") {
    const same = r.chance(0.5) ? {} : mixed(r);
    return { before: same, after: same };
  }
  if (what === "worse") return { before: {}, after: { contact: { cpu: r.u(1.8, 2.6), gpu: r.u(1.8, 2.6) } } };
  return { before: { clog: r.u(2, 3) }, after: { contact: { cpu: r.u(1.6, 2.3), gpu: r.u(1.6, 2.3) } } };
}

/** One package sensor in the place of the cores, which reads other than the hottest of them the more power there is. */
function intoPackage(log: RigLog, base: number, perW: number): void {
  const cores = log.headings.flatMap((h, i) => (/^cpu\.core/.test(h.key) ? [i] : []));
  const [first = 0, ...rest] = cores;
  const power = log.headings.findIndex((h) => h.key === "cpu.power");
  for (const row of log.rows) {
    const hottest = Math.max(...cores.map((i) => row[i] ?? NaN));
    row[first] = Math.round(hottest + base + perW * (row[power] ?? 0));
  }
  log.headings[first] = { key: "cpu.temperature", heading: "CPU package [°C]" };
  const kept = (_: unknown, i: number) => !rest.includes(i);
  log.headings = log.headings.filter(kept);
  log.rows = log.rows.map((row) => row.filter(kept));
}

const any = (r: Random, more: Partial<Made> = {}): Made => ({ machine: oneOrTwo(r), ...anything(r), ...more });
const inRun = (r: Random, recipe: Partial<RigRecipe>): Made["recipe"] =>
  r.chance(0.5) ? { before: recipe } : { after: recipe };

/** What happens in a workshop: the two runs differ in ways nobody wrote down. */
export const WORKSHOP: Record<string, (r: Random) => Made> = {
  "ws: plain": (r) => any(r),
  "ws: fan fixed": (r) => any(r, { recipe: inRun(r, { fan: { fixed: r.pick([0.55, 0.8, 1]) } }) }),
  "ws: fan stands in idle": (r) => {
    const fan = { standsBelowC: r.u(46, 56) };
    return any(r, { recipe: { before: { fan }, after: { fan } } });
  },
  "ws: another fan curve": (r) => {
    const made = any(r);
    const { fan } = made.machine;
    const by = r.pick([-9, 9]);
    return { ...made, machineAfter: { ...made.machine, fan: { ...fan, fromC: fan.fromC + by, toC: fan.toC + by } } };
  },
  "ws: percent, then rpm": (r) =>
    any(r, {
      edit: (log, run, machine) => {
        if (run !== "before") return;
        each(log, /^fan/, (v) => Math.round((100 * v) / machine.fan.maxRpm));
        for (const h of log.headings) if (h.key.startsWith("fan")) h.heading = h.heading.replace("[RPM]", "[%]");
      },
    }),
  "ws: fan reading stuck at zero": (r) =>
    any(r, { edit: (log, run) => void (run === "after" && each(log, /^fan/, () => 0)) }),
  "ws: power reads off": (r) => {
    const by = r.pick([0.78, 0.85, 1.16, 1.25]);
    return any(r, { edit: (log, run) => void (run === "after" && each(log, /power$/, (v) => v * by)) });
  },
  "ws: no power": (r) => any(r, { format: { omit: ["cpu.power", "gpu.power"] } }),
  "ws: no power, other work": (r) =>
    any(r, {
      recipe: { after: { effort: { cpu: r.u(0.75, 0.92), gpu: r.u(0.75, 0.92) } } },
      format: { omit: ["cpu.power", "gpu.power"] },
    }),
  "ws: power of one chip": (r) => ({
    machine: machineOf(r, true),
    ...anything(r),
    format: { omit: [r.pick(["cpu.power", "gpu.power"] as const)] },
  }),
  "ws: one chip idle after": (r) => ({
    machine: machineOf(r, true),
    ...anything(r),
    recipe: { after: { effort: { gpu: 0.03 } } },
    silent: "gpu",
  }),
  "ws: pulsed": (r) => {
    const pulse = r.pick([
      [60, 30],
      [45, 20],
      [90, 40],
    ] as const);
    return any(r, { recipe: { before: { pulse }, after: { pulse } } });
  },
  "ws: gap under load": (r) =>
    any(r, {
      edit: (log, run) => {
        const from = r.u(250, 700);
        const length = r.u(15, 200);
        if (run === "after") keep(log, (t) => t < from || t > from + length);
      },
    }),
  "ws: slept under load": (r) =>
    any(r, {
      recipe: { after: { pulse: [430, 300], loadS: 1160 } },
      edit: (log, run) => void (run === "after" && keep(log, (t) => t < 120 + 430 || t > 120 + 730)),
    }),
  "ws: warm, no idle": (r) => any(r, { recipe: inRun(r, { idleS: 6, warmStartK: r.u(6, 22) }) }),
  "ws: drifting room": (r) =>
    any(r, { recipe: { before: { roomDriftK: r.u(-3, 3) }, after: { roomDriftK: r.u(-3, 3) } }, room: "start" }),
  "ws: room swings": (r) =>
    any(r, {
      recipe: {
        before: { roomSwing: [r.u(0.6, 1.6), r.u(420, 1100)] },
        after: { roomSwing: [r.u(0.6, 1.6), r.u(420, 1100)] },
      },
    }),
  "ws: fan in one log": (r) => {
    const blind = r.pick(["before", "after"] as const);
    return any(r, {
      edit: (log, run) => {
        if (run !== blind) return;
        for (const h of log.headings) if (h.key.startsWith("fan")) h.heading = h.heading.replace(/.*/, "Note");
        each(log, /^fan/, () => NaN);
      },
    });
  },
  "ws: package, then cores": (r) => {
    const made = any(r);
    const machine = { ...made.machine, cores: r.pick([4, 6, 8]) };
    const base = r.u(-3, 1);
    const perW = r.u(-0.06, 0);
    return { ...made, machine, edit: (log, run) => void (run === "before" && intoPackage(log, base, perW)) };
  },
  "ws: power of the whole board": (r) => {
    const other = r.u(10, 22);
    return {
      machine: machineOf(r, false),
      ...anything(r),
      edit: (log) => each(log, /power$/, (v) => v + other),
    };
  },
  "ws: rooms swapped": (r) => {
    const [cool, warm] = [r.u(15, 18), r.u(25, 29)];
    const rooms = r.chance(0.5) ? [cool, warm] : [warm, cool];
    return any(r, {
      recipe: { before: { roomC: rooms[0] ?? 20 }, after: { roomC: rooms[1] ?? 20 } },
      room: "swapped",
      verdict: "not-comparable",
      scorePaths: false,
    });
  },
  "one side: run after short": (r) => any(r, { recipe: { after: { loadS: r.u(160, 330), coolS: 20 } } }),
  "one side: one room unknown": (r) => any(r, { room: "one" }),
  "one side: no power, far more work": (r) =>
    any(r, {
      recipe: { before: { effort: { cpu: r.u(0.35, 0.6), gpu: r.u(0.35, 0.6) } } },
      format: { omit: ["cpu.power", "gpu.power"] },
    }),
  "ws: another machine's file": (r) => ({
    machine: machineOf(r, false),
    machineAfter: machineOf(r, false),
    before: {},
    after: {},
    verdict: "not-comparable",
    scorePaths: false,
  }),
  "ws: sensor lags": (r) => any(r, { sensors: { lagS: r.u(1.5, 4), stepS: r.pick([1, 2, 5]) } }),
};
