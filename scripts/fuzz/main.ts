import { fuzz, tried } from "./run";
import { TARGETS } from "./targets";

/**
 * npm run fuzz -- [seconds] [seed]: odd input for every reader of something from outside. Each must read it or
 * refuse it in plain words within a second and 200 MB. `npm run fuzz -- again "log" 4711` tries one input once more.
 */
const [first = "60", second, third] = process.argv.slice(2);
if (first === "again") {
  const target = TARGETS.find((t) => t.name === second);
  console.log(
    target ? ((await tried(target, Number(third))) ?? "nothing") : `one of: ${TARGETS.map((t) => t.name).join("; ")}`,
  );
} else {
  const seconds = Number(first);
  const seed = Number(second ?? Date.now() % 1_000_000);
  const until = performance.now() + seconds * 1_000;
  const { tries, found } = await fuzz(seed, () => performance.now() < until);
  console.log(
    `${tries} inputs for ${TARGETS.length} readers in ${seconds} s, from seed ${seed}: ${found.length} found`,
  );
  for (const f of found.slice(0, 30)) console.log(`  ${f.target}, seed ${f.seed}: ${f.what}`);
  if (found.length) process.exitCode = 1;
}
