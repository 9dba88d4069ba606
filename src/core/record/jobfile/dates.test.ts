import { describe, expect, it } from "vitest";
import { oddDate } from "./dates";

describe("days and moments of a document", () => {
  it.each([
    [{ due: { dueOn: "2027-02-31" } }, "due.dueOn"],
    [{ journal: [{ at: "2026-03-01T10:00:00Z" }, { at: "2026-13-45T99:99" }] }, "journal[1].at"],
    [{ openedAt: "2026-02-29T10:00:00Z" }, "openedAt"],
    [{ openedAt: "2026-02-28T25:61:00Z" }, "openedAt"],
    [{ machine: { bought: "2026-13" } }, "machine.bought"],
    [{ lots: [{ bestBefore: "2026-04-31" }] }, "lots[0].bestBefore"],
    [{ closedAt: null, openedAt: "2024-02-29T10:00:00.000Z", dueOn: "2027-12-31", bestBefore: "" }, null],
    // words are words, whatever they look like
    [{ complaint: "2027-02-31", closingNote: "since 2026-13-45" }, null],
  ])("%j: %s", (plain, where) => expect(oddDate(plain)).toBe(where));
});
