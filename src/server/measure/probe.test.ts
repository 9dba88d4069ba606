import { spawn } from "node:child_process";
import { chmodSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { readSamples, type Sample } from "../../core/measure/protocol";

let root = "";
let server: Server;
let taken: Sample[] = [];
let asked: { url: string; token: string }[] = [];
/** What the bench answers next, status and body; 200 with nothing said where none is left. */
let answers: [number, string][] = [];
let acknowledged = -1;
/** What happens on the machine once the first reading came. */
let onFirst = () => {};

const put = (path: string, text: string) => {
  const file = join(root, path);
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(file, text);
};

beforeEach(async () => {
  root = mkdtempSync(join(tmpdir(), "ovrant-probe-"));
  [taken, asked, answers, acknowledged, onFirst] = [[], [], [], -1, () => {}];
  put("proc/uptime", "5000.09 9000.00\n");
  put("proc/stat", "cpu  100 0 100 800 0 0 0\ncpu0 1 2 3\n");
  server = createServer((request, response) => {
    let body = "";
    request.on("data", (c: Buffer) => (body += c.toString()));
    request.on("end", () => {
      asked.push({ url: request.url ?? "", token: request.headers.authorization ?? "" });
      if (request.method === "GET") return response.end(JSON.stringify({ state: "waiting", acknowledged }));
      const [status, said] = answers.shift() ?? [200, JSON.stringify({ acknowledged: 1, state: "idle" })];
      onFirst();
      onFirst = () => {};
      const read = readSamples(body);
      if (!read.ok) taken.push({ seq: -1, t: -1, values: {} });
      else if (status === 200) taken.push(...read.value);
      response.statusCode = status;
      response.end(said);
    });
  });
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
});
afterEach(() => {
  server.close();
  rmSync(root, { recursive: true });
});

/** Runs the probe under dash against the made-up tree until so many readings are sent. */
async function probe(once: number, env: Record<string, string> = {}, stepS = 0.05) {
  const { port } = server.address() as AddressInfo;
  const child = spawn("dash", ["public/probe.sh", `http://127.0.0.1:${port}`, "7", "secret-token", String(stepS)], {
    env: {
      ...process.env,
      OVRANT_SYS: join(root, "sys"),
      OVRANT_PROC: join(root, "proc"),
      OVRANT_ONCE: String(once),
      no_proxy: "*",
      ...env,
    },
  });
  let said = "";
  child.stderr.on("data", (c: Buffer) => (said += c.toString()));
  const code = await new Promise<number | null>((done) => child.on("exit", done));
  return { code, said };
}

/** A laptop as its kernel shows it, with what is odd about many: files that are not there, or hold no number. */
function laptop(): void {
  const hwmon = "sys/class/hwmon";
  put(`${hwmon}/hwmon0/name`, "board\n");
  put(`${hwmon}/hwmon0/fan1_input`, "3120\n");
  put(`${hwmon}/hwmon0/fan2_input`, "0\n");
  put(`${hwmon}/hwmon1/name`, "chiptemp\n");
  put(`${hwmon}/hwmon1/temp1_label`, "Package id 0\n");
  put(`${hwmon}/hwmon1/temp1_input`, "71500\n");
  put(`${hwmon}/hwmon1/temp2_label`, "Core 0\n");
  put(`${hwmon}/hwmon1/temp2_input`, "70000\n");
  put(`${hwmon}/hwmon1/temp3_label`, "Core 4\n");
  put(`${hwmon}/hwmon1/temp3_input`, "69000\n");
  put(`${hwmon}/hwmon2/name`, "nvme\n");
  put(`${hwmon}/hwmon2/temp1_label`, "Composite\n");
  put(`${hwmon}/hwmon2/temp1_input`, "41850\n");
  put(`${hwmon}/hwmon2/temp2_label`, "Sensor 1\n");
  put(`${hwmon}/hwmon2/temp2_input`, "60000\n");
  put(`${hwmon}/hwmon3/name`, "somegpu\n");
  put(`${hwmon}/hwmon3/temp1_label`, "edge\n");
  put(`${hwmon}/hwmon3/temp1_input`, "-2500\n");
  put(`${hwmon}/hwmon3/temp2_label`, "junction\n");
  put(`${hwmon}/hwmon3/temp2_input`, "88000\n");
  put(`${hwmon}/hwmon3/power1_average`, "35250000\n");
  put(`${hwmon}/hwmon4/name`, "odd\n");
  put(`${hwmon}/hwmon4/temp1_input`, "not a number\n");
  mkdirSync(join(root, `${hwmon}/hwmon5`), { recursive: true });
  put("sys/class/thermal/thermal_zone0/type", "pkg_temp\n");
  put("sys/class/thermal/thermal_zone0/temp", "72000\n");
  put("sys/class/powercap/a:0/name", "package-0\n");
  put("sys/class/powercap/a:0/energy_uj", "1000000\n");
  put("sys/class/powercap/a:0/max_energy_range_uj", "262143328850\n");
  put("sys/devices/system/cpu/cpu0/cpufreq/scaling_cur_freq", "3900000\n");
  put("sys/devices/system/cpu/cpu1/cpufreq/scaling_cur_freq", "4100000\n");
  put("sys/class/power_supply/BAT0/type", "Battery\n");
  put("sys/class/power_supply/BAT0/capacity", "81\n");
  put("sys/class/power_supply/BAT0/power_now", "12500000\n");
  put("sys/class/power_supply/BAT0/status", "Charging\n");
  put("sys/class/power_supply/AC/type", "Mains\n");
}

describe("the probe, under dash, on a made-up machine", () => {
  it("reads chips, cores, fans, drive, clock, battery and room, each in its unit", async () => {
    laptop();
    put("room", "22875\n");
    const { code, said } = await probe(1, { OVRANT_ROOM: join(root, "room") });
    expect([code, said.includes("cpu.core4.temperature")]).toEqual([0, true]);
    expect(taken[0]).toEqual({
      seq: 1,
      t: 5000.09,
      values: {
        "cpu.temperature": 71.5,
        "cpu.core0.temperature": 70,
        "cpu.core4.temperature": 69,
        "gpu.temperature": -2.5,
        "gpu.power": 35.25,
        "drive.temperature": 41.85,
        "fan1.speed": 3120,
        "fan2.speed": 0,
        "cpu.clock": 4000,
        "battery.charge": 81,
        "battery.power": 12.5,
        "room.temperature": 22.875,
      },
    });
    expect(asked.map((a) => a.url)).toEqual(["/api/v1/runs/7", "/api/v1/runs/7/samples"]);
    expect(asked.every((a) => a.token === "Bearer secret-token")).toBe(true);
  });

  it("tells power from energy and load from time, over the turn of the counter", async () => {
    laptop();
    put("proc/uptime", "100.50 1\n");
    put("sys/class/powercap/a:0/energy_uj", "262143000000\n");
    // the machine goes on while the probe rests: after its first reading came, long before it reads again
    onFirst = () => {
      put("sys/class/powercap/a:0/energy_uj", "19671150\n");
      put("proc/stat", "cpu  160 0 120 820 0 0 0\n");
      put("proc/uptime", "101.00 1\n");
    };
    await probe(2, {}, 0.6);
    const told = taken.find((s) => s.t === 101);
    // 20 J in half a second; of 100 ticks 20 were idle
    expect(told?.values["cpu.power"]).toBeCloseTo(40, 1);
    expect(told?.values["cpu.load"]).toBe(80);
  });

  it("goes by zones where nothing better says the chip, and by the one zone there is", async () => {
    put("sys/class/thermal/thermal_zone0/type", "firmware\n");
    put("sys/class/thermal/thermal_zone0/temp", "48000\n");
    put("sys/class/thermal/thermal_zone1/type", "cpu-thermal\n");
    put("sys/class/thermal/thermal_zone1/temp", "51000\n");
    await probe(1);
    expect(taken[0]?.values).toEqual({ "cpu.temperature": 51 });
    rmSync(join(root, "sys/class/thermal/thermal_zone1"), { recursive: true });
    await probe(1);
    expect(taken[1]?.values).toEqual({ "cpu.temperature": 48 });
  });

  it("says so where nothing can be read, and still sends what there is", async () => {
    mkdirSync(join(root, "sys"), { recursive: true });
    put("proc/uptime", "7.0 1\n");
    const { code, said } = await probe(1);
    expect([code, said]).toEqual([0, expect.stringContaining("no temperature can be read here")]);
    expect(taken).toEqual([{ seq: 1, t: 7, values: {} }]);
  });

  it("keeps what is not acknowledged, waits longer each time, and sends it again in order", async () => {
    laptop();
    answers = [
      [503, "no"],
      [500, "no"],
    ];
    const { code, said } = await probe(6);
    expect(code).toBe(0);
    expect(said).toMatch(/1 kept, again after 1 more/);
    const seqs = taken.map((s) => s.seq);
    expect(seqs.slice(0, 6)).toEqual([1, 2, 3, 4, 5, 6]);
    expect(new Set(seqs).size).toBe(seqs.length);
  });

  it("begins behind the numbers an earlier probe of the run used", async () => {
    laptop();
    acknowledged = 412;
    await probe(1);
    expect(taken[0]?.seq).toBe(413);
  });

  it("ends when the run is over, or is not open to it", async () => {
    laptop();
    answers = [[200, '{"acknowledged":1,"state":"done"}']];
    expect(await probe(50)).toMatchObject({ code: 0, said: expect.stringContaining("over") as string });
    answers = [[409, "{}"]];
    expect((await probe(50)).code).toBe(0);
    answers = [[401, "{}"]];
    expect((await probe(50)).code).toBe(1);
  });

  it("files that may not be read are passed over", async () => {
    laptop();
    const file = join(root, "sys/class/hwmon/hwmon0/fan1_input");
    put("sys/class/hwmon/hwmon0/fan1_input", "");
    chmodSync(file, 0o000);
    await probe(1);
    expect(taken[0]?.values["fan1.speed"]).toBeUndefined();
    expect(taken[0]?.values["cpu.temperature"]).toBe(71.5);
  });
});
