import { describe, expect, it } from "vitest";
import { temporaryDatabase } from "../../testing/bed";
import { database } from "./connection";

temporaryDatabase("told");

describe("a query that fails", () => {
  it("is told without its values: they may be the hash of a PIN, or a customer's words", async () => {
    const db = await database();
    const hash = "c0ffee:5ec2e7";
    const person = { initials: "HM", role: "technician", pin_hash: hash, no_such_column: "LR-07 of the tour" };
    const told = await db("people")
      .insert(person)
      .then(() => "", String);
    expect(told).toMatch(/no_such_column/);
    expect(told).not.toContain(hash);
    expect(told).not.toContain("of the tour");
  });
});
