import { describe, expect, it } from "vitest";
import { chipC, chipF, clock, log, N, OTHER_FORMS, TIME_FORMS, timed, watts } from "../../../testing/logForms";
import { channelOf, planOf, readLog, readTable, type ReadOptions, type Run } from ".";
import { orderRows } from "./order";

function read(text: string, options: ReadOptions = {}): Run {
  const run = readLog(text, options);
  if (!run.ok) throw new Error(`${run.problem.code}: ${run.problem.message}`);
  return run.value;
}

const span = (run: Run, key: string): [number, number] | null => {
  const values = [...(channelOf(run, key)?.values ?? [])].filter((v) => Number.isFinite(v));
  return values.length ? [Math.round(Math.min(...values)), Math.round(Math.max(...values))] : null;
};

/** The load sets in a minute after the start, whatever the time was written as. */
function tellsTheLoad(run: Run, lengthS = N - 1): void {
  expect(run.stepS).toBeCloseTo(1, 1);
  expect(run.timeS.at(-1)).toBeGreaterThan(lengthS - 2);
  expect(run.timeS.at(-1)).toBeLessThan(lengthS + 2);
  const power = channelOf(run, "cpu.power")?.values ?? [];
  const on = [...run.timeS.keys()].find((i) => (power[i] ?? 0) > 20) ?? -1;
  expect(Math.abs((run.timeS[on] ?? 0) - 60)).toBeLessThan(2);
  expect(span(run, "cpu.temperature")).toEqual([40, 80]);
}

const told = (run: Run): string => run.warnings.map((w) => w.message).join(" ");

describe("times are read as they are meant", () => {
  it.each(Object.entries(TIME_FORMS))("%s", (_, text) => tellsTheLoad(read(text)));

  it.each(["newest row first", "newest row first by the clock"])("%s", (form) => {
    const run = read(OTHER_FORMS[form] ?? "");
    tellsTheLoad(run);
    expect(told(run)).toContain("newest row");
  });

  it.each([
    ["back by an hour", -3600, "back by an hour"],
    ["on by an hour", 3600, "forward by an hour"],
    ["back by three minutes", -180, "back by 180 s"],
    ["back by twenty seconds", -20, "back by 20 s"],
  ])("a clock set %s while it logs", (_, by, says) => {
    const run = read(timed("Time", (i) => clock(36_000 + i + (i > 200 ? by : 0))));
    tellsTheLoad(run);
    expect(told(run)).toContain(says);
  });

  it("twenty seconds that are missing stay a gap", () => {
    const run = read(timed("Time", (i) => clock(36_000 + i + (i > 200 ? 20 : 0))));
    tellsTheLoad(run, N + 19);
    expect(run.gaps).toHaveLength(1);
  });

  it("rows out of order are no clock that was set", () => {
    const [head = "", ...rows] = timed("Time", (i) => clock(36_000 + i)).split("\n");
    const late = rows.splice(200, 1);
    rows.splice(206, 0, ...late);
    tellsTheLoad(read([head, ...rows].join("\n")));
  });

  it("an object a line", () => {
    const lines = Array.from({ length: N }, (_, i) =>
      JSON.stringify({ t: i, cpu: { temp_c: chipC(i), power_w: watts(i) }, note: "a, b" }),
    );
    tellsTheLoad(read(lines.join("\n")));
  });
});

describe("odd lines of objects", () => {
  it("a key of its own in every line fills no memory, and the log beside it is read", () => {
    const lines = Array.from({ length: N }, (_, i) =>
      JSON.stringify({ t: i, cpu_temp_c: chipC(i), cpu_power_w: watts(i), [`k${i}`]: i }),
    );
    tellsTheLoad(read(lines.join("\n")));
  });
  it("lists in lists, text and nothing are left out", () => {
    const deep = `${"[".repeat(5000)}1${"]".repeat(5000)}`;
    const lines = Array.from({ length: N }, (_, i) =>
      JSON.stringify({ t: i, cpu_temp_c: chipC(i), cpu_power_w: watts(i) }),
    );
    tellsTheLoad(read([...lines.slice(0, 50), `{"t":${deep}}`, "{}", "[1]", "no", ...lines.slice(50)].join("\n")));
  });
  it("more values than fit are refused", () => {
    const wide = JSON.stringify(Object.fromEntries(Array.from({ length: 250 }, (_, k) => [`k${k}`, k])));
    const result = readLog([wide, ...Array.from({ length: 90_000 }, () => '{"k0":1}')].join("\n"));
    expect(result.ok ? "" : result.problem.code).toBe("log-json-too-large");
  });
});

