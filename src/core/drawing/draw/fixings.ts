import type { Cable, Clip, Gasket, Note, Plug, Screw, Sketch, Tape } from "../parts/parts";
import { centreLinePath } from "./cooling";
import { circle, el, n, path, rect } from "./markup";

/** A screw head from above with its recess; sprung ones on their coil, cover screws in a boss, hidden ones dashed. */
export function drawScrew(s: Screw): string {
  const r = s.wMm / 2;
  if (s.under !== "nothing")
    return (
      circle(0, 0, r, {
        fill: "var(--d-well)",
        "fill-opacity": 0.5,
        stroke: "var(--d-ink)",
        "stroke-width": 0.5,
        "stroke-dasharray": "1.3 0.9",
      }) + recess(s, r * 0.6, "var(--d-ink)", 0.45)
    );
  const head = s.sprung || s.forWhat !== "cover" ? "url(#ov-hub)" : "var(--d-al2)";
  return [
    circle(0.3, 0.5, r, { fill: "var(--d-shadow)" }),
    circle(0, 0, r, { fill: s.sprung ? "var(--d-al3)" : "var(--d-al2)", stroke: "var(--d-ink)", "stroke-width": 0.45 }),
    s.sprung
      ? circle(0, 0, r * 0.84, {
          fill: "none",
          stroke: "var(--d-al1)",
          "stroke-width": 0.35,
          "stroke-dasharray": "1.1 0.7",
        })
      : "",
    circle(0, 0, r * 0.68, {
      fill: s.forWhat === "cover" ? "var(--d-we2)" : head,
      stroke: "var(--d-ink)",
      "stroke-width": 0.35,
    }),
    recess(s, r * 0.42, s.forWhat === "cover" ? "var(--d-al1)" : "var(--on-al)", 0.6),
    s.captive ? path(`M${n(-r)} ${n(r + 0.9)}H${n(r)}`, { stroke: "var(--d-ink)", "stroke-width": 0.6 }) : "",
  ].join("");
}

function recess(s: Screw, r: number, stroke: string, width: number): string {
  if (s.head === "slotted") return path(`M${n(-r)} 0H${n(r)}`, { stroke, "stroke-width": width });
  if (s.head === "hex" || s.head === "six-lobe-5") {
    const ring = Array.from(
      { length: 6 },
      (_, i) => `${n(r * 0.85 * Math.cos((i * Math.PI) / 3))} ${n(r * 0.85 * Math.sin((i * Math.PI) / 3))}`,
    );
    return path(`M${ring.join("L")}Z`, {
      fill: s.head === "hex" ? stroke : "none",
      stroke,
      "stroke-width": width * 0.8,
      "stroke-linejoin": "round",
    });
  }
  return path(`M${n(-r)} 0H${n(r)}M0 ${n(-r)}V${n(r)}`, { stroke, "stroke-width": width });
}

const WIRES = ["#20282A", "#C9A227", "#3C6EA6", "#8A8F93", "#A8402F", "#3F7F55"];

/** Wires in their order along the route, a flat ribbon, or a thin antenna lead. */
export function drawCable(c: Cable): string {
  const d = centreLinePath(c.points);
  const line = (stroke: string, width: number, more: Record<string, string | number> = {}) =>
    path(d, {
      fill: "none",
      stroke,
      "stroke-width": width,
      "stroke-linejoin": "round",
      "stroke-linecap": "butt",
      ...more,
    });
  if (c.form === "ribbon")
    return (
      line("var(--d-ink)", 8.6) +
      line("var(--d-ic)", 7.8) +
      line("#fff", 0.4, { "stroke-opacity": 0.25, transform: "translate(-2.4 -0.4)" })
    );
  if (c.form === "antenna") return line("var(--d-we2)", 1.2) + line("var(--d-al3)", 0.35);
  const wires = Math.min(6, Math.max(1, c.wires));
  return (
    line("var(--d-shadow)", wires * 0.75 + 0.5, { transform: "translate(0.3 0.6)" }) +
    Array.from({ length: wires }, (_, i) =>
      line(WIRES[i] ?? "#20282A", 0.62, {
        transform: `translate(${n((i - (wires - 1) / 2) * 0.5)} ${n((i - (wires - 1) / 2) * 0.62)})`,
      }),
    ).join("")
  );
}

/** Pale socket with the cream plug in it. */
export function drawPlug(p: Plug): string {
  const { wMm: w, hMm: h } = p;
  return (
    rect(-w / 2, -h / 2, w, h, { rx: 0.6, fill: "var(--d-al1)", stroke: "var(--d-ink)", "stroke-width": 0.45 }) +
    rect(-w / 2 + 0.9, -h / 2 + 0.9, w - 1.8, h - 1.8, {
      rx: 0.4,
      fill: "#F2EBD3",
      stroke: "#5C574A",
      "stroke-width": 0.25,
    })
  );
}

export const drawTape = (t: Tape): string =>
  rect(-t.wMm / 2, -t.hMm / 2, t.wMm, t.hMm, {
    fill: "#D2A23C",
    "fill-opacity": 0.72,
    stroke: "#8A6A1E",
    "stroke-width": 0.35,
  });

export const drawGasket = (g: Gasket): string =>
  rect(-g.wMm / 2, -g.hMm / 2, g.wMm, g.hMm, {
    rx: Math.min(1.2, g.hMm / 2),
    fill: "var(--d-we2)",
    "fill-opacity": 0.82,
    stroke: "var(--d-ink)",
    "stroke-width": 0.3,
    "stroke-dasharray": "0.8 0.5",
  });

/** T profile at the case edge; a broken one is struck out. */
export function drawClip(c: Clip): string {
  const { wMm: w, hMm: h } = c;
  return (
    path(`M${n(-w / 2)} ${n(h / 2)}V${n(0)}H${n(-w * 0.18)}V${n(-h / 2)}H${n(w * 0.18)}V0H${n(w / 2)}V${n(h / 2)}Z`, {
      fill: "var(--d-plas)",
      stroke: "var(--d-ink)",
      "stroke-width": 0.45,
      "stroke-linejoin": "round",
    }) +
    (c.broken
      ? path(`M${n(-w * 0.4)} ${n(-h * 0.6)}L${n(w * 0.4)} ${n(h * 0.6)}`, {
          stroke: "var(--stop)",
          "stroke-width": 0.9,
        })
      : "")
  );
}

export const drawNote = (t: Note): string =>
  rect(-t.wMm / 2, -t.hMm / 2, t.wMm, t.hMm, {
    rx: 1,
    fill: "var(--d-lab)",
    stroke: "var(--d-ink)",
    "stroke-width": 0.35,
  }) +
  el(
    "text",
    {
      x: 0,
      y: Math.min(4.5, t.hMm * 0.6) * 0.34,
      "text-anchor": "middle",
      "font-size": Math.min(4.5, t.hMm * 0.6),
      "font-family": "var(--font-ui)",
      fill: "var(--ink)",
    },
    t.text,
  );

export const drawSketch = (s: Sketch): string =>
  path(`${centreLinePath(s.points)}${s.closed ? "Z" : ""}`, {
    fill: "none",
    stroke: "var(--ink-2)",
    "stroke-width": 0.5,
    "stroke-linejoin": "round",
  });
