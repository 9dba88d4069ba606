import { expect, it } from "vitest";
import { tessalyK15Layout } from "../../../samples/layouts";
import { entryOf as entry } from "../../../testing/journal";
import { contextOf, seenAir, usualProcedure, type Entry } from "./index";

const layout = tessalyK15Layout();
const [first, second] = layout.parts.filter((p) => p.kind === "fins").map((p) => p.id);
const seen = (run: "before" | "after", ...entries: Entry[]) =>
  seenAir(
    contextOf({
      layout,
      entries,
      procedure: usualProcedure,
      plans: [],
      model: "K",
      hasBeforeRun: true,
      today: "2031-03-04",
    }),
    run,
  );

it("an inlet that nobody graded tells nothing of its air", () => expect(seen("before").size).toBe(0));

it("a felted inlet has grown by more than a furred one, an open one not at all", () => {
  const growth = (grade: string) => seen("before", entry(`dust:${first}`, grade)).get(first ?? "");
  expect(growth("0")?.growth).toBeCloseTo(1, 1);
  expect(growth("3")?.growth).toBeGreaterThan((growth("2")?.growth ?? 9) * 1.1);
  // a wide grade leaves more open than six bays that were told
  const told = seen("before", entry(`dust:${first}`, "3"), entry(`bays:${first}`, "hcccho")).get(first ?? "");
  expect(told?.sd).toBeLessThan(growth("3")?.sd ?? 0);
});

it("after the service a cleaned stack is as new, one that was left is as it was found", () => {
  const after = seen(
    "after",
    entry(`dust:${first}`, "4"),
    entry(`dust:${second}`, "4"),
    entry(`clean:${first}`, "brush"),
  );
  expect(after.get(first ?? "")?.growth).toBe(1);
  expect(after.get(second ?? "")?.growth).toBeGreaterThan(1.5);
});
