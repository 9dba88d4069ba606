import { writeFile } from "node:fs/promises";
import { parseArgs } from "node:util";
import { csvOf, isLoading, LiveLog, RECIPES, stateAt, type Recipe, type Sample } from "../core/measure/protocol";
import { LiveRig, soundMachine, standInMachine, type LiveStart, type RigFaults } from "../core/simulate";
import { Unusable } from "./unusable";

const USAGE =
  "usage: ovrant rig --to URL --run ID --token T [--fault dust=0.6,paste=2] [--speed 60]\n" +
  "       ovrant rig --out FILE [--fault …] [--recipe standard|short|long|drive]\n" +
  "  faults: dust 0 to 1 (share of the inlet that is closed), paste (times its resistance), pipe (the same),\n" +
  "  fan 0 to 1 (share of its speed), lean (K per W), background (W); [--room C] [--gpu] [--limit C] [--seed N]";

/** A simulated laptop: sends its sensors to a live run as a real one would, or writes the log of a whole run. */
export async function rigCommand(args: string[]): Promise<void> {
  const { values } = parseArgs({
    args,
    options: {
      to: { type: "string" },
      run: { type: "string" },
      token: { type: "string" },
      out: { type: "string" },
      fault: { type: "string" },
      speed: { type: "string", default: "1" },
      recipe: { type: "string", default: "standard" },
      room: { type: "string", default: "22" },
      limit: { type: "string", default: "97" },
      seed: { type: "string", default: "1" },
      gpu: { type: "boolean", default: false },
    },
  });
  const speed = number("--speed", values.speed, 1, 120);
  const start = {
    roomC: number("--room", values.room, -10, 50),
    warmStartK: 0,
    seed: (number("--seed", values.seed, 0, 1e6) % 997) / 997,
  };
  const machine = standInMachine({ gpu: values.gpu, blowers: 1, limitC: number("--limit", values.limit, 60, 120) });
  const faults = faultsIn(values.fault);
  const rigOf = (level: Pick<LiveStart, "cpu" | "gpu">) => new LiveRig(machine, faults, { ...start, ...level });
  if (values.out) return writeRun(values.out, rigOf, values.recipe);
  const { to, run, token } = values;
  if (!to || !run || !token) throw new Unusable(USAGE);
  await sendRun({ to: to.replace(/\/$/, ""), run, token, speed }, rigOf);
}

function number(name: string, text: string, low: number, high: number): number {
  const value = Number(text.replace(",", "."));
  if (text.trim() === "" || !Number.isFinite(value) || value < low || value > high)
    throw new Unusable(`${name}: "${text}" is no number between ${low} and ${high}.`);
  return value;
}

/** Bounds of each fault, and what it does to a sound machine. */
const FAULTS: Record<string, { low: number; high: number; to: (f: RigFaults, by: number) => void }> = {
  // a channel that is closed by a share of its inlet lets less air through, and that air less heat
  dust: { low: 0, high: 0.97, to: (f, by) => (f.clog = 1 / (1 - by)) },
  paste: { low: 1, high: 10, to: (f, by) => (f.contact = { cpu: by, gpu: by }) },
  pipe: { low: 1, high: 10, to: (f, by) => (f.pipe = by) },
  fan: {
    low: 0,
    high: 1,
    to: (f, by) => {
      f.fanReach = by;
      f.fanStopped = by === 0;
    },
  },
  lean: { low: 0, high: 1, to: (f, by) => (f.leanKW = by) },
  background: { low: 0, high: 30, to: (f, by) => (f.backgroundW = by) },
};

/** "dust=0.6,paste=2": the faults of a machine that is sound else. */
function faultsIn(text: string | undefined): RigFaults {
  const faults = { ...soundMachine };
  for (const part of (text ?? "").split(",").filter(Boolean)) {
    const [name = "", by = ""] = part.split("=");
    const fault = Object.hasOwn(FAULTS, name) ? FAULTS[name] : undefined;
    if (!fault)
      throw new Unusable(`--fault: "${part}" is none of ${Object.keys(FAULTS).join(", ")}, such as dust=0.6.`);
    fault.to(faults, number(`--fault ${name}`, by, fault.low, fault.high));
  }
  return faults;
}

