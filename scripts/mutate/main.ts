import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { availableParallelism } from "node:os";
import { dirname } from "node:path";
import { parseArgs } from "node:util";
import { Hand } from "./hand";
import { mutantsOf, type Mutant } from "./mutants";
import { Tally } from "./worth";
import { Related } from "./related";

/**
 * npm run mutate [folders of src/core …] [-- --count 300 --seed 1 --changed --workers 2 --quiet]
 *
 * Changes the core a little, many times, and asks each time whether the tests that reach the changed file notice.
 * The sample is drawn with a seed, so that a run can be repeated; --changed takes only lines changed against HEAD.
 */
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    count: { type: "string", default: "300" },
    seed: { type: "string", default: "1" },
    workers: { type: "string", default: String(Math.max(1, availableParallelism())) },
    changed: { type: "boolean", default: false },
    quiet: { type: "boolean", default: false },
  },
});

/** Tests of one mutant together, as they take unchanged, ms; further ones are left out. */
const TESTS_MS = 40_000;

/** Of these, tests of other folders together, ms: what is close to the code tells more of it than what is far. */
const FAR_MS = 8_000;

/** The nearest test is asked before all others where it takes no longer than this, ms. */
const QUICK_MS = 1_500;

/** Tests of one mutant at most. */
const MOST_TESTS = 12;

/** So many killed one after another are looked at again: a runner gone wrong would kill them all. */
const STREAK = 6;

interface Result {
  mutant: Mutant;
  fate: "killed" | "too slow" | "survived" | "no test";
  tests: number;
  /** The test that noticed. */
  by?: string | undefined;
}

const git = (...args: string[]) => execFileSync("git", args, { encoding: "utf8", maxBuffer: 1 << 28 });
const tracked = git("ls-files", "-co", "--exclude-standard", "src")
  .split("\n")
  .filter((f) => /\.tsx?$/.test(f));
const isTest = (f: string) => /\.test\.tsx?$/.test(f);

/** Production files of the core; what only makes data for tests is not judged. */
function targets(): string[] {
  const folders = positionals.map((p) => p.replace(/^(src\/)?(core\/)?/, "src/core/").replace(/\/$/, ""));
  return tracked.filter(
    (f) =>
      f.startsWith("src/core/") &&
      !isTest(f) &&
      !/\/(testing|arbitrary)(\/|\.ts)/.test(f) &&
      (folders.length === 0 || folders.some((d) => f === d || f.startsWith(`${d}/`) || f.startsWith(`${d}.`))),
  );
}

/** Lines of each file that differ from HEAD. */
function changedLines(): Map<string, Set<number>> {
  const lines = new Map<string, Set<number>>();
  let file = "";
  for (const row of git("diff", "-U0", "HEAD", "--", "src/core").split("\n")) {
    if (row.startsWith("+++ b/")) file = row.slice(6);
    const [, from, many] = /^@@ [^+]*\+(\d+)(?:,(\d+))?/.exec(row) ?? [];
    if (from === undefined) continue;
    const kept = lines.get(file) ?? new Set<number>();
    for (let i = 0; i < Number(many ?? 1); i++) kept.add(Number(from) + i);
    lines.set(file, kept);
  }
  return lines;
}

/** Numbers in [0, 1) from a seed (mulberry32). */
function randomFrom(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), a | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

function sample(): { chosen: Mutant[]; all: number } {
  const changed = values.changed ? changedLines() : null;
  const all = targets()
    .flatMap((f) => mutantsOf(f, readFileSync(f, "utf8")))
    .filter((m) => !changed || changed.get(m.file)?.has(m.line));
  const random = randomFrom(Number(values.seed));
  const drawn = all
    .map((mutant) => ({ mutant, at: random() }))
    .sort((a, b) => a.at - b.at)
    .slice(0, Number(values.count))
    .map((d) => d.mutant);
  // mutants of one file together: the runner reads fewer files anew
  return { chosen: drawn.sort((a, b) => a.file.localeCompare(b.file) || a.start - b.start), all: all.length };
}

/** How long each test takes unchanged, ms; a test that fails unchanged can tell nothing. */
async function timed(hands: readonly Hand[], tests: readonly string[]): Promise<Map<string, number>> {
  const times = new Map<string, number>();
  const waiting = [...tests];
  await Promise.all(
    hands.map(async (hand) => {
      for (let test = waiting.shift(); test; test = waiting.shift()) {
        const answer = await hand.ask({ mutant: null, tests: [test] }, 240_000);
        if (!answer || answer.failed)
          throw new Error(`${test} fails, or takes over four minutes, with nothing changed.`);
        times.set(test, answer.ms);
      }
    }),
  );
  return times;
}

/** A file that cannot even be loaded must be noticed; else mutants do not reach the tests, and every figure is void. */
async function reaches(hand: Hand, file: string, tests: string[]): Promise<void> {
  const whole = readFileSync(file, "utf8");
  const mutant: Mutant = {
    file,
    line: 1,
    start: 0,
    end: whole.length,
    text: "throw new Error();",
    what: "nothing left",
  };
  const answer = await hand.ask({ mutant, tests }, 240_000);
  if (answer && !answer.failed) throw new Error(`Tests pass though ${file} is empty: mutants do not reach them.`);
}

