import { lengthOf, tightestBend } from "../parts/geometry";
import { pipeLoads } from "./checks";
import { chipLabel, KINDS } from "../parts/kinds";
import type { CoolingMap } from "../parts/map";
import { estimatedKW } from "./network";
import type { Pad, HeatPipe, FinStack, Chip, Blower, Part } from "../parts/parts";
import { type Spread } from "../parts";

/** A line of a part's panel: what, and how much; strong figures in mm, W, K/W. */
export interface Fact {
  label: string;
  value: string;
  unit?: string;
}

const names = (parts: readonly Part[]): string => {
  const list = [
    ...new Set(parts.map((p) => p.tag || (p.kind === "chip" ? chipLabel(p) : KINDS[p.kind].name.toLowerCase()))),
  ];
  if (list.length === 0) return "nothing drawn";
  if (list.length === 1) return list[0] ?? "";
  return list.length > 4 ? `${list.length} parts` : `${list.slice(0, -1).join(", ")} and ${list[list.length - 1]}`;
};

const word = (kind: Part["kind"], key: string, value: string): string => {
  const f = KINDS[kind].fields.find((x) => x.key === key);
  return f?.type === "choice" ? (f.options.find(([v]) => v === value)?.[1] ?? value) : value;
};

const one = (v: number) => v.toFixed(1);

const size = (w: number, h: number, label = "Width × height"): Fact => ({
  label,
  value: `${one(w)} × ${one(h)}`,
  unit: "mm",
});

const choice = (p: Part, label: string, key: string): Fact => ({
  label,
  value: word(p.kind, key, String((p as unknown as Record<string, unknown>)[key])),
});

/** What the drawing says of a part: what it takes heat from and gives it to, its measures, its state. */
export function partFacts(map: CoolingMap, p: Part): Fact[] {
  switch (p.kind) {
    case "pipe":
      return pipeFacts(map, p);
    case "blower":
      return blowerFacts(map, p);
    case "fins":
      return finFacts(map, p);
    case "plate":
    case "chamber":
    case "spreader":
      return plateFacts(map, p);
    case "chip":
      return chipFacts(map, p);
    case "pad":
      return padFacts(map, p);
    default:
      return smallFacts(p);
  }
}

function pipeFacts(map: CoolingMap, p: HeatPipe): Fact[] {
  const from = [
    ...map.beside(p.id, "plate", "chamber", "spreader"),
    ...map.beside(p.id, "chip"),
    ...map.beside(p.id, "pad"),
  ];
  const fins = map.beside(p.id, "fins");
  const load = pipeLoads(map).find((l) => l.pipe === p.id);
  const bend = tightestBend(p.points);
  return [
    { label: "Takes heat from", value: names(from) },
    {
      label: "Gives it to",
      value:
        fins.length === 1 && fins[0] && map.beside(fins[0].id, "blower").length
          ? `${names(fins)}, blower ${names(map.beside(fins[0].id, "blower"))}`
          : names(fins),
    },
    size(p.widthMm, p.heightMm, "Width × flattened to"),
    { label: "Length along the bends", value: lengthOf(p.points).toFixed(0), unit: "mm" },
    {
      label: "Tightest bend",
      value: bend === null ? "straight" : one(bend),
      unit: bend === null ? undefined : "mm",
    },
    ...(load
      ? [{ label: "Load, estimated", value: `${load.W.toFixed(0)} of ${load.usualW.toFixed(0)}`, unit: "W" }]
      : []),
    choice(p, "Joined by", "joint"),
    choice(p, "Kinks or dents", "damage"),
  ];
}

function blowerFacts(map: CoolingMap, p: Blower): Fact[] {
  return [
    { label: "Blows through", value: names(map.beside(p.id, "fins")) },
    { label: "Cools", value: names(map.servedBy(p).filter((c) => c.role === "cpu" || c.role === "gpu")) },
    size(p.wMm, p.hMm),
    { label: "Height", value: one(p.heightMm), unit: "mm" },
    { label: "Blades", value: String(p.blades) },
    choice(p, "Turns, from below", "turns"),
    choice(p, "Outlet", "outlet"),
    choice(p, "Marked", "hand"),
    { label: "Top speed", value: p.maxRpm.toLocaleString("en"), unit: "rpm" },
  ];
}

function finFacts(map: CoolingMap, p: FinStack): Fact[] {
  return [
    { label: "Takes heat from", value: names(map.beside(p.id, "pipe", "plate", "chamber", "spreader")) },
    { label: "Air from", value: names(map.beside(p.id, "blower")) },
    size(p.wMm, p.hMm),
    { label: "Fin height", value: one(p.heightMm), unit: "mm" },
    { label: "Fin pitch", value: p.pitchMm.toFixed(2), unit: "mm" },
    choice(p, "Air leaves at", "outlet"),
  ];
}

function plateFacts(map: CoolingMap, p: Spread): Fact[] {
  const screws = map.screwsOf(p);
  return [
    { label: "Lies on", value: names([...map.beside(p.id, "chip"), ...map.beside(p.id, "pad")]) },
    { label: "Gives heat to", value: names(map.beside(p.id, "pipe", "fins")) },
    size(p.wMm, p.hMm),
    { label: "Thickness", value: one(p.heightMm), unit: "mm" },
    ...(p.kind === "chamber" ? [] : [choice(p, "Material", "material")]),
    {
      label: "Screws",
      value:
        screws.length === 0
          ? "none drawn"
          : `${screws.length}${
              screws.some((s) => s.stamp)
                ? `, stamped ${screws
                    .map((s) => s.stamp || "?")
                    .sort((a, b) => a.localeCompare(b, "en", { numeric: true }))
                    .join(" ")}`
                : ""
            }`,
    },
  ];
}