describe("units are those of the whole log", () => {
  it("°F without a unit, the room too", () => {
    const run = read(OTHER_FORMS["°F without a unit"] ?? "");
    expect(span(run, "cpu.temperature")).toEqual([40, 80]);
    expect(span(run, "room.temperature")).toEqual([22, 22]);
  });
  it("a room of 72 beside a chip in °C is no room of 72 °C", () => {
    const run = read(OTHER_FORMS["a room in °F beside a chip in °C"] ?? "");
    expect(span(run, "cpu.temperature")).toEqual([40, 80]);
    expect(span(run, "room.temperature")).toEqual([22, 22]);
  });
  it("which of both scales is asked where it is not clear, and not where it is", () => {
    const asked = (text: string) => {
      const table = readTable(text);
      return table.ok ? table.value.columns.flatMap((c) => (c.asks ? [`${c.heading}: ${c.asks.join(" ")}`] : [])) : [];
    };
    expect(asked(OTHER_FORMS["a room in °F beside a chip in °C"] ?? "")).toEqual(["Ambient: °F °C"]);
    expect(asked(OTHER_FORMS["°F without a unit"] ?? "")).toEqual([]);
    // a cool chip in °F, or one that is far too hot: 92 to 118
    const cool = log("Time [s],CPU,CPU power [W]", (i) => [i, chipC(i) * 0.65 + 66, watts(i)]);
    expect(asked(cool)).toEqual(["CPU: °F °C"]);
    // a heading that says °C over numbers no chip reaches
    expect(asked(log("Time [s],CPU [°C],CPU power [W]", (i) => [i, chipF(i), watts(i)]))).toEqual(["CPU [°C]: °F °C"]);
    // hot from the start, as a log that begins under load is, with the room beside it
    const hot = log("Time [s],CPU,Room,CPU power [W]", (i) => [i, 88 + (i % 9) * 2, 23, watts(i)]);
    expect(asked(hot)).toEqual([]);
    expect(span(read(hot), "cpu.temperature")).toEqual([88, 104]);
  });
  it("the answer is taken", () => {
    const choices = { Ambient: { role: "room.temperature", unit: "°C" } } as const;
    const run = read(OTHER_FORMS["a room in °F beside a chip in °C"] ?? "", { choices });
    expect(span(run, "room.temperature")).toEqual([72, 72]);
  });
  it("what the head of a wide log cannot tell is decided by all of it", () => {
    const run = read(OTHER_FORMS["wide, its head all idle"] ?? "");
    expect(span(run, "cpu.temperature")).toEqual([40, 80]);
    expect(span(run, "cpu.power")).toEqual([1, 45]);
    expect(span(run, "fan1.speed")).toEqual([0, 3000]);
  });
  it("a room of 24 stays 24", () => {
    const run = read(log("Time [s],CPU [°C],Ambient,CPU power [W]", (i) => [i, chipC(i), 24, watts(i)]));
    expect(span(run, "room.temperature")).toEqual([24, 24]);
  });
  it("a told column keeps its unit: thousands of mW are told as power", () => {
    const text = log("Time [s],CPU [°C],Pkg", (i) => [i, chipC(i), 1000 * watts(i)]);
    const run = read(text, { choices: { Pkg: { role: "cpu.power" } } });
    expect(span(run, "cpu.power")).toEqual([5, 45]);
    expect(channelOf(run, "cpu.power")?.unit).toBe("W");
    expect(span(run, "cpu.temperature")).toEqual([40, 80]);
  });
  it("a column told as temperature keeps its °F", () => {
    const text = log("Time [s],CPU [°C],Probe [°F]", (i) => [i, chipC(i), 68]);
    expect(span(read(text, { choices: { "Probe [°F]": { role: "room.temperature" } } }), "room.temperature")).toEqual([
      20, 20,
    ]);
  });
});

