import { expect, it } from "vitest";
import { demoLayouts } from "../../../samples/layouts";
import { golden, summed, eachSummed } from "../../../testing/golden";
import { arrangedLayout, ARRANGEMENTS, CoolingMap, type Layout, type Part } from "../parts";
import { airGrown, airOf, slowerWhenClean, stillFinsWK } from "./airflow";
import { levelCapacityW, liftShare, roundMm, usualCapacityW } from "./capacity";
import { checksOf, pipeLoads } from "./checks";
import { exhaustRises } from "./exhaust";
import { partFacts, partRemark, partTitle } from "./facts";
import { heatPicture, type HeatPicture } from "./heat";
import { heatRemarks, heatSentence, placeWords } from "./heatWords";
import { conductances, estimatedKW, solveNetwork, spreadKW } from "./network";
import { heatPaths } from "./paths";
import { mapSentence } from "./sentence";

const layouts = demoLayouts();
const plain = (parts: readonly { text: string }[]) => parts.map((p) => p.text).join("");
const whole = <T>(of: readonly T[], name: (v: T, i: number) => string = (_, i) => String(i)) =>
  Object.fromEntries(of.map((v, i) => [name(v, i), v]));

/** Drawings with something changed, so that what is said of odd ones stands as well. */
function odd(layout: Layout): Record<string, Layout> {
  const change = (at: (p: Part) => boolean, to: (p: Part) => Part | null): Layout => ({
    ...layout,
    parts: layout.parts.flatMap((p) => (at(p) ? (to(p) ?? []) : p)),
  });
  const box = (p: Part, more: object): Part => ({ ...p, ...more });
  const is = (kind: Part["kind"]) => (p: Part) => p.kind === kind;
  return {
    "as drawn": layout,
    "no pipes": change(is("pipe"), () => null),
    "no pads": change(is("pad"), () => null),
    "no blowers": change(is("blower"), () => null),
    "no vents": change(is("vent"), () => null),
    "kinked, dented": change(is("pipe"), (p) => box(p, { damage: p.id < "m" ? "kink" : "dent" })),
    "thin pipes": change(is("pipe"), (p) => box(p, { widthMm: 4, heightMm: 1.2, joint: "pressed" })),
    "pads aside": change(is("pad"), (p) => box(p, { xMm: "xMm" in p ? p.xMm + 12 : 0, thicknessMm: 2.5 })),
    "fins turned": change(is("fins"), (p) => box(p, { outlet: "bottom", pitchMm: 2.2 })),
    "stamps gone": change(is("screw"), (p) => box(p, { stamp: p.id.charCodeAt(1) % 2 ? "" : "2024" })),
    "swollen, dusty": change(
      (p) => p.kind === "battery" || p.kind === "blower",
      (p) => box(p, p.kind === "battery" ? { swollen: true } : { tag: "B1" }),
    ),
    "moved off": change(
      (p) => p.kind === "plate" || p.kind === "cable",
      (p) => ("xMm" in p ? box(p, { yMm: p.yMm - 90 }) : null),
    ),
  };
}

it.each(layouts.map((l) => [l.model, l] as const))("what does not add up on the %s", async (model, layout) => {
  const out = Object.entries(odd(layout)).map(([name, l]) => {
    const map = new CoolingMap(l);
    const checks = checksOf(map).map((c) => [c.code, c.message, c.parts.join(" ")].join(" | "));
    return [name, whole(checks), heatPaths(map).map((p) => [p.chip, ...p.parts, p.reachesAir].join(" "))];
  });
  await expect(golden(whole(out))).toMatchFileSnapshot(`golden/checks-${model.replace(/\s/g, "-")}.txt`);
});

it("the network, the air and what pipes carry stand as kept", async () => {
  const out = layouts.map((layout) => {
    const map = new CoolingMap(layout);
    const net = conductances(map);
    const chips = map.ofKind("chip").filter((c) => c.role === "cpu" || c.role === "gpu");
    const fins = map.ofKind("fins");
    const closed = new Map(fins.map((f, i) => [f.id, [0.65, 0.3, 0][i % 3] ?? 0]));
    return [
      layout.model,
      summed(net),
      summed(conductances(map, 0.4).filter((c) => c.b === null)),
      chips.map((c) => solveNetwork(net, new Map([[c.id, 40]]))),
      [0.3, 0.85, 1].map((share) => [airOf(map, share), airOf(map, share, closed)]),
      [airGrown(map, closed), slowerWhenClean(map, closed)],
      fins.map(stillFinsWK),
      summed(pipeLoads(map)),
      map
        .ofKind("pipe")
        .map((h) => [
          roundMm(h),
          levelCapacityW(h, layout.figures),
          [-90, -20, 0, 10, 45, 90].map((rearUpDeg) =>
            usualCapacityW(new CoolingMap({ ...layout, figures: { ...layout.figures, rearUpDeg } }), h),
          ),
        ]),
      [-0.1, 0, 0.05, 0.1, 0.3].map(liftShare),
      estimatedKW(map),
    ];
  });
  const spread = [1e-4, 4e-4].flatMap((dieM2) =>
    [1e-3, 3e-3].flatMap((thickM) => [20, 4000].map((h) => spreadKW({ dieM2, plateM2: 2e-3, thickM, k: 390, h }))),
  );
  await expect(golden({ of: whole(out), spread })).toMatchFileSnapshot("golden/network.txt");
});

