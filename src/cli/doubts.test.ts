import { describe, expect, it } from "vitest";
import { channelOf, readTable, toRun, type ColumnChoices, type Run } from "../core/measure/log";
import { chipC, log, watts } from "../testing/logForms";
import { refuseDecisiveGuess, withGuesses, type ReadFile } from "./doubts";

function file(text: string, choices: ColumnChoices = {}): ReadFile {
  const table = readTable(text, { choices });
  if (!table.ok) throw new Error(table.problem.message);
  const run = toRun(table.value);
  if (!run.ok) throw new Error(run.problem.message);
  return { path: "after.csv", table: table.value, run: run.value };
}

const late = (run: Run, key: string) => Math.round(channelOf(run, key)?.values[300] ?? NaN);
const refused = (f: ReadFile, roomMissing: boolean, outcome: (run: Run) => string | null): string => {
  try {
    refuseDecisiveGuess(f, roomMissing, outcome);
    return "";
  } catch (e) {
    return (e as Error).message;
  }
};

const ambient = log("Time [s],CPU [°C],Ambient,Draw", (i) => [i, chipC(i), 72, 1000 * watts(i)]);
const nameless = log("Time [s],CPU [°C],temp2,CPU power [W]", (i) => [i, chipC(i), 22, watts(i)]);
const hangsOnRoom = (run: Run) => (late(run, "room.temperature") > 40 ? "hot" : "cool");

describe("a guess of the command", () => {
  it("is warned of with the line of the headings, before what was odd in the file", () => {
    const { warnings } = withGuesses(file(ambient));
    expect(warnings[0]).toEqual({ line: 1, message: '"Ambient" names no unit that can be; read as °F.' });
    expect(withGuesses(file(nameless)).warnings[0]?.message).toContain('"temp2" is a temperature, of what is not said');
  });

  it("ends it where another reading would decide, with an option for each reading", () => {
    const said = refused(file(ambient), false, hangsOnRoom);
    expect(said).toContain("after.csv");
    expect(said).toContain('--column "Ambient=room.temperature:°F" or --column "Ambient=room.temperature:°C"');
    expect(refused(file(nameless), true, (run) => String(late(run, "room.temperature")))).toContain(
      '--column "temp2=none" or --column "temp2=room.temperature"',
    );
  });

  it("stands where it decides nothing, cannot be otherwise, or was told", () => {
    expect(refused(file(ambient), false, () => "same")).toBe("");
    expect(refused(file(ambient), false, (run) => (hangsOnRoom(run) === "hot" ? null : "cool"))).toBe("");
    expect(refused(file(nameless), false, (run) => String(late(run, "room.temperature")))).toBe("");
    const told = file(ambient, { Ambient: { role: "room.temperature", unit: "°F" } });
    expect(refused(told, false, hangsOnRoom)).toBe("");
    expect(withGuesses(told).warnings).toEqual([]);
  });

  it("is tried otherwise with all else as it was told", () => {
    const told = file(ambient, { Draw: { role: "cpu.power", unit: "mW" } });
    const seen: number[] = [];
    const outcome = (run: Run) => {
      seen.push(late(run, "cpu.power"));
      return "same";
    };
    expect(refused(told, false, outcome)).toBe("");
    expect(seen).toEqual([45, 45]);
  });
});
