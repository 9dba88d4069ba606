import { isPath, onSheet, ribbon, type Part, type Point } from "@/core/drawing/parts";

/** The outline of a part pushed outwards by a gap, as path data. */
export function drawPartOutline(part: Part, gapMm: number): string {
  const ring = outlineRing(part, gapMm);
  return `M${ring.map(([x, y]) => `${Math.round(x * 100) / 100} ${Math.round(y * 100) / 100}`).join("L")}Z`;
}

function outlineRing(part: Part, gap: number): Point[] {
  if (!isPath(part)) {
    const w = part.wMm / 2 + gap;
    const h = part.hMm / 2 + gap;
    if (part.kind === "screw")
      return Array.from({ length: 36 }, (_, i) =>
        onSheet(part, w * Math.cos((i * Math.PI) / 18), w * Math.sin((i * Math.PI) / 18)),
      );
    return [onSheet(part, -w, -h), onSheet(part, w, -h), onSheet(part, w, h), onSheet(part, -w, h)];
  }
  const width = part.kind === "pipe" ? part.widthMm : part.kind === "cable" ? (part.form === "ribbon" ? 8 : 3) : 0;
  return part.kind === "board" || (part.kind === "sketch" && part.closed)
    ? part.points.map((p): Point => [p.xMm, p.yMm])
    : ribbon(part.points, width + 2 * gap);
}
