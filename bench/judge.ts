import { findPhases, readLog } from "../src/core/measure/log";
import { judgePair } from "../src/core/measure/judge";
import { wordedVerdict, type Verdict } from "../src/core/measure/says";
import { renderLog } from "../src/core/simulate";
import { benchCase, KIND_NAMES, type BenchCase, type FamilyChoice } from "./cases";

interface Score {
  n: number;
  verdict: number;
  /** Another word than not-comparable, and not the right one. */
  wrong: number;
  silent: number;
  pathPairs: number;
  wrongPairs: number;
  paths: number;
  pathsRight: number;
  pathsUnknown: number;
  pathsWrong: number;
  intervals: number;
  covered: number;
  errors: number[];
  peak: number;
  late: number;
  ms: number[];
}

const blank = (): Score => ({
  n: 0,
  verdict: 0,
  wrong: 0,
  silent: 0,
  pathPairs: 0,
  wrongPairs: 0,
  paths: 0,
  pathsRight: 0,
  pathsUnknown: 0,
  pathsWrong: 0,
  intervals: 0,
  covered: 0,
  errors: [],
  peak: 0,
  late: 0,
  ms: [],
});

/** npm run bench -- judge [pairs per kind] [kind]: how right the judge is, by kind of case, beside two naive rules. */
export function benchJudge(args: string[]): void {
  const per = Number(args.find((a) => /^\d+$/.test(a)) ?? 12);
  const only = args.find((a) => !/^\d+$/.test(a) && !a.startsWith("-"));
  const verbose = args.includes("-v");
  const family = (args.find((a) => a.startsWith("--family="))?.slice(9) ?? "mixed") as FamilyChoice;
  const scores = new Map<string, Score>();
  for (const kind of KIND_NAMES.filter((k) => !only || new RegExp(only).test(k))) {
    const score = blank();
    for (let i = 0; i < per; i++) {
      const c = benchCase(kind, i + 1, family);
      const { verdict, ms } = judge(c);
      add(score, c, verdict, { ms, verbose, seed: i + 1 });
    }
    scores.set(kind, score);
    if (!verbose) process.stderr.write(".");
  }
  process.stderr.write("\n");
  print(scores);
}

function judge(c: BenchCase): { verdict: Verdict; ms: number } {
  const input = (which: "before" | "after") => {
    const run = readLog(renderLog(c[which], c.format));
    if (!run.ok) throw new Error(`${c.kind}: ${run.problem.message}`);
    return { run: run.value, phases: findPhases(run.value), room: c.room[which] };
  };
  const before = input("before");
  const after = input("after");
  const start = performance.now();
  const judged = judgePair(before, after, { limitC: c.machine.limitC });
  const ms = performance.now() - start;
  return { verdict: wordedVerdict(judged), ms };
}

interface Told {
  ms: number;
  verbose: boolean;
  seed: number;
}

function add(s: Score, c: BenchCase, v: Verdict, { ms, verbose, seed }: Told): void {
  s.n++;
  s.ms.push(ms);
  // a bound that is true fits, whatever else was asked for
  const bounds = v.chips.flatMap((x) => (x.bound ? [{ ...x.bound, true: holds(x.bound, c, x.chip) }] : []));
  const right = bounds.length > 0 ? bounds.every((b) => b.true) : v.verdict === c.verdict;
  for (const b of bounds) {
    s.intervals++;
    if (b.true) s.covered++;
  }
  if (right) s.verdict++;
  else if (v.verdict === "not-comparable") s.silent++;
  else s.wrong++;
  let wrongPath = false;
  if (c.scorePaths) s.pathPairs++;
  if (verbose && !right)
    console.log(
      `${c.kind} #${seed}: ${v.verdict}, right is ${c.verdict} ` +
        `(${c.truth.chips.map((x) => x.changeK.toFixed(1)).join(", ")}): ${v.reasons
          .filter((r) => r.level === "blocks")
          .map((r) => r.message)
          .join(" ")} ${v.chips.map((x) => x.change?.K.toFixed(1)).join(", ")}`,
    );
  naive(s, c);
  if (c.verdict === "not-comparable") return;
  for (const truth of c.truth.chips) {
    const chip = v.chips.find((x) => x.chip === truth.chip);
    const estimate = chip?.estimate;
    if (!chip || !estimate || truth.chip === c.silent) continue;
    if (v.verdict !== "not-comparable" && chip.change) {
      s.errors.push(Math.abs(chip.change.K - truth.changeK));
      s.intervals++;
      if (chip.change.low <= truth.changeK && truth.changeK <= chip.change.high) s.covered++;
      else if (verbose)
        console.log(
          `   ${c.kind} #${seed} ${chip.chip} net ${chip.change.K.toFixed(1)} [${chip.change.low.toFixed(1)}, ` +
            `${chip.change.high.toFixed(1)}] true ${truth.changeK.toFixed(1)}`,
        );
    }
    if (!c.scorePaths) continue;
    for (const [path, K] of [
      ["contact", truth.contactK],
      ["airflow", truth.airflowK],
    ] as const) {
      const p = chip.paths.find((x) => x.path === path);
      // between these no rule can call it
      if (Math.abs(K) > 1.6 && Math.abs(K) < 4.4) continue;
      const want = Math.abs(K) < 3 ? "same" : K < 0 ? "better" : "worse";
      s.paths++;
      if (!p || p.finding === "unknown") s.pathsUnknown++;
      else if (p.finding === want) s.pathsRight++;
      else {
        s.pathsWrong++;
        wrongPath = true;
      }
      if (p?.change) {
        s.intervals++;
        if (p.change.low <= K && K <= p.change.high) s.covered++;
      }
      if (verbose && p?.finding !== want)
        console.log(
          `   ${c.kind} #${seed} ${chip.chip} ${path} ${p?.finding ?? "-"} ${p?.change?.K.toFixed(1)} ` +
            `[${p?.change?.low.toFixed(1)}, ${p?.change?.high.toFixed(1)}] true ${K.toFixed(1)}`,
        );
    }
  }
  if (wrongPath) s.wrongPairs++;
}