it("heat pictures and what is said of them stand as kept", async () => {
  const chip = (of: "cpu" | "gpu", powerW: number, airflowK: number, airflowHalfK = 1.4) => ({
    chip: of,
    powerW,
    contactK: 12,
    airflowK,
    airflowHalfK,
  });
  const out = layouts.map((layout) => {
    const map = new CoolingMap(layout);
    const fins = map.ofKind("fins");
    const seen = new Map(fins.map((f, i) => [f.id, { growth: [3, 1.3, 1][i % 3] ?? 1, sd: 0.2 }]));
    const clean = new Map(fins.map((f) => [f.id, { growth: 1, sd: 0.12 }]));
    const air = new Map(fins.map((f, i) => [f.id, { K: 28 - 9 * i, closed: i ? null : 0.5 }]));
    const both = [chip("cpu", 46, 32), chip("gpu", 40, 30)];
    const cooler = [chip("cpu", 46, 19), chip("gpu", 40, 18)];
    const pictures: Record<string, HeatPicture | null> = {
      plain: heatPicture(map, both),
      "one chip": heatPicture(map, [chip("cpu", 46, 32)]),
      unsure: heatPicture(map, [chip("cpu", 46, 32, 9)]),
      graded: heatPicture(map, both, seen),
      cleaned: heatPicture(map, cooler, clean),
      "air read": heatPicture(map, both, seen, air),
      "air that fits nothing": heatPicture(map, both, clean, new Map(fins.map((f) => [f.id, { K: 90, closed: null }]))),
      none: heatPicture(map, []),
    };
    const { graded = null, cleaned = null, plain = null, "air read": airRead = null, none = null } = pictures;
    return [
      layout.model,
      eachSummed(pictures),
      [
        [graded, cleaned],
        [plain, plain],
        [plain, cleaned],
        [airRead, cleaned],
        [none, cleaned],
        [plain, none],
      ].map(([a, b]) => heatSentence(map, a ?? null, b ?? null)),
      Object.values(pictures).map((p) => [heatRemarks(map, p, "before"), heatRemarks(map, p, "after")]),
      whole(layout.parts.map((p) => placeWords(map, p.id)).slice(0, 12)),
    ];
  });
  await expect(golden(whole(out))).toMatchFileSnapshot("golden/heat.txt");
});

it("facts of every part stand as kept", async () => {
  const out = layouts.map((layout) => {
    const map = new CoolingMap(layout);
    return whole(
      layout.parts.map((p) => [partTitle(map, p), partRemark(map, p), summed(partFacts(map, p))].join(" | ")),
      (_, i) => layout.parts[i]?.id ?? "",
    );
  });
  await expect(golden(whole(out))).toMatchFileSnapshot("golden/facts.txt");
});

it("sentences and outlets stand as kept", async () => {
  const out = layouts.map((layout) => {
    const map = new CoolingMap(layout);
    const exhaust = map
      .ofKind("fins")
      .map((f, i) => `${f.tag}=${44 - 5 * i}`)
      .join(";");
    const said = Object.values(odd(layout)).map((l) => plain(mapSentence(new CoolingMap(l))));
    const rises = exhaustRises(
      map,
      { roomStartC: 22, roomEndC: 24, exhaust } as Parameters<typeof exhaustRises>[1],
      new Map(),
    );
    return [whole(said), rises];
  });
  const begun = ARRANGEMENTS.map((a) => {
    const map = new CoolingMap(arrangedLayout(a[0], "M", "", 340, 230));
    return [plain(mapSentence(map)), summed(estimatedKW(map))];
  });
  await expect(golden({ of: whole(out), begun: whole(begun) })).toMatchFileSnapshot("golden/sentences.txt");
});
