import { describe, expect, it } from "vitest";
import { plainFormat, plainSensors, renderLog, simulate, soundMachine, standardRecipe } from "../core/simulate";
import { wrenfell14 } from "../samples/rigs";
import { LogSession } from "./logSession";

const text = renderLog(
  simulate(wrenfell14, soundMachine, { ...standardRecipe, loadS: 200 }, plainSensors, 0.4),
  plainFormat,
);
const withProbe = text
  .trim()
  .split("\n")
  .map((l, i) => `${l},${i === 0 ? "temp2" : (30 + Math.min(9, i / 30)).toFixed(1)}`)
  .join("\n");

async function opened(body: string) {
  const session = new LogSession();
  const shares: number[] = [];
  const read = await session.read(new Blob([body]), {}, (s) => shares.push(s));
  return { session, read, shares };
}

describe("a log being looked at", () => {
  it("gives columns with shapes, phases and curves, and tells how far it is", async () => {
    const { read, shares } = await opened(text);
    if (!read.ok) throw new Error(read.problem.message);
    expect(read.value).toMatchObject({ rows: 501, stepS: 1, separator: ",", missing: null, timeKind: "elapsed" });
    expect(read.value.curves?.found?.onBy).toBe("at the power jump");
    for (const c of read.value.columns.filter((c) => c.role !== "time")) expect(c.shape.length).toBeGreaterThan(20);
    expect(shares.at(-1)).toBe(1);
  });
  it("asks about a nameless temperature with what its numbers say, and takes the answer at once", async () => {
    const { session, read } = await opened(withProbe);
    if (!read.ok) throw new Error(read.problem.message);
    expect(read.value.columns.find((c) => c.heading === "temp2")?.evidence).toMatch(/rises by \d+ K/);
    const told = await session.choose({ temp2: { role: "drive.temperature" } }, () => undefined);
    expect(told.ok && told.value.columns.find((c) => c.heading === "temp2")).toMatchObject({
      role: "drive.temperature",
      sure: true,
    });
  });
  it("without a chip temperature it says so and keeps the columns to choose from", async () => {
    const { session, read } = await opened(text);
    if (!read.ok) throw new Error(read.problem.message);
    const out = await session.choose({ "CPU temperature [°C]": { role: "none" } }, () => undefined);
    expect(out.ok && out.value.missing?.code).toBe("log-no-temperature");
    const back = await session.choose({}, () => undefined);
    expect(back.ok && back.value.missing).toBeNull();
  });
  it("another time column makes it read the file again", async () => {
    const two = text
      .trim()
      .split("\n")
      .map((l, i) => `${l},${i === 0 ? "Uptime [s]" : 5000 + 2 * i}`)
      .join("\n");
    const { session } = await opened(two);
    const again = await session.choose({ "Uptime [s]": { role: "time" } }, () => undefined);
    expect(again.ok && again.value.durationS).toBe(1000);
  });
  it("a file that is no log is refused", async () => {
    const { read } = await opened("nothing to see\nhere\n");
    expect(read.ok).toBe(false);
  });
});