/** Whether a chip's true change lies on the side a bound says. */
function holds(bound: { K: number; side: "at-most" | "at-least" }, c: BenchCase, chip: string): boolean {
  const truth = c.truth.chips.find((x) => x.chip === chip)?.changeK ?? NaN;
  return bound.side === "at-most" ? truth <= bound.K : truth >= bound.K;
}

/** Two rules people use: peak after less peak before, and late mean over the room. */
function naive(s: Score, c: BenchCase): void {
  const stat = (which: "before" | "after") => {
    const log = c[which];
    const columns = log.headings.flatMap((h, i) => (/^cpu\.(core\d+\.)?temperature$/.test(h.key) ? [i] : []));
    const t = log.rows.map((r) => Math.max(...columns.map((i) => r[i] ?? NaN)));
    const end = log.timeS.findIndex((x) => x > 120 + 900);
    const lateRows = t.slice(Math.max(0, (end < 0 ? t.length : end) - 130), end < 0 ? t.length : end);
    return {
      peak: Math.max(...t),
      late: lateRows.reduce((a, b) => a + b, 0) / lateRows.length - (c.room[which].startC ?? 22),
    };
  };
  const b = stat("before");
  const a = stat("after");
  const word = (K: number) => (Math.abs(K) < 3 ? "unchanged" : K < 0 ? "improved" : "worse");
  if (word(a.peak - b.peak) === c.verdict) s.peak++;
  if (word(a.late - b.late) === c.verdict) s.late++;
}

const pct = (a: number, b: number): string => (b ? `${((100 * a) / b).toFixed(1)}` : "-");
const mean = (v: number[]): number => v.reduce((a, b) => a + b, 0) / Math.max(1, v.length);

function print(scores: Map<string, Score>): void {
  const head = [
    "kind of case",
    "pairs",
    "verdict %",
    "not comparable %",
    "wrong %",
    "paths %",
    "unknown %",
    "wrong paths %",
    "pairs with one %",
    "cover %",
    "error K",
    "peak rule %",
    "late rule %",
    "ms",
  ];
  const row = (name: string, s: Score) => [
    name,
    String(s.n),
    pct(s.verdict, s.n),
    pct(s.silent, s.n),
    pct(s.wrong, s.n),
    pct(s.pathsRight, s.paths),
    pct(s.pathsUnknown, s.paths),
    pct(s.pathsWrong, s.paths),
    pct(s.wrongPairs, s.pathPairs),
    pct(s.covered, s.intervals),
    s.errors.length ? mean(s.errors).toFixed(2) : "-",
    pct(s.peak, s.n),
    pct(s.late, s.n),
    mean(s.ms).toFixed(0),
  ];
  const sum = (names: string[]) => {
    const total = blank();
    for (const n of names) {
      const s = scores.get(n);
      if (!s) continue;
      for (const k of [
        "n",
        "verdict",
        "wrong",
        "silent",
        "pathPairs",
        "wrongPairs",
        "paths",
        "pathsRight",
        "pathsUnknown",
        "pathsWrong",
        "intervals",
        "covered",
        "peak",
        "late",
      ] as const)
        total[k] += s[k];
      total.errors.push(...s.errors);
      total.ms.push(...s.ms);
    }
    return total;
  };
  const names = [...scores.keys()];
  const rows = [
    head,
    ...names.map((n) => row(n, scores.get(n) as Score)),
    row("all with good sensors", sum(names.filter((n) => !/^(poor|ws|one side)/.test(n)))),
    row("all with poor sensors", sum(names.filter((n) => n.startsWith("poor")))),
    row("all of the workshop", sum(names.filter((n) => n.startsWith("ws")))),
    row("all of one side", sum(names.filter((n) => n.startsWith("one side")))),
  ];
  rows.forEach((r, i) => {
    console.log(`| ${r.join(" | ")} |`);
    if (i === 0) console.log(`|${r.map(() => " --- |").join("")}`);
  });
}