describe("the sensor that is meant is taken", () => {
  it("of two graphics chips the one that carries the load, whichever stands first", () => {
    const headings = "Time [s],CPU [°C],GPU [°C],GPU power [W],GPU [°C],GPU power [W]";
    const second = read(log(headings, (i) => [i, chipC(i), 45, 2, chipC(i) - 3, watts(i)]));
    const first = read(log(headings, (i) => [i, chipC(i), chipC(i) - 3, watts(i), 45, 2]));
    for (const run of [first, second]) {
      expect(span(run, "gpu.temperature")).toEqual([37, 77]);
      expect(span(run, "gpu.power")).toEqual([5, 45]);
    }
    expect(told(second)).toContain("carries the load");
    expect(told(first)).not.toContain("carries the load");
  });
  it.each([
    ["GPU hot spot [°C]", "gpu.temperature"],
    ["CPU die average [°C]", "cpu.temperature"],
  ])("%s alone is the chip", (heading, key) => {
    expect(span(read(log(`Time [s],${heading}`, (i) => [i, chipC(i)])), key)).toEqual([40, 80]);
  });
  it("a hot spot beside the chip stays beside it", () => {
    const run = read(log("Time [s],GPU [°C],GPU hot spot [°C]", (i) => [i, chipC(i), chipC(i) + 12]));
    expect(span(run, "gpu.temperature")).toEqual([40, 80]);
  });
  it.each([0, 127, 255, -1, -40])("a dropout to %i of any length is no reading", (value) => {
    const run = read(
      log("Time [s],CPU [°C],CPU power [W]", (i) => [i, i > 200 && i < 300 ? value : chipC(i), watts(i)]),
    );
    expect(span(run, "cpu.temperature")).toEqual([40, 80]);
    expect(told(run)).toContain("99 readings");
  });
  it.each([
    "Zeit [s],Prozessor Temperatur [°C],Grafikkarte Temperatur [°C],Grafikkarte Leistung [W],Lüfter [1/min]",
    "Temps [s],Température processeur [°C],Température carte graphique [°C],Puissance carte graphique [W]," +
      "Ventilateur [tr/min]",
    "Tiempo [s],Temperatura procesador [°C],Temperatura gráfica [°C],Potencia gráfica [W],Ventilador [rpm]",
    "Tempo [s],Temperatura processore [°C],Temperatura grafica [°C],Potenza grafica [W],Ventola [giri/min]",
    "Tempo [s],Temperatura do processador [°C],Temperatura da placa gráfica [°C],Potência gráfica [W],Ventoinha [rpm]",
    "Tijd [s],Processor temperatuur [°C],Videokaart temperatuur [°C],Videokaart vermogen [W],Ventilator [rpm]",
    "Czas [s],Temperatura procesora [°C],Temperatura karty graficznej [°C],Moc karty graficznej [W],Wentylator [rpm]",
    "Time [s],Suoritin lämpötila [°C],Näytönohjain lämpötila [°C],Näytönohjain teho [W],Tuuletin [rpm]",
    "Time [s],Processzor hőmérséklet [°C],Videokártya hőmérséklet [°C],Videokártya teljesítmény [W],Ventilátor [rpm]",
    "Time [s],Teplota procesoru [°C],Teplota grafické karty [°C],Výkon grafické karty [W],Ventilátor [rpm]",
  ])("in any language: %s", (headings) => {
    const run = read(log(headings, (i) => [i, chipC(i), chipC(i) - 5, watts(i), 2000 + i]));
    expect(run.channels.map((c) => c.key)).toEqual(["cpu.temperature", "gpu.temperature", "gpu.power", "fan1.speed"]);
  });
});

describe("very many gaps", () => {
  it("more of them than a call has room for are counted, not thrown over", () => {
    // a gap between every second pair of rows
    const rows = 600_000;
    const time = Float64Array.from({ length: rows }, (_, i) => Math.floor(i / 2) * 7 + (i % 2) * 0.5);
    time.set(
      Float64Array.from({ length: rows / 3 }, (_, i) => 7 * rows + i * 0.5),
      rows - rows / 3,
    );
    const lines = Uint32Array.from(time, (_, i) => i + 2);
    const { gaps, warnings } = orderRows(time, lines, { kind: "number", scale: 1, epoch: false });
    expect(gaps.length).toBeGreaterThan(190_000);
    expect(warnings.map((w) => w.message).join()).toContain("gaps in the log");
  });
});

describe("the reading plan", () => {
  it.each(Object.entries({ ...TIME_FORMS, ...OTHER_FORMS }))(
    "%s: what it says was told reads it the same",
    (_, text) => {
      const first = readTable(text);
      if (!first.ok) throw new Error(first.problem.message);
      expect(
        planOf(first.value)
          .columns.map((c) => c.told)
          .filter(Boolean),
      ).toEqual([]);
    },
  );
});