/** The nearest, then those beside the file, what noticed most for its time first, then the others, till time is up. */
function testsFor(related: Related, times: ReadonlyMap<string, number>, tally: Tally, file: string): string[] {
  let ms = 0;
  let farMs = 0;
  const near = related.testsOf(file);
  const nearest = near[0];
  const apart = (t: string) => (dirname(t) === dirname(file) ? 0 : 1);
  const own = (t: string) => times.get(t) ?? 0;
  const worth = (t: string) => tally.worth(dirname(file), t, own(t));
  const best = [...near].sort((a, b) => apart(a) - apart(b) || worth(b) - worth(a));
  const first = nearest && own(nearest) < QUICK_MS ? [nearest] : [];
  return [...first, ...best.filter((t) => !first.includes(t))].filter((t, i) => {
    const far = apart(t) * own(t);
    if (i > 0 && (ms + own(t) > TESTS_MS || farMs + far > FAR_MS)) return false;
    ms += own(t);
    farMs += far;
    return true;
  });
}

async function judge(hand: Hand, mutant: Mutant, tests: string[], ms: number): Promise<Result> {
  if (tests.length === 0) return { mutant, fate: "no test", tests: 0 };
  const answer = await hand.ask({ mutant, tests }, 8_000 + 3 * ms);
  const fate = answer === null ? "too slow" : answer.failed ? "killed" : "survived";
  return { mutant, fate, tests: tests.length, by: answer?.by };
}

/** Whether tests fail with nothing changed: then the runner is started anew. */
async function wentWrong(hand: Hand, tests: string[]): Promise<boolean> {
  const answer = await hand.ask({ mutant: null, tests }, 240_000);
  if (answer && !answer.failed) return false;
  hand.stop();
  return true;
}

function table(results: readonly Result[]): string {
  const folders = [...new Set(results.map((r) => folderOf(r.mutant.file)))].sort();
  const row = (name: string, of: readonly Result[]) => {
    const killed = of.filter((r) => r.fate === "killed" || r.fate === "too slow").length;
    const share = `${Math.round((100 * killed) / of.length)} %`;
    return [name, of.length, killed, of.filter((r) => r.fate === "too slow").length, of.length - killed, share];
  };
  const rows = [
    ["folder", "mutants", "killed", "of these by time", "survived", "killed share"],
    ...folders.map((f) =>
      row(
        f,
        results.filter((r) => folderOf(r.mutant.file) === f),
      ),
    ),
    row("all", results),
  ].map((r) => r.map(String));
  const widths = rows[0]?.map((_, c) => Math.max(...rows.map((r) => r[c]?.length ?? 0))) ?? [];
  return rows
    .map((r) => r.map((c, i) => (i ? c.padStart(widths[i] ?? 0) : c.padEnd(widths[i] ?? 0))).join("  "))
    .join("\n");
}

const folderOf = (file: string) => file.split("/").slice(1, -1).slice(0, 2).join("/") || "core";

async function main(): Promise<void> {
  const from = Date.now();
  const { chosen, all } = sample();
  console.log(`${chosen.length} of ${all} mutants, seed ${values.seed}`);
  if (chosen.length === 0) return;
  // tests of whole commands start processes that do not see a mutant
  const tests = tracked.filter((f) => /\.test\.ts$/.test(f) && !f.startsWith("src/cli/"));
  const related = new Related(tracked, tests);
  const hands = Array.from({ length: Number(values.workers) }, () => new Hand());
  const stop = () => hands.forEach((h) => h.stop());
  process.on("SIGINT", () => (stop(), process.exit(130)));
  try {
    const first = hands[0];
    if (!first) return;
    const needed = [...new Set(chosen.flatMap((m) => related.testsOf(m.file).slice(0, MOST_TESTS)))];
    const times = await timed(hands, needed);
    const known = new Related(tracked, needed);
    if (!values.quiet) console.log(`${needed.length} test files timed in ${Math.round((Date.now() - from) / 1000)} s`);
    const tally = new Tally();
    const seen = chosen.find((m) => known.testsOf(m.file).length > 0)?.file;
    if (seen) await reaches(first, seen, testsFor(known, times, tally, seen));
    const waiting = [...chosen];
    const again = new Set<Mutant>();
    const results: Result[] = [];
    await Promise.all(
      hands.map(async (hand) => {
        let streak: Result[] = [];
        for (let mutant = waiting.shift(); mutant; mutant = waiting.shift()) {
          const own = testsFor(known, times, tally, mutant.file);
          const ms = own.reduce((sum, t) => sum + (times.get(t) ?? 0), 0);
          const result = await judge(hand, mutant, own, ms);
          tally.note(dirname(mutant.file), own, result.by, times);
          // what was looked at twice counts: a busy machine must not keep a run from ending
          streak = result.fate === "killed" && !again.has(mutant) ? [...streak, result] : [];
          results.push(result);
          if (streak.length === STREAK) {
            if (await wentWrong(hand, own)) {
              results.splice(0, results.length, ...results.filter((r) => !streak.includes(r)));
              waiting.unshift(...streak.map((r) => r.mutant));
              for (const r of streak) again.add(r.mutant);
            }
            streak = [];
          }
          if (!values.quiet && results.length % 20 === 0) console.log(`${results.length} of ${chosen.length}`);
        }
      }),
    );
    const lived = results.filter((r) => r.fate === "survived" || r.fate === "no test");
    lived.sort((a, b) => a.mutant.file.localeCompare(b.mutant.file) || a.mutant.line - b.mutant.line);
    console.log(`\nNot noticed:`);
    for (const { mutant: m, fate } of lived)
      console.log(`  ${m.file}:${m.line}  ${m.what}${fate === "no test" ? "  (no test reaches it)" : ""}`);
    console.log(`\n${table(results)}\n\nin ${Math.round((Date.now() - from) / 1000)} s`);
  } finally {
    stop();
  }
}

await main();
