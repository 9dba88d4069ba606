import type { CuttingPlan } from "./cutting";
import type { Sheet } from "./sheets";

const n = (v: number): string => String(Math.round(v * 100) / 100);
const safe = (t: string): string => t.replace(/[^\p{L}\p{N} ._-]/gu, "");
/** What stands free round a sheet, mm. */
const EDGE = 6;

/**
 * The cutting plan as an SVG at its true size in mm: sheets one under the other, pieces, numbered knife lines, a bar of
 * 50 mm.
 *
 * @example
 * await writeFile("cuts.svg", cuttingSvg(cuttingPlan(sheets, pieces), sheets));
 */
export function cuttingSvg(plan: CuttingPlan, sheets: readonly Sheet[]): string {
  const used = sheets.filter((s) => plan.placed.some((p) => p.sheet === s.id));
  const width = Math.max(70, ...used.map((s) => s.widthMm + 2 * EDGE));
  let y = EDGE;
  const out: string[] = [];
  for (const s of used) {
    out.push(
      `<g transform="translate(${EDGE} ${n(y)})"><path d="M0 0H${n(s.widthMm - 4)}L${n(s.widthMm)} ` +
        `4V${n(s.heightMm)}H0Z" fill="#fff" stroke="#16211f" stroke-width="0.3"/>`,
    );
    for (const p of plan.placed.filter((x) => x.sheet === s.id)) {
      const size = plan.sizes[p.piece];
      if (!size) continue;
      const [w, h] = p.turned ? [size.heightMm, size.widthMm] : [size.widthMm, size.heightMm];
      out.push(
        `<rect x="${n(p.xMm)}" y="${n(p.yMm)}" width="${n(w)}" height="${n(h)}" fill="#dfe5ef" stroke="#16211f" ` +
          `stroke-width="0.25"/><text x="${n(p.xMm + w / 2)}" y="${n(p.yMm + h / 2 + 1)}" font-size="3" ` +
          `text-anchor="middle" font-family="sans-serif" font-weight="700">${safe(p.piece)}</text>`,
      );
    }
    for (const l of plan.lines.filter((x) => x.sheet === s.id)) {
      const upright = l.x1 === l.x2;
      const [tx, ty] = upright ? [l.x1, l.y1 - 2.4] : [l.x1 - 2.4, l.y1];
      out.push(
        `<path d="M${n(l.x1)} ${n(l.y1)}L${n(l.x2)} ${n(l.y2)}" stroke="#16211f" stroke-width="0.3" ` +
          `stroke-dasharray="2 1"/><circle cx="${n(tx)}" cy="${n(ty)}" r="1.9" fill="#fff" stroke="#16211f" ` +
          `stroke-width="0.25"/><text x="${n(tx)}" y="${n(ty + 0.9)}" font-size="2.5" text-anchor="middle" ` +
          `font-family="sans-serif">${l.n}</text>`,
      );
    }
    out.push(
      `<text x="0" y="${n(s.heightMm + 4.4)}" font-size="3" font-family="sans-serif">` +
        `${s.offcut ? "Off-cut" : "Sheet"} ${n(s.widthMm)} × ${n(s.heightMm)} × ${n(s.thicknessMm)} mm</text></g>`,
    );
    y += s.heightMm + 12;
  }
  out.push(
    `<g transform="translate(${EDGE} ${n(y)})"><path d="M0 0v5M0 2.5h50M50 0v5" stroke="#16211f" ` +
      `stroke-width="0.4" fill="none"/><text x="0" y="9.5" font-size="3" font-family="sans-serif">50 mm: measure ` +
      "the bar before you cut.</text></g>",
  );
  const height = y + 14;
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="0 0 ` +
    `${n(width)} ${n(height)}">${out.join("")}</svg>\n`
  );
}
