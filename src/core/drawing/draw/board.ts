import { boundsOf, inside, type Point } from "../parts/geometry";
import type { Board, Chip, Module, Shield } from "../parts/parts";
import { circle, el, n, path, rect } from "./markup";

/** Board with a fine grain of small parts, strewn the same way every time. */
export function drawBoard(b: Board): string {
  const ring = b.points.map((p): Point => [p.xMm, p.yMm]);
  const d = `M${ring.map(([x, y]) => `${n(x)} ${n(y)}`).join("L")}Z`;
  return [
    path(d, { fill: "var(--d-board)", stroke: "var(--d-ink)", "stroke-width": 0.45, "stroke-linejoin": "round" }),
    grain(ring),
  ].join("");
}

function grain(ring: readonly Point[]): string {
  const box = boundsOf(ring);
  let seed = Math.round(box.left * 7 + box.top * 13 + box.right) >>> 0;
  const next = () => {
    seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
    return seed / 2 ** 32;
  };
  let small = "";
  let dark = "";
  let big = "";
  const area = (box.right - box.left) * (box.bottom - box.top);
  for (let i = 0; i < Math.min(900, area / 38); i++) {
    const x = box.left + next() * (box.right - box.left);
    const y = box.top + next() * (box.bottom - box.top);
    const kind = next();
    const [w, h] = kind > 0.93 ? [3.6, 3.2] : next() > 0.5 ? [1.7, 1] : [1, 1.7];
    const fits = [
      [x - 1, y - 1],
      [x + w + 1, y - 1],
      [x + w + 1, y + h + 1],
      [x - 1, y + h + 1],
    ].every(([px = 0, py = 0]) => inside(ring, px, py));
    if (!fits) continue;
    const cell = `M${n(x)} ${n(y)}h${n(w)}v${n(h)}h${n(-w)}z`;
    if (kind > 0.93) big += cell;
    else if (kind > 0.55) dark += cell;
    else small += cell;
  }
  return (
    path(small, { fill: "var(--d-smd)" }) +
    path(dark, { fill: "var(--d-smd2)" }) +
    path(big, { fill: "var(--d-ic)", "fill-opacity": 0.75 })
  );
}

/** Chips: package with a gold corner at pin 1 and a pale die; the small ones in their own forms. */
export function drawChip(c: Chip): string {
  const { wMm: w, hMm: h } = c;
  const box = (fill: string, rx = 0.5) =>
    rect(-w / 2, -h / 2, w, h, { rx, fill, stroke: "var(--d-ink)", "stroke-width": 0.4 });
  if (c.role === "regulator")
    return (
      box("var(--d-plas)") +
      rect(-w / 2 + 0.7, -h / 2 + 0.7, w - 1.4, h * 0.34, { rx: 0.3, fill: "var(--d-ic)" }) +
      path(`M${n(-w / 2 + 1)} ${n(h / 2 - 1)}h${n(w - 2)}`, { stroke: "var(--d-al1)", "stroke-width": 0.5 })
    );
  if (c.role === "inductor")
    return (
      box("var(--d-smd2)", 1) +
      rect(-w / 2 + 0.8, -h / 2 + 0.8, w - 1.6, h - 1.6, {
        rx: 0.8,
        fill: "var(--d-al3)",
        stroke: "var(--d-ink)",
        "stroke-width": 0.2,
      })
    );
  if (c.role === "memory" || c.role === "drive" || c.role === "other" || c.dieWMm <= 0)
    return (
      box("var(--d-ic)") +
      circle(-w / 2 + 1.4, -h / 2 + 1.4, 0.45, { fill: "var(--d-al2)" }) +
      path(`M${n(-w * 0.28)} ${n(-0.6)}h${n(w * 0.56)}M${n(-w * 0.28)} ${n(1)}h${n(w * 0.36)}`, {
        stroke: "var(--d-al3)",
        "stroke-width": 0.4,
        "stroke-opacity": 0.7,
      })
    );
  return [
    box("var(--d-pkg)"),
    rect(-w / 2 + 0.8, -h / 2 + 0.8, w - 1.6, h - 1.6, {
      rx: 0.4,
      fill: "none",
      stroke: "#fff",
      "stroke-opacity": 0.16,
      "stroke-width": 0.3,
    }),
    path(`M${n(-w / 2 + 0.9)} ${n(h / 2 - 0.9)}h2.6l-2.6 -2.6z`, { fill: "#D9A93A" }),
    rect(-c.dieWMm / 2, -c.dieHMm / 2, c.dieWMm, c.dieHMm, {
      rx: 0.2,
      fill: "url(#ov-die)",
      stroke: "var(--d-ink)",
      "stroke-width": 0.35,
    }),
  ].join("");
}

/** A screened cover of sheet metal. */
export function drawShield(s: Shield): string {
  const { wMm: w, hMm: h } = s;
  return (
    rect(-w / 2, -h / 2, w, h, { rx: 0.8, fill: "url(#ov-alu)", stroke: "var(--d-ink)", "stroke-width": 0.45 }) +
    rect(-w / 2 + 1.2, -h / 2 + 1.2, w - 2.4, h - 2.4, {
      rx: 0.5,
      fill: "none",
      stroke: "var(--d-al3)",
      "stroke-width": 0.35,
    })
  );
}

/** Memory module, drive, wireless card or coin cell: seen on the way, not the job. */
export function drawModule(m: Module): string {
  const { wMm: w, hMm: h } = m;
  if (m.form === "coin") {
    const r = Math.min(w, h) / 2;
    return (
      circle(0.4, 0.7, r, { fill: "var(--d-shadow)" }) +
      circle(0, 0, r, { fill: "url(#ov-alu)", stroke: "var(--d-ink)", "stroke-width": 0.5 }) +
      circle(0, 0, r * 0.82, { fill: "none", stroke: "var(--d-al3)", "stroke-width": 0.4 }) +
      el(
        "text",
        {
          x: 0,
          y: r * 0.22,
          "text-anchor": "middle",
          "font-size": r * 0.62,
          "font-family": "var(--font-num)",
          fill: "var(--on-al)",
        },
        "3 V",
      )
    );
  }
  const chips = m.form === "memory" ? 4 : m.form === "drive" ? 3 : 1;
  const size = Math.min(w / (chips + 0.8), h * 0.62);
  const parts = Array.from({ length: chips }, (_, i) =>
    rect((i - (chips - 1) / 2) * (size + 2.2) - size / 2, -size / 2 + (m.form === "memory" ? 1.5 : 0), size, size, {
      rx: 0.4,
      fill: "var(--d-ic)",
      stroke: "var(--d-ink)",
      "stroke-width": 0.25,
    }),
  );
  const contacts =
    m.form === "memory"
      ? path(`M${n(-w / 2 + 2)} ${n(-h / 2 + 1.2)}H${n(w / 2 - 2)}`, { stroke: "#D9A93A", "stroke-width": 1.3 })
      : path(`M${n(-w / 2 + 0.9)} ${n(-h / 2 + 2)}V${n(h / 2 - 2)}`, { stroke: "#D9A93A", "stroke-width": 1.1 });
  return (
    rect(-w / 2 + 0.4, -h / 2 + 0.8, w, h, { rx: 1, fill: "var(--d-shadow)" }) +
    rect(-w / 2, -h / 2, w, h, { rx: 1, fill: "var(--d-ram)", stroke: "var(--d-ink)", "stroke-width": 0.45 }) +
    contacts +
    parts.join("")
  );
}
