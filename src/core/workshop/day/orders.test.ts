import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { namedOrder, orderAsSaved, otherOrders, placedOrder, planDay, whyOf, type Day, type DayTask } from ".";

const hands = (id: string, minutes: number): DayTask => ({ id, kind: "hands", minutes });
const run = (id: string, minutes: number, handsMin: number): DayTask => ({ id, kind: "run", minutes, handsMin });
const job = (id: string, dueMin: number | null, tasks: DayTask[]) => ({ id, dueMin, weight: 1, tasks });
const day = (jobs: Day["jobs"], more: Partial<Day> = {}): Day => ({ rigs: 1, breaks: [], jobs, ...more });

const morning = day([
  job("A", 60, [run("before", 20, 4), hands("open", 15), hands("close", 15)]),
  job("B", 200, [hands("open", 30), hands("close", 30)]),
]);

describe("an order that was kept", () => {
  it("stays as it was kept while the day goes on: what is done goes, what comes is put in where it costs least", () => {
    const plan = planDay(morning);
    const kept = namedOrder(morning, plan.order);
    expect(kept).toHaveLength(5);
    expect(orderAsSaved(morning, kept)).toEqual(plan.order);
    // the first piece of A is done, and C came in with little time
    const later = day(
      [
        job("A", 60, [hands("open", 15), hands("close", 15)]),
        job("B", 200, [hands("open", 30), hands("close", 30)]),
        job("C", 75, [hands("look", 10)]),
      ],
      { handsFromMin: 20 },
    );
    const order = orderAsSaved(later, kept);
    const names = namedOrder(later, order).map((p) => `${p.job} ${p.task}`);
    // those that were there keep their order
    expect(names.filter((n) => !n.startsWith("C"))).toEqual(
      kept.map((p) => `${p.job} ${p.task}`).filter((n) => n !== "A before"),
    );
    expect(placedOrder(later, order).late).toBe(0);
  });

  it("holds every piece once, whatever was kept", () => {
    const names = fc.record({
      job: fc.constantFrom("A", "B", "Z"),
      task: fc.constantFrom("before", "open", "close", "x"),
    });
    fc.assert(
      fc.property(fc.array(names, { maxLength: 12 }), (kept) => {
        const order = orderAsSaved(morning, kept);
        expect([...order].sort()).toEqual([0, 0, 0, 1, 1]);
      }),
    );
  });
});

describe("other orders", () => {
  it("are offered only where they gain: none beside the best one", () => {
    expect(otherOrders(morning, planDay(morning).order, 5)).toEqual([]);
  });

  it("at most two: the best, and the best behind what is next already; each at least as good as it stands", () => {
    const clumsy = [1, 1, 0, 0, 0];
    const stands = placedOrder(morning, clumsy);
    const others = otherOrders(morning, clumsy, 5);
    expect(others.map((o) => o.kind)).toEqual(["best", "goes-on"]);
    for (const o of others) expect(stands.late - o.late).toBeGreaterThanOrEqual(5);
    expect(others[0]?.late).toBeLessThanOrEqual(others[1]?.late ?? 0);
    expect(others[1]?.order[0]).toBe(1);
  });

  it("are not offered for less than they have to gain", () => {
    expect(otherOrders(morning, [1, 1, 0, 0, 0], 10_000)).toEqual([]);
  });
});

describe("why a piece stands where it does", () => {
  it("is what it would cost to let the next of another job go first", () => {
    const plan = planDay(morning);
    const why = whyOf(morning, plan.order);
    expect(why).toHaveLength(5);
    expect(why[0]).toMatchObject({ job: "A", task: "before", instead: "B" });
    expect(why[0]?.why).not.toBe("alone");
    expect(why[0]?.costs).toBeGreaterThan(0);
    expect(why.at(-1)).toMatchObject({ why: "alone", costs: 0, instead: "" });
  });

  it("says nothing is gained where it is all the same", () => {
    const same = day([job("A", null, [hands("x", 10)]), job("B", null, [hands("y", 10)])]);
    expect(whyOf(same, [0, 1])[0]).toMatchObject({ why: "even", costs: 0, instead: "B" });
    const late = day([job("A", 10, [hands("x", 10)]), job("B", null, [hands("y", 10)])]);
    expect(whyOf(late, [0, 1])[0]).toMatchObject({ why: "late", costs: 10 });
    const long = day([job("A", null, [run("x", 40, 2)]), job("B", null, [hands("y", 10)])]);
    expect(whyOf(long, [0, 1])[0]).toMatchObject({ why: "longer", costs: 10 });
  });
});
