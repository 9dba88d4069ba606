import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { curvesOf, readLog, declaredIn, type ColumnChoices } from "../../core/measure/log";
import { wrenfell14 } from "../../samples/rigs";
import { plainFormat, plainSensors, renderLog, simulate, soundMachine, standardRecipe } from "../../core/simulate";
import { OTHER_FORMS, TIME_FORMS } from "../../testing/logForms";
import { LogSession } from "../../workers/logSession";
import { receiveLog } from "./upload";

const rig = renderLog(
  simulate(wrenfell14, soundMachine, { ...standardRecipe, loadS: 200 }, plainSensors, 0.4),
  plainFormat,
);
const forms: Readonly<Record<string, string>> = { ...TIME_FORMS, ...OTHER_FORMS, "the rig's own log": rig };

async function onThePage(text: string, remembered: Record<string, ColumnChoices> = {}) {
  const session = new LogSession();
  const read = await session.read(new Blob([text]), remembered, () => undefined);
  if (!read.ok) throw new Error(read.problem.message);
  return { session, summary: read.value };
}

async function onTheServer(text: string, plan: object) {
  const head = { jobId: 1, kind: "before", name: "a.csv", bytes: Buffer.byteLength(text), plan, conditions: {} };
  async function* body() {
    yield await Promise.resolve(Buffer.from(`${JSON.stringify(head)}\n${text}`));
  }
  return receiveLog(body());
}

interface Head {
  plan: { columns: { heading: string }[] };
}

/** The run the command line reads under the same plan. */
const byCommand = (text: string, choices: ColumnChoices) => readLog(text, { choices });

describe("page, server and command read one log to one run", () => {
  it.each(Object.entries(forms))("%s", async (_, text) => {
    const { summary } = await onThePage(text);
    const stored = await onTheServer(text, summary.plan);
    if (!stored.ok) throw new Error(stored.problem.message);
    const { run } = stored.value;
    expect(summary).toMatchObject({ stepS: run.stepS, startMs: run.startMs, warnings: run.warnings, missing: null });
    expect(summary.curves).toEqual(curvesOf(run));
    expect(byCommand(text, declaredIn(summary.plan))).toEqual({ ok: true, value: stored.value.run });
  });

  it("a log is sent as the docs show it", async () => {
    const docs = readFileSync("docs/formats.md", "utf8");
    const upload = docs.slice(docs.indexOf("## The upload"));
    const shown = JSON.parse(/\n {4}(\{[^]*?\}\n)\n/.exec(upload)?.[1] ?? "") as Head;
    const headings = shown.plan.columns.map((c) => c.heading).join(",");
    const rows = Array.from({ length: 240 }, (_, i) => `${i * 5},${40 + i / 8},${10 + i / 12},${2000 + i}`);
    const text = `${[headings, ...rows].join("\n")}\n`;
    async function* body() {
      const head = { ...shown, bytes: Buffer.byteLength(text) };
      yield await Promise.resolve(Buffer.from(`${JSON.stringify(head)}\n${text}`));
    }
    const stored = await receiveLog(body());
    if (!stored.ok) throw new Error(JSON.stringify(stored.problem));
    expect(stored.value.run.channels.map((c) => c.key)).toEqual(["cpu.temperature", "cpu.power", "fan1.speed"]);
  });

  it("what was remembered for a header reaches the server with the plan", async () => {
    const text = forms["a nameless temperature"] ?? "";
    const first = await onThePage(text);
    const remembered = { [first.summary.plan.header]: { temp2: { role: "room.temperature", unit: "°C" } } } as const;
    const { summary } = await onThePage(text, remembered);
    expect(summary.columns.find((c) => c.heading === "temp2")).toMatchObject({ role: "room.temperature", sure: true });
    const stored = await onTheServer(text, summary.plan);
    expect(stored.ok && stored.value.run.channels.map((c) => c.key)).toContain("room.temperature");
  });

  it("a unit that was told on the page is the server's too", async () => {
    const text = forms["a room in °F beside a chip in °C"] ?? "";
    const { session, summary } = await onThePage(text);
    expect(summary.columns.find((c) => c.asks)?.evidence).toContain("22 °C if that is °F");
    const told = await session.choose({ Ambient: { role: "room.temperature", unit: "°C" } }, () => undefined);
    if (!told.ok) throw new Error(told.problem.message);
    expect(told.value.columns.some((c) => !c.sure)).toBe(false);
    const stored = await onTheServer(text, told.value.plan);
    const room = stored.ok ? stored.value.run.channels.find((c) => c.key === "room.temperature") : null;
    expect(room?.values[0]).toBe(72);
  });

  it("a plan of another reading is refused, and says where", async () => {
    const { summary } = await onThePage(rig);
    const columns = summary.plan.columns.map((c) => (c.role === "cpu.power" ? { ...c, written: "mW" } : c));
    const stored = await onTheServer(rig, { ...summary.plan, columns });
    expect(stored.ok ? "" : stored.problem.message).toMatch(/cpu\.power in mW there and as cpu\.power in W here/);
    const fewer = await onTheServer(rig, { ...summary.plan, columns: summary.plan.columns.slice(1) });
    expect(fewer.ok ? "" : fewer.problem.code).toBe("read-otherwise");
    const later = { ...summary.plan, headerLine: 3 };
    expect(await onTheServer(rig, later)).toMatchObject({ ok: false, problem: { code: "read-otherwise" } });
  });
});