function chipFacts(map: CoolingMap, p: Chip): Fact[] {
  const est = estimatedKW(map).find((e) => e.chip === p.id);
  return [
    choice(p, "Chip", "role"),
    { label: "Cooled through", value: names([...map.spreadsOf(p), ...map.beside(p.id, "pad", "pipe")]) },
    size(p.wMm, p.hMm, "Package"),
    ...(p.dieWMm ? [size(p.dieWMm, p.dieHMm, "Die")] : []),
    ...(p.powerW ? [{ label: "Power", value: one(p.powerW), unit: "W" }] : []),
    ...(est
      ? [
          { label: "Contact, estimated", value: est.contactKW.toFixed(2), unit: "K/W" },
          { label: "Airflow, estimated", value: est.airflowKW.toFixed(2), unit: "K/W" },
        ]
      : []),
  ];
}

function padFacts(map: CoolingMap, p: Pad): Fact[] {
  return [
    { label: "Lies on", value: names(map.beside(p.id, "chip")) },
    { label: "Under", value: names(map.beside(p.id, "plate", "chamber", "spreader", "pipe")) },
    size(p.wMm, p.hMm),
    { label: "Thickness", value: one(p.thicknessMm), unit: "mm" },
    choice(p, "State", "state"),
    choice(p, "Softness", "softness"),
  ];
}

/** Parts that carry no heat: what they are and how they come off. */
function smallFacts(p: Part): Fact[] {
  switch (p.kind) {
    case "screw":
      return [
        { label: "Holds", value: p.forWhat || "not said" },
        choice(p, "Head", "head"),
        { label: "Thread", value: p.thread },
        { label: "Length", value: one(p.lengthMm), unit: "mm" },
        { label: "Stamped", value: p.stamp || "no mark" },
        { label: "Captive", value: p.captive ? "yes" : "no" },
        { label: "Sprung", value: p.sprung ? "yes" : "no" },
        choice(p, "Hidden under", "under"),
      ];
    case "plug":
      return [
        { label: "Of", value: p.forWhat || "not said" },
        choice(p, "Releases by", "release"),
        { label: "Wires", value: String(p.wires) },
      ];
    case "cable":
      return [
        { label: "Goes to", value: p.forWhat || "not said" },
        choice(p, "Form", "form"),
        { label: "Length of the route", value: lengthOf(p.points).toFixed(0), unit: "mm" },
        { label: "Runs under", value: p.under || "nothing" },
      ];
    case "battery":
      return [
        { label: "Label", value: p.label || "not said" },
        { label: "Note", value: p.note || "none" },
        { label: "Glued", value: p.glued ? "yes" : "no" },
        { label: "Swollen", value: p.swollen ? "YES: stop" : "no" },
        size(p.wMm, p.hMm),
      ];
    default:
      return [
        ...("wMm" in p ? [size(p.wMm, p.hMm)] : []),
        ...("note" in p && p.note ? [{ label: "Note", value: p.note }] : []),
        ...("forWhat" in p && p.forWhat ? [{ label: "Of", value: p.forWhat }] : []),
      ];
  }
}

/** The kind of a part with what sets it apart: "Heat pipe, shared". */
export function partTitle(map: CoolingMap, p: Part): string {
  if (p.kind === "pipe") {
    const main = new Set(
      map
        .chipsOf(p)
        .map((c) => c.role)
        .filter((r) => r === "cpu" || r === "gpu"),
    );
    return main.size === 2 ? "Heat pipe, shared" : "Heat pipe";
  }
  if (p.kind === "chip") return chipLabel(p);
  if (p.kind === "screw") return `Screw${p.stamp ? ` ${p.stamp}` : ""}`;
  if (p.kind === "module") return word("module", "form", p.form).replace(/^./, (c) => c.toUpperCase());
  return KINDS[p.kind].name;
}

/** A sentence worth knowing about a part where there is one. */
export function partRemark(map: CoolingMap, p: Part): string {
  if (
    p.kind === "pipe" &&
    new Set(
      map
        .chipsOf(p)
        .map((c) => c.role)
        .filter((r) => r === "cpu" || r === "gpu"),
    ).size === 2
  )
    return (
      `Both chips push heat into ${p.tag || "this pipe"}. When both work at once, each also warms the ` +
      "other; the judge keeps the two apart."
    );
  if (p.kind === "blower" && p.outlet2 !== "none")
    return "Two outlets: lint can close one while the other still blows. Look at both fin stacks.";
  if (p.kind === "plate" && p.material === "aluminium") return "Aluminium: never liquid metal here, it eats through.";
  if (p.kind === "screw" && p.under !== "nothing") return "Hidden: a missed one breaks the cover.";
  if (p.kind === "battery" && p.glued)
    return "Glued: discharge below 25 % before taking it out; never solvent near the display side of a slotted frame.";
  return "";
}
