import { near } from "../../../testing/near";
import { describe, expect, it } from "vitest";
import { tessalyK15Layout } from "../../../samples/layouts";
import { aJobFile, type Answered } from "../../../testing/jobFiles";
import { rigVerdict } from "../../../testing/rigRuns";
import { centreOf } from "../../drawing/parts";
import { stepKey } from "../../handwork/service";
import { ladderPlan, type PairCurves } from "../../measure/judge";
import { CURVES_H, CURVES_W, curvesSvg } from "./curvesSvg";
import { saidIn } from "./form";
import { FOUND_W, foundSheetOf } from "./foundSheet";
import { textsIn } from "./languages";
import { LADDER_W, ladderSvg } from "./ladderSvg";
import type { Speech } from "./speech";
import { workIn } from "./report";

const speech = { t: textsIn("en"), said: saidIn({ language: "en", unit: "C", zone: "UTC" }) };
const inF = { ...speech, said: saidIn({ language: "en", unit: "F", zone: "UTC" }) };

interface Drawn {
  tag: string;
  a: Record<string, string>;
  text: string;
}
/** Elements of a picture in their order. */
const drawnIn = (svg: string): Drawn[] =>
  [...svg.matchAll(/<([a-zA-Z]+)((?: [\w:-]+="[^"]*")*)\s*\/?>([^<]*)/g)].map(([, tag = "", all = "", text = ""]) => ({
    tag,
    a: Object.fromEntries([...all.matchAll(/([\w:-]+)="([^"]*)"/g)].map((m) => [m[1] ?? "", m[2] ?? ""])),
    text,
  }));
const numbers = (d = ""): number[] => [...d.matchAll(/-?\d+(?:\.\d+)?/g)].map((m) => Number(m[0]));
const texts = (svg: string) => drawnIn(svg).filter((e) => e.tag === "text");
const textOf = (svg: string, said: RegExp | string) => {
  const found = texts(svg).find((e) => (typeof said === "string" ? e.text === said : said.test(e.text)));
  if (!found) throw new Error(`no text ${String(said)}`);
  return {
    x: Number(found.a.x),
    y: Number(found.a.y),
    anchor: found.a["text-anchor"],
    size: Number(found.a["font-size"]),
  };
};

describe("curves on paper", () => {
  const points = (C: readonly number[]) => C.map((c, i) => ({ t: i * 300 - 60, min: c - 1, max: c + 1 }));
  const curves: PairCurves = {
    chips: [
      { chip: "cpu", before: points([45, 90, 96]), after: points([44, 70, 72]) },
      { chip: "gpu", before: points([40, 70, 75]), after: points([40, 60, 62]) },
    ],
    loadS: { before: 600, after: 540 },
  };
  const svg = curvesSvg(curves, 100, speech.t, speech.said);
  const paths = drawnIn(svg).filter((e) => e.tag === "path");
  const lines = paths.filter((e) => e.a.d?.includes("L"));
  const across = paths.filter((e) => /^M44 [\d.]+H/.test(e.a.d ?? ""));
  const heightOf = (said: string) => textOf(svg, said).y - 4.5;

  it("lay every temperature on one straight scale: equal steps are equally tall, hotter is higher", () => {
    const step = heightOf("40") - heightOf("60");
    expect(step).toBeGreaterThan(20);
    expect(heightOf("60") - heightOf("80")).toBeCloseTo(step, 1);
    const yOf = (C: number) => heightOf("40") - ((C - 40) / 20) * step;
    const [first] = lines;
    expect(numbers(first?.a.d).filter((_, i) => i % 2)).toEqual([45, 90, 96].map((C) => near(yOf(C), 1)));
    const limit = across.find((e) => e.a["stroke-width"] === "1.8");
    expect(numbers(limit?.a.d)[1]).toBeCloseTo(yOf(100), 1);
    // the foot is a full ten below the coldest reading, at the latest below 28
    expect(numbers(across.find((e) => e.a["stroke-width"] === "1.2")?.a.d)[1]).toBeCloseTo(yOf(20), 1);
    expect(textOf(svg, "40")).toMatchObject({ x: 37, anchor: "end" });
  });

  it("lay load starts on each other, from a minute before to a minute and a half after the longer load", () => {
    const xs = numbers(lines[0]?.a.d).filter((_, i) => i % 2 === 0);
    expect(xs[0]).toBeCloseTo(44, 1);
    const pxPerS = (CURVES_W - 44 - 8) / (600 + 90 + 60);
    expect(xs).toEqual([0, 300, 600].map((s) => near(44 + s * pxPerS, 1)));
    const load = drawnIn(svg).find((e) => e.tag === "rect");
    expect([Number(load?.a.x), Number(load?.a.width)]).toEqual([near(44 + 60 * pxPerS, 1), near(600 * pxPerS, 1)]);
    expect(Number(load?.a.y) + Number(load?.a.height)).toBe(CURVES_H - 28);
    expect(texts(svg).flatMap((e) => (/ min$/.test(e.text) ? [e.text] : []))).toEqual(["0 min", "5 min", "10 min"]);
    expect(textOf(svg, "5 min").x).toBeCloseTo(44 + 360 * pxPerS, 1);
  });

  it("draw before dashed and after solid, the first chip heavier", () => {
    expect(lines.map((e) => [e.a["stroke-dasharray"], e.a["stroke-width"]])).toEqual([
      ["5 4", "2.2"],
      [undefined, "2.2"],
      ["5 4", "1.2"],
      [undefined, "1.2"],
    ]);
    expect([textOf(svg, "- - before").anchor, textOf(svg, "— after").anchor]).toEqual(["end", "end"]);
  });

  it("name °F at the same lines, need no limit, and tell long loads by ten minutes", () => {
    const fahrenheit = curvesSvg(curves, 100, inF.t, inF.said);
    expect(textOf(fahrenheit, "104").y).toBe(textOf(svg, "40").y);
    const bare = curvesSvg({ ...curves, loadS: { before: 1500, after: 0 } }, null, speech.t, speech.said);
    expect(drawnIn(bare).some((e) => e.a["stroke-width"] === "1.8")).toBe(false);
    expect(texts(bare).flatMap((e) => (/ min$/.test(e.text) ? [e.text] : []))).toEqual(["0 min", "10 min", "20 min"]);
    const none = curvesSvg({ chips: [], loadS: { before: 60, after: 60 } }, null, speech.t, speech.said);
    expect(none).not.toMatch(/NaN|Infinity/);
  });
});

describe("ladders on paper", () => {
  const v = rigVerdict({ faults: { clog: 2.4, contact: { cpu: 2 } } }, {});
  const lead = v.chips.find((c) => c.chip === v.lead);
  if (!lead) throw new Error("no lead");
  const plan = ladderPlan(lead, v.matched.roomC, v.limitC, true);
  const svg = ladderSvg(v, lead, speech);
  const FOOT = 214;
  const yOf = (C: number) => FOOT - ((C - plan.roomC) / (plan.topC - plan.roomC)) * (FOOT - 30);
  const paths = drawnIn(svg).filter((e) => e.tag === "path");
  /** Rails of one ladder: where each part begins and ends. */
  const railsAt = (x: number) => paths.filter((e) => e.a.d?.startsWith(`M${x} `) && e.a.d.includes(`M${x + 56} `));

  it("stand each part on the one below: airflow from the room, contact on top of it", () => {
    for (const [x, run] of [
      [98, plan.before],
      [202, plan.after],
    ] as const) {
      const [air, contact] = railsAt(x).map((e) => numbers(e.a.d));
      expect([air?.[1], air?.[2]]).toEqual([near(FOOT, 1), near(yOf(run.airC), 1)]);
      expect([contact?.[1], contact?.[2]]).toEqual([near(yOf(run.airC), 1), near(yOf(run.topC), 1)]);
      const chip = drawnIn(svg).find((e) => e.tag === "rect" && e.a.x === String(x + 10));
      expect(Number(chip?.a.y) + 8).toBeCloseTo(yOf(run.topC), 1);
      expect(chip?.a.width).toBe("36");
    }
  });

  it("have a rung every five kelvins of each part", () => {
    const rungs = (x: number, colour: string) =>
      paths.filter((e) => e.a.stroke === colour && new RegExp(`^M${x} [\\d.]+h56$`).test(e.a.d ?? "")).length;
    for (const [x, run] of [
      [98, plan.before],
      [202, plan.after],
    ] as const) {
      expect(rungs(x, "#0B6A94")).toBe(Math.ceil((run.airC - plan.roomC - 0.2) / 5) - 1);
      expect(rungs(x, "#9A1A57")).toBe(Math.ceil((run.topC - run.airC - 0.2) / 5) - 1);
    }
  });

  it("name the room at the foot, both heights below, the limit above its line and every line of the axis", () => {
    const roomLabel = texts(svg).filter((e) => e.a.x === "34");
    expect(roomLabel.map((e) => e.text)).toEqual([...plan.ticksC, Math.round(plan.roomC)].map(String));
    expect(roomLabel.map((e) => Number(e.a.y) - 5)).toEqual([...plan.ticksC, plan.roomC].map((C) => near(yOf(C), 1)));
    for (const e of roomLabel) expect([e.a["text-anchor"], e.a["font-size"]]).toEqual(["end", "13.5"]);
    expect(textOf(svg, /^Before \d+/)).toMatchObject({ x: 126, y: FOOT + 24, anchor: "middle", size: 14.5 });
    expect(textOf(svg, /^After \d+/)).toMatchObject({ x: 230, y: FOOT + 24, anchor: "middle" });
    expect(textOf(svg, /^slows down at/).y).toBeCloseTo(yOf(v.limitC ?? 0) - 12, 1);
    expect(textOf(svg, /^slows down at/)).toMatchObject({ x: LADDER_W - 8, anchor: "end" });
  });

  it("tell both changes with their sign, clear of one another", () => {
    const [contact, airflow] = lead.paths;
    const told = texts(svg).filter((e) => e.a["font-size"] === "20");
    const whole = Math.round(lead.change?.K ?? 0);
    const ofContact = Math.round(contact.change?.K ?? 0);
    expect(told.map((e) => e.text)).toEqual([ofContact, whole - ofContact].map((K) => `−${Math.abs(K)}`));
    const [pasteY = 0, airY = 0] = told.map((e) => Number(e.a.y));
    expect(airY - pasteY).toBeGreaterThanOrEqual(44);
    expect(airY - 4).toBeCloseTo((FOOT + yOf(plan.after.airC)) / 2, 1);
    expect(textOf(svg, "airflow").y - airY).toBe(15);
    expect(textOf(svg, "paste").y - pasteY).toBeCloseTo(15, 1);
    // the scale is told in the unit of all else, at round figures of it
    const marks = (speech: Speech) =>
      texts(ladderSvg(v, lead, speech)).flatMap((e) =>
        e.a["font-size"] === "13.5" && /^\d+$/.test(e.text) ? [e.text] : [],
      );
    expect(marks(inF).at(-1)).toBe("77");
    expect(marks(inF).slice(0, 2)).toEqual(["120", "160"]);
    expect(marks(speech).at(-1)).toBe("25");
    const fahrenheit = texts(ladderSvg(v, lead, inF)).filter((e) => e.a["font-size"] === "20");
    expect(fahrenheit[1]?.text).toBe(`−${Math.abs(1.8 * (airflow.change?.K ?? 0)).toFixed(0)}`);
    expect(textOf(svg, "Airflow").y - textOf(svg, "Paste").y).toBeGreaterThanOrEqual(18);
  });

  it("join what was to what is by a wedge each", () => {
    const [air, paste] = paths.filter((e) => e.a.d?.endsWith("Z")).map((e) => numbers(e.a.d));
    const of = (...C: number[]) => C.map((c) => near(yOf(c), 1));
    expect([air?.[1], air?.[3], air?.[4], air?.[6]]).toEqual(
      of(plan.before.airC, plan.after.airC, plan.roomC, plan.roomC),
    );
    expect([paste?.[1], paste?.[3], paste?.[4], paste?.[6]]).toEqual(
      of(plan.before.topC, plan.after.topC, plan.after.airC, plan.before.airC),
    );
  });

  it("are bare heights where the paths were not told apart, without a figure for either", () => {
    const [contact, airflow] = lead.paths;
    const untold = { ...lead, paths: [contact, { ...airflow, before: null, change: null }] } as typeof lead;
    const bare = ladderSvg(v, untold, speech);
    const boxes = drawnIn(bare).filter((e) => e.tag === "rect");
    expect(boxes.map((e) => [e.a.x, e.a["stroke-dasharray"]])).toEqual([
      ["98", "4 3"],
      ["202", undefined],
    ]);
    for (const e of boxes) expect(Number(e.a.y) + Number(e.a.height)).toBeCloseTo(FOOT, 1);
    expect(texts(bare).some((e) => e.a["font-size"] === "20")).toBe(false);
    expect(ladderSvg({ ...v, limitC: null }, lead, speech)).not.toContain("slows down");
  });
});

describe("what was found, on the drawing", () => {
  const layout = tessalyK15Layout();
  const all = (kind: string) => layout.parts.filter((p) => p.kind === kind);
  const sheet = (answers: readonly Answered[]) => {
    const file = aJobFile({ drawing: layout, answers });
    return foundSheetOf(file, workIn(file), speech);
  };
  const graded = [...all("fins"), ...all("blower")].map((p) => ({ step: stepKey("dust", p.id), value: "3" }));

  it("points at the part itself, its number beside its words", () => {
    const { svg, heightPx } = sheet(graded);
    const scale = 354 / layout.base.widthMm;
    const seenMm = Math.min(layout.base.depthMm, 188 / scale);
    const marks = drawnIn(svg).filter((e) => e.tag === "circle" && e.a.r === "3.6");
    const meant = [...all("fins"), ...all("blower")].map((p) => {
      const [x, y] = centreOf(p);
      return [(FOUND_W - 354) / 2 + x * scale, 5 + Math.min(y, seenMm - 6) * scale] as const;
    });
    expect(heightPx).toBe(196);
    for (const [x, y] of meant)
      expect(marks.some((e) => Math.abs(Number(e.a.cx) - x) < 0.1 && Math.abs(Number(e.a.cy) - y) < 0.1)).toBe(true);
    expect(marks).toHaveLength(meant.length);
    // numbers run down the left side first, and the left one holds the odd one
    const rings = drawnIn(svg).filter((e) => e.tag === "circle" && e.a.r === "12");
    expect(rings.map((e) => [e.a.cx, e.a.cy])).toEqual(
      [
        [152, 20],
        [152, 92],
        [152, 164],
        [FOUND_W - 152, 20],
        [FOUND_W - 152, 92],
      ].map(([x, y]) => [String(x), String(y)]),
    );
    expect(texts(svg).flatMap((e) => (e.a["font-size"] === "14.5" ? [e.text] : []))).toEqual(
      meant.map((_, i) => String(i + 1)),
    );
  });

  it("puts what lies left at the left, above one another as on the drawing, words away from the picture", () => {
    const { svg } = sheet(graded);
    const marks = drawnIn(svg).filter((e) => e.tag === "circle" && e.a.r === "3.6");
    const half = Math.ceil(marks.length / 2);
    const [left, right] = [marks.slice(0, half), marks.slice(half)];
    const xs = (side: typeof marks) => side.map((e) => Number(e.a.cx));
    expect(Math.max(...xs(left))).toBeLessThanOrEqual(Math.min(...xs(right)));
    for (const side of [left, right]) {
      const ys = side.map((e) => Number(e.a.cy));
      expect(ys).toEqual([...ys].sort((a, b) => a - b));
    }
    const words = texts(svg).filter((e) => e.a["font-size"] === "13.5");
    expect(new Set(words.map((e) => `${e.a.x} ${e.a["text-anchor"]}`))).toEqual(
      new Set(["133 end", `${FOUND_W - 133} start`]),
    );
    for (const e of words) expect(e.text.length).toBeLessThanOrEqual(24);
    // name and state in one heavy line where they fit, what was done below it
    expect(words.slice(0, 2).map((e) => [e.text, e.a["font-weight"]])).toEqual([
      [expect.stringMatching(/^(Fan|Fins) .* felted$/), "600"],
      ["left as it was", "400"],
    ]);
    expect(Number(words[1]?.a.y) - Number(words[0]?.a.y)).toBe(17);
  });

  it("tells six at most, what weighs most first: a mat, dust felted, dry paste, a torn pad, then dust", () => {
    const [fins, otherFins] = all("fins");
    const [blower, other] = all("blower");
    const cpu = layout.parts.find((p) => p.kind === "chip" && p.role === "cpu");
    const gpu = layout.parts.find((p) => p.kind === "chip" && p.role === "gpu");
    const pads = all("pad");
    const at = (kind: Parameters<typeof stepKey>[0], id: string | undefined, value: string): Answered => ({
      step: stepKey(kind, id ?? "-"),
      value,
    });
    const { lines } = sheet([
      at("dust", fins?.id, "2"),
      at("dust", otherFins?.id, "4"),
      at("dust", blower?.id, "3"),
      at("dust", other?.id, "0"),
      at("bearing", other?.id, "rattles"),
      at("paste-was", cpu?.id, "dry"),
      at("paste-was", gpu?.id, "even"),
      at("pad-was", pads[0]?.id, "torn"),
      at("pad-was", pads[1]?.id, "oily"),
    ]);
    expect(lines.map((l) => l.replace(/^(Fins|Fan|Pad) \S+:/, "$1:"))).toEqual([
      "Fins: matted, left as it was",
      "Processor paste: dry, left as it was",
      "Fan: felted, left as it was",
      "Pad: torn, left as it was",
      "Pad: oily or hard, left as it was",
      "Fins: dusty, left as it was",
    ]);
    const [rattling] = sheet([at("dust", other?.id, "0"), at("bearing", other?.id, "rattles")]).lines;
    expect(rattling).toMatch(/^Fan .*: clean, rattles, left as it was$/);
    const [cleaned] = sheet([
      at("dust", other?.id, "3"),
      at("bearing", other?.id, "rattles"),
      { ...at("clean", other?.id, "brush;swab=2"), stage: "clean" },
    ]).lines;
    expect(cleaned).toMatch(/^Fan .*: felted, rattles, brushed in place, bearing left as it was$/);
  });

  it("writes every colour out, none that lets through", () => {
    const { svg } = sheet(graded);
    expect(svg).not.toContain("var(");
    expect(svg).not.toMatch(/#[0-9a-f]{8}\b/i);
  });

  it("tells a dented pipe and a worn battery, and nothing of what was sound", () => {
    const found = (step: string, value: string) => sheet([{ step: stepKey("strip", step), value }]).lines.join();
    expect(found("pipes", "dent")).toBe("Pipes and fins: a dented pipe, left as it was");
    expect(found("battery", "worn")).toBe("Battery: worn, left as it was");
    expect(found("pipes", "sound")).toBe("Nothing was written down of the inside.");
    expect(sheet([{ step: stepKey("dust", all("fins")[0]?.id ?? ""), value: "0" }]).lines).toEqual([
      "What was looked at inside was in order.",
    ]);
  });

  it("cuts nothing off: what is long goes on in the next line, and the picture reaches down to it", () => {
    const bearing = all("blower").map((p) => ({ step: stepKey("bearing", p.id), value: "rattles" }));
    const done = [...all("fins"), ...all("blower")].map((p) => ({
      step: stepKey("clean", p.id),
      value: "brush;swab=2",
      stage: "clean" as const,
    }));
    const { svg, heightPx } = sheet([...graded, ...bearing, ...done]);
    const written = texts(svg).filter((e) => e.a["font-size"] === "13.5");
    expect(written.every((e) => e.text.length <= 24 && !e.text.includes("…"))).toBe(true);
    expect(written.map((e) => e.text).join(" ")).toContain("bearing left as it was");
    expect(Math.max(...written.map((e) => Number(e.a.y)))).toBeLessThan(heightPx);
  });
});
