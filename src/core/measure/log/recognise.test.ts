import { describe, expect, it } from "vitest";
import { recogniseColumns } from "./recognise";

const roles = (...headings: (string | [string, number[]])[]) =>
  recogniseColumns(
    headings.map((h, index) => ({
      index,
      heading: typeof h === "string" ? h : h[0],
      unitText: "",
      samples: typeof h === "string" ? [40, 45, 50, 55, 60] : h[1],
      timeLike: null,
    })),
  ).map((c) => c.role);

describe("columns are known by unit and words", () => {
  it("in several styles", () => {
    expect(
      roles(
        "Elapsed [s]",
        "CPU Package [°C]",
        "CPU Package Power [W]",
        "GPU Temperature [°C]",
        "GPU Power (W)",
        "CPU Fan [RPM]",
        "GPU Fan [RPM]",
      ),
    ).toEqual(["time", "cpu.temperature", "cpu.power", "gpu.temperature", "gpu.power", "fan1.speed", "fan2.speed"]);
    expect(
      roles("time", "cpu_temp", "gpu_temp", "cpu_mw", ["fan1", [2000, 2400, 3900]], "ssd_temp", "ambient_temp"),
    ).toEqual([
      "time",
      "cpu.temperature",
      "gpu.temperature",
      "cpu.power",
      "fan1.speed",
      "drive.temperature",
      "room.temperature",
    ]);
    expect(
      roles("Time", "Core 0", "Core 1", "Core #2 (°C)", "Total CPU Usage [%]", "Average Core Clock [MHz]"),
    ).toEqual([
      "time",
      "cpu.core0.temperature",
      "cpu.core1.temperature",
      "cpu.core2.temperature",
      "cpu.load",
      "cpu.clock",
    ]);
  });
  it("in several languages", () => {
    expect(
      roles(
        "Zeit (s)",
        "Prozessortemperatur [°C]",
        "Prozessorleistung [W]",
        "Lüfterdrehzahl [U/min]",
        "Raumtemperatur [°C]",
        "CPU-Auslastung [%]",
      ),
    ).toEqual(["time", "cpu.temperature", "cpu.power", "fan1.speed", "room.temperature", "cpu.load"]);
    expect(
      roles(
        "Temps (s)",
        "Température processeur (°C)",
        "Puissance processeur (W)",
        "Ventilateur (tr/min)",
        "Température ambiante (°C)",
      ),
    ).toEqual(["time", "cpu.temperature", "cpu.power", "fan1.speed", "room.temperature"]);
    expect(roles("Tiempo [s]", "Temperatura procesador [°C]", "Potencia CPU [W]", "Ventilador [RPM]")).toEqual([
      "time",
      "cpu.temperature",
      "cpu.power",
      "fan1.speed",
    ]);
  });
  it("run together, abbreviated, or by the bare name", () => {
    expect(roles("t", "CPUTemp", "T_gpu", "t_amb", "cpuPower(W)", "SSD")).toEqual([
      "time",
      "cpu.temperature",
      "gpu.temperature",
      "room.temperature",
      "cpu.power",
      "drive.temperature",
    ]);
    expect(roles("Zeit [s]", "Kern 0 Temperatur [°C]", "Cœur 1 (°C)", "Ambient")).toEqual([
      "time",
      "cpu.core0.temperature",
      "cpu.core1.temperature",
      "room.temperature",
    ]);
  });
  it("limits, voltages, hot spots and memory are no readings", () => {
    expect(
      roles(
        "Time [s]",
        "CPU temperature [°C]",
        "CPU power limit [W]",
        "CPU core voltage [V]",
        "GPU Hot Spot [°C]",
        "GPU temperature [°C]",
        "Distance to TjMax [°C]",
        "Battery temperature [°C]",
      ),
    ).toEqual(["time", "cpu.temperature", "none", "none", "none", "gpu.temperature", "none", "none"]);
  });
  it("of two for one channel the likelier stays", () => {
    expect(roles("Time [s]", "CPU temperature [°C]", "CPU cores power [W]", "CPU package power [W]")).toEqual([
      "time",
      "cpu.temperature",
      "none",
      "cpu.power",
    ]);
  });
});

describe("units are told by the size where no unit is named", () => {
  const of = (heading: string, samples: number[]) =>
    recogniseColumns([{ index: 0, heading, unitText: "", samples, timeLike: null }])[0];
  it("°F, mW, GHz and a load as a share", () => {
    expect(of("cpu temp", [90, 92, 150, 190, 201])?.note).toMatch(/°F/);
    expect(of("cpu power", [5000, 42000, 61000])?.factor).toBe(1e-3);
    expect(of("cpu clock", [1.2, 3.4, 4.1])?.factor).toBe(1000);
    expect(of("cpu load", [0.03, 0.98, 1])?.factor).toBe(100);
  });
});
