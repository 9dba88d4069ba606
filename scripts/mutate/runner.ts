import { resolve } from "node:path";
import { BaseSequencer, createVitest, type TestSpecification, type Vitest } from "vitest/node";
import type { Mutant } from "./mutants";

/** A process that holds one test runner warm and answers, for each mutant sent, whether its tests noticed it. */
export interface Order {
  /** None: the tests as they are, to learn how long they take. */
  mutant: Mutant | null;
  tests: string[];
}

export interface Answer {
  failed: boolean;
  /** The test file that failed, as it was asked. */
  by?: string;
  ms: number;
  /** Something outlived the run: the next answer of this process could not be trusted. */
  tainted: boolean;
}

let active: Mutant | null = null;

/** Test files in the order they were given: its own would begin with the slowest, and a kill come at the end. */
class AsGiven extends BaseSequencer {
  override sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    return Promise.resolve(files);
  }
}

async function start(): Promise<Vitest> {
  return createVitest(
    "test",
    // the project's own configuration splits tests into projects, and a plugin given here would reach none of them
    {
      config: false,
      include: ["src/**/*.test.ts"],
      testTimeout: 120_000,
      watch: false,
      reporters: [{}],
      bail: 1,
      sequence: { sequencer: AsGiven },
      pool: "threads",
      maxWorkers: 1,
      silent: true,
      coverage: { enabled: false },
    },
    {
      resolve: { alias: { "@": resolve("src") } },
      plugins: [
        {
          name: "mutant",
          enforce: "pre",
          transform(code: string, id: string) {
            if (!active || resolve(id.split("?")[0] ?? "") !== resolve(active.file)) return null;
            return code.slice(0, active.start) + active.text + code.slice(active.end);
          },
        },
      ],
    },
  );
}

async function judged(vitest: Vitest, order: Order): Promise<Answer> {
  const from = performance.now();
  const touched = [active?.file, order.mutant?.file].filter((f) => f !== undefined);
  active = order.mutant;
  for (const file of touched) vitest.invalidateFile(resolve(file));
  const specifications = order.tests.flatMap((t) => vitest.getModuleSpecifications(resolve(t)));
  const { testModules, unhandledErrors } = await vitest.runTestSpecifications(specifications);
  const tainted = unhandledErrors.length > 0;
  // the runner also gives back what tests of earlier orders said: they are not asked here
  const asked = new Set(specifications.map((s) => s.moduleId));
  const failed = testModules.find((m) => asked.has(m.moduleId) && !m.ok());
  const by = order.tests.find((t) => resolve(t) === failed?.moduleId);
  return {
    failed: tainted || failed !== undefined,
    ...(by ? { by } : {}),
    ms: performance.now() - from,
    tainted,
  };
}

const vitest = await start();
await vitest.standalone();
process.on("message", (order: Order) => {
  judged(vitest, order).then(
    (answer) => process.send?.(answer),
    () => process.send?.({ failed: true, ms: 0, tainted: true } satisfies Answer),
  );
});
process.send?.("ready");
