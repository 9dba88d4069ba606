import { corners, dieRing, footprint, overlapMm2, type Layout, type Part } from "@/core/drawing/parts";
import { drawPartOutline } from "./outline";

/** Outline of a chosen part: ink in a white gap, so that it holds over metal, board and photo alike. */
export function Chosen({ part, scale }: { part: Part; scale: number }) {
  const d = drawPartOutline(part, 1.4 / Math.min(scale, 3) + 0.6);
  return (
    <g aria-hidden fill="none" pointerEvents="none" strokeLinejoin="round">
      <path d={d} stroke="var(--sheet)" strokeWidth={5 / scale} />
      <path d={d} stroke="var(--ink)" strokeWidth={2 / scale} />
    </g>
  );
}

const COVERING = ["plate", "chamber", "spreader", "pipe"];

/** What lies under metal, in short dashes: chips under plates, pads under pipes and spreaders. Always on in the map. */
export function Hidden({ layout }: { layout: Layout }) {
  const covers = layout.parts
    .filter((p) => COVERING.includes(p.kind))
    .map((p) => ({ ring: footprint(p), copper: p.kind !== "spreader" }));
  const rings = layout.parts.flatMap((p) => {
    if (p.kind !== "chip" && p.kind !== "pad") return [];
    const ring = corners(p);
    const over = covers.filter((c) => overlapMm2(ring, c.ring) > 0.2 * p.wMm * p.hMm);
    if (over.length === 0) return [];
    const copper = over.some((c) => c.copper);
    return [ring, ...(p.kind === "chip" && p.dieWMm > 0 ? [dieRing(p)] : [])].map((r, i) => ({
      key: `${p.id}-${i}`,
      d: `M${r.map(([x, y]) => `${x} ${y}`).join("L")}Z`,
      copper,
    }));
  });
  return (
    <g aria-hidden fill="none" strokeWidth={0.4} strokeDasharray="2 1.1" pointerEvents="none">
      {rings.map((r) => (
        <path key={r.key} d={r.d} stroke={r.copper ? "var(--cu0)" : "var(--d-ink)"} />
      ))}
    </g>
  );
}

/** Chevrons along a pipe from chip to fins. */
export function Chevrons({
  points,
  widthMm,
  colour = "var(--cu0)",
}: {
  points: { at: readonly [number, number]; deg: number }[];
  widthMm: number;
  colour?: string;
}) {
  const size = widthMm * 0.28;
  return (
    <g aria-hidden fill="none" stroke={colour} strokeWidth={Math.max(0.5, widthMm * 0.09)} pointerEvents="none">
      {points.map((p, i) => (
        <path
          key={i}
          d={`M${-size * 0.6} ${-size}L${size * 0.6} 0L${-size * 0.6} ${size}`}
          transform={`translate(${p.at[0]} ${p.at[1]}) rotate(${p.deg})`}
        />
      ))}
    </g>
  );
}
