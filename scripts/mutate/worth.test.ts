import { expect, it } from "vitest";
import { Tally } from "./worth";

const times = new Map([
  ["quick", 100],
  ["slow", 5000],
]);

it("a test that was never asked is worth its quickness, one that noticed is worth more, one that did not less", () => {
  const tally = new Tally();
  const worth = (test: string) => tally.worth("judge", test, times.get(test) ?? 0);
  expect(worth("quick")).toBeGreaterThan(worth("slow"));
  const fresh = worth("slow");
  tally.note("judge", ["quick", "slow"], "slow", times);
  expect(worth("slow")).toBeGreaterThan(fresh);
  for (let i = 0; i < 300; i++) tally.note("judge", ["quick"], undefined, times);
  expect(worth("quick")).toBeLessThan(worth("slow"));
  // another folder knows nothing of it
  expect(tally.worth("log", "quick", 100)).toBeGreaterThan(worth("quick"));
});

it("tests after the one that noticed were not asked", () => {
  const tally = new Tally();
  tally.note("judge", ["quick", "slow"], "quick", times);
  expect(tally.worth("judge", "slow", 5000)).toBe(0.5 / 5001);
});
