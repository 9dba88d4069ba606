/** A number as it stands in the drawing: hundredths of a millimetre, no trailing noise. */
export const n = (v: number): string => String(Math.round(v * 100) / 100);

const ESCAPES: Record<string, string> = { "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;", "'": "&apos;" };

/** Text made harmless for markup. Characters no XML may hold are dropped. */

export const escaped = (text: string): string =>
  text.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, "").replace(/[&<>"']/g, (c) => ESCAPES[c] ?? c);

export type Attributes = Record<string, string | number | undefined>;

/** One element of the drawing as markup; every value is escaped, so no text of a part can become an element. */
export function el(tag: string, attributes: Attributes, children: readonly string[] | string = []): string {
  let out = `<${tag}`;
  for (const [key, value] of Object.entries(attributes))
    if (value !== undefined) out += ` ${key}="${typeof value === "number" ? n(value) : escaped(value)}"`;
  const inner = typeof children === "string" ? escaped(children) : children.join("");
  return inner === "" ? `${out}/>` : `${out}>${inner}</${tag}>`;
}

export const path = (d: string, attributes: Attributes): string => el("path", { d, ...attributes });
export const circle = (cx: number, cy: number, r: number, attributes: Attributes): string =>
  el("circle", { cx, cy, r, ...attributes });
export const rect = (x: number, y: number, width: number, height: number, attributes: Attributes): string =>
  el("rect", { x, y, width: Math.max(0, width), height: Math.max(0, height), ...attributes });

/** A rectangle with a radius for each corner: top left, top right, bottom right, bottom left. */
export function cornered(
  x: number,
  y: number,
  w: number,
  h: number,
  [a, b, c, d]: readonly [number, number, number, number],
): string {
  const arc = (r: number, dx: number, dy: number) => (r > 0 ? `a${n(r)} ${n(r)} 0 0 1 ${n(dx)} ${n(dy)}` : "");
  return (
    `M${n(x + a)} ` +
    `${n(y)}H${n(x + w - b)}${arc(b, b, b)}V${n(y + h - c)}${arc(c, -c, c)}` +
    `H${n(x + d)}${arc(d, -d, -d)}V${n(y + a)}${arc(a, a, -a)}Z`
  );
}
