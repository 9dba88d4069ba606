import type { Battery, Foot, Layout, Port, Speaker, Vent } from "../parts/parts";
import { cornered, el, n, path, rect } from "./markup";

/** The opened base: rim, well, hinges. */
export function drawBase({ widthMm: w, depthMm: d, cornerMm: r }: Layout["base"]): string {
  const hinge = (x: number) =>
    path(`M${n(x - 10)} 0.5v-2.6a1.6 1.6 0 0 1 1.6 -1.6h16.8a1.6 1.6 0 0 1 1.6 1.6v2.6z`, {
      fill: "var(--d-al2)",
      stroke: "var(--d-ink)",
      "stroke-width": 0.5,
    });
  return [
    rect(0.8, 1.9, w, d, { rx: r, fill: "var(--d-shadow)" }),
    hinge(0.34 * w),
    hinge(0.66 * w),
    rect(0, 0, w, d, { rx: r, fill: "var(--d-case)", stroke: "var(--d-ink)", "stroke-width": 0.9 }),
    rect(2.4, 2.4, w - 4.8, d - 4.8, {
      rx: r - 2,
      fill: "var(--d-well)",
      stroke: "var(--d-ink)",
      "stroke-opacity": 0.45,
      "stroke-width": 0.4,
    }),
    path(`M${n(r)} 1.2H${n(w - r)}M1.2 ${n(r)}V${n(d - r)}`, {
      fill: "none",
      stroke: "#fff",
      "stroke-opacity": 0.4,
      "stroke-width": 0.5,
    }),
  ].join("");
}

/** Cells in a frame with a label; a swollen one bulges in the stop colour. */
export function drawBattery(b: Battery): string {
  const { wMm: w, hMm: h } = b;
  const cells = Math.max(1, Math.round(b.cells));
  const long = w >= h;
  const step = ((long ? w : h) - 6) / cells;
  const cell = (i: number): [number, number, number, number] =>
    long
      ? [-w / 2 + 3 + i * step + 0.8, -h / 2 + 4, step - 1.6, h - 8]
      : [-w / 2 + 4, -h / 2 + 3 + i * step + 0.8, w - 8, step - 1.6];
  const label = Math.min(100, w * 0.44);
  return [
    rect(-w / 2 + 0.6, -h / 2 + 1.2, w, h, { rx: 2, fill: "var(--d-shadow)" }),
    rect(-w / 2, -h / 2, w, h, { rx: 2, fill: "var(--d-batf)", stroke: "var(--d-ink)", "stroke-width": 0.5 }),
    ...Array.from(
      { length: cells },
      (_, i) =>
        rect(...cell(i), {
          rx: 1.6,
          fill: "url(#ov-cell)",
          stroke: "var(--d-ink)",
          "stroke-opacity": 0.55,
          "stroke-width": 0.35,
        }) +
        path(
          long
            ? `M${n(cell(i)[0] + 1.6)} ${n(cell(i)[1] + 2)}v${n(cell(i)[3] - 4)}`
            : `M${n(cell(i)[0] + 2)} ${n(cell(i)[1] + 1.6)}h${n(cell(i)[2] - 4)}`,
          { stroke: "#fff", "stroke-opacity": 0.35, "stroke-width": 0.5 },
        ),
    ),
    b.label && h > 26 && w > 60
      ? rect(-label / 2, -h * 0.2, label, h * 0.4, {
          rx: 0.8,
          fill: "var(--d-lab)",
          stroke: "var(--d-ink)",
          "stroke-width": 0.4,
        }) +
        el(
          "text",
          {
            x: -label / 2 + 4,
            y: -h * 0.2 + 9.2,
            "font-size": 6,
            "font-weight": 600,
            "font-family": "var(--font-ui)",
            fill: "var(--ink)",
          },
          b.label,
        ) +
        (b.note
          ? el(
              "text",
              {
                x: -label / 2 + 4,
                y: -h * 0.2 + 17.4,
                "font-size": 5.2,
                "font-family": "var(--font-ui)",
                fill: "var(--ink-2)",
              },
              b.note,
            )
          : "") +
        path(`M${n(label / 2 - 11)} ${n(-h * 0.2 + 13)}l4 -7l4 7z`, { fill: "var(--ink)" })
      : "",
    b.swollen
      ? el("ellipse", {
          cx: 0,
          cy: 0,
          rx: w * 0.42,
          ry: h * 0.46,
          fill: "none",
          stroke: "var(--stop)",
          "stroke-width": 1.6,
        })
      : "",
  ].join("");
}

export const drawSpeaker = (s: Speaker): string =>
  rect(-s.wMm / 2, -s.hMm / 2, s.wMm, s.hMm, {
    rx: 2.6,
    fill: "var(--d-plas)",
    stroke: "var(--d-ink)",
    "stroke-width": 0.5,
  }) +
  rect(-s.wMm / 2 + 3.4, -s.hMm / 2 + 3.4, s.wMm - 6.8, s.hMm - 6.8, {
    rx: 1.8,
    fill: "url(#ov-grille)",
    stroke: "var(--d-ink)",
    "stroke-opacity": 0.5,
    "stroke-width": 0.35,
  });

export const drawFoot = (f: Foot): string =>
  rect(-f.wMm / 2, -f.hMm / 2, f.wMm, f.hMm, {
    rx: Math.min(f.wMm, f.hMm) / 2,
    fill: "var(--d-we2)",
    stroke: "var(--d-ink)",
    "stroke-width": 0.4,
  });

export const drawPort = (p: Port): string =>
  path(cornered(-p.wMm / 2, -p.hMm / 2, p.wMm, p.hMm, [1, 1, 1, 1]), {
    fill: "var(--d-al3)",
    stroke: "var(--d-ink)",
    "stroke-width": 0.5,
  }) + rect(-p.wMm / 2 + 1.3, -p.hMm / 2 + 1.3, p.wMm - 2.6, p.hMm - 2.6, { rx: 0.6, fill: "var(--d-we1)" });

/** Slots of a vent in the base. */
export function drawVent(v: Vent): string {
  const slots = Math.max(1, Math.round(v.slots));
  const step = v.hMm / slots;
  return Array.from({ length: slots }, (_, i) =>
    rect(-v.wMm / 2, -v.hMm / 2 + i * step, v.wMm, step * 0.5, { rx: step * 0.25, fill: "var(--d-we2)" }),
  ).join("");
}