type RigOf = (level: Pick<LiveStart, "cpu" | "gpu">) => LiveRig;

async function writeRun(path: string, rigOf: RigOf, name: string): Promise<void> {
  const recipe: Recipe | undefined = Object.hasOwn(RECIPES, name) ? RECIPES[name as keyof typeof RECIPES] : undefined;
  if (!recipe) throw new Unusable(`--recipe: "${name}" is none of ${Object.keys(RECIPES).join(", ")}.`);
  const rig = rigOf(recipe);
  const total = recipe.idleS + recipe.loadS + recipe.coolS;
  const samples = Array.from({ length: total + 1 }, (_, t): Sample => {
    return { seq: t + 1, t, values: rig.second(isLoading(stateAt(recipe, [], t))) };
  });
  const log = new LiveLog();
  log.add("", samples, 0);
  await writeFile(path, csvOf(log.run(), Date.now() - 1000 * total)).catch(() => {
    throw new Unusable(`${path}: The file cannot be written. Check the path.`);
  });
  process.stderr.write(`${samples.length} readings in ${path}\n`);
}

interface Target {
  to: string;
  run: string;
  token: string;
  speed: number;
}

interface Answer {
  acknowledged: number;
  missing: [number, number][];
  state: string;
  load: { cpu: number; gpu: number } | null;
}

/** Readings of one request at most, and how often one is sent, ms. */
const AT_ONCE = 600;
const EVERY_MS = 500;
/** Without an answer for so long the load rests, ms: nobody could call Stop. */
const LOST_MS = 10_000;

/** Sends until the run is over; what is not acknowledged is sent again, and a lost link waits longer each time. */
async function sendRun(target: Target, rigOf: RigOf): Promise<void> {
  let answer = await asked(target, "", undefined);
  if (answer === null) throw new Unusable(`${target.to} does not answer. Check the address, and that the server runs.`);
  const rig = rigOf({ cpu: 1, gpu: 1 });
  const kept: Sample[] = [];
  let seq = answer.acknowledged < 0 ? 0 : answer.acknowledged;
  let answeredMs = Date.now();
  let owed = 0;
  let lastMs = Date.now();
  let backMs = 0;
  while (answer.state !== "done") {
    await new Promise((again) => setTimeout(again, EVERY_MS + backMs));
    owed += ((Date.now() - lastMs) / 1000) * target.speed;
    lastMs = Date.now();
    const loading = answer.load !== null && Date.now() - answeredMs < LOST_MS;
    for (; owed >= 1; owed--) kept.push({ seq: ++seq, t: rig.seconds, values: rig.second(loading) });
    const sent = kept.slice(0, AT_ONCE);
    const next = await asked(target, "/samples", sent);
    if (next === null) {
      backMs = Math.min(15_000, 2 * backMs + 500);
      continue;
    }
    answer = next;
    backMs = 0;
    answeredMs = Date.now();
    kept.splice(0, sent.length);
  }
  process.stderr.write(`The run is over: ${seq} readings sent.\n`);
}

/** A request with the run's token; null where nobody answers, an end with words where the run is not open to it. */
async function asked(target: Target, path: string, samples: readonly Sample[] | undefined): Promise<Answer | null> {
  const body = samples?.map((s) => JSON.stringify({ seq: s.seq, t: s.t, ...s.values })).join("\n");
  let response: Response;
  try {
    response = await fetch(`${target.to}/api/v1/runs/${target.run}${path}`, {
      ...(body === undefined ? {} : { method: "POST", body }),
      headers: { authorization: `Bearer ${target.token}` },
      signal: AbortSignal.timeout(10_000),
    });
  } catch {
    return null;
  }
  if (response.ok) return (await response.json()) as Answer;
  const told = (await response.json().catch(() => null)) as {
    problem?: { code: string; message: string; action: string };
  } | null;
  if (told?.problem?.code === "run-ended") return { acknowledged: -1, missing: [], state: "done", load: null };
  if (response.status >= 500 || response.status === 429) return null;
  throw new Unusable(
    told?.problem ? `${told.problem.message} ${told.problem.action}` : `The server answered ${response.status}.`,
  );
}
