import { corners, overlapMm2, type CoolingMap, type Pad } from "../../drawing/parts";

/** Something about a pad's place or thickness that a hand should look at. */
export interface PadWarning {
  code: "stacked" | "covers-screw" | "unlike-level";
  tags: string[];
  say: string;
}

/**
 * Pads that lie on each other, over a screw or the notch of a drive, or unlike in thickness on one level: under the
 * same part, over chips of one kind.
 *
 * @example
 * padWarnings(new CoolingMap(layout), new Map([["P1", 1.5]])).map((w) => w.say);
 */
export function padWarnings(map: CoolingMap, thickness: ReadonlyMap<string, number>): PadWarning[] {
  const pads = map.ofKind("pad");
  const out: PadWarning[] = [];
  pads.forEach((a, i) => {
    for (const b of pads.slice(i + 1))
      if (overlapMm2(corners(a), corners(b)) > 0.1 * Math.min(a.wMm * a.hMm, b.wMm * b.hMm))
        out.push({
          code: "stacked",
          tags: [a.tag, b.tag],
          say:
            `${a.tag} and ${b.tag} lie on each other. Stacked pads carry half as much, and slide: one of the ` +
            "right thickness instead.",
        });
    for (const s of map.ofKind("screw"))
      if (overlapMm2(corners(a), corners(s)) > 0.15 * s.wMm * s.hMm)
        out.push({
          code: "covers-screw",
          tags: [a.tag],
          say: `${a.tag} covers a screw: cut it out there, or the screw cannot go home.`,
        });
    for (const m of map.ofKind("module")) {
      if (m.form !== "drive") continue;
      // a drive is held at the end of its long side: the notch is the last 4 mm, on either side
      const long = m.wMm >= m.hMm;
      const notch = [-1, 1].map((side) =>
        corners({
          ...m,
          wMm: long ? 4 : m.wMm * 0.4,
          hMm: long ? m.hMm * 0.4 : 4,
          xMm: m.xMm + (long ? side * (m.wMm / 2 - 2) : 0),
          yMm: m.yMm + (long ? 0 : side * (m.hMm / 2 - 2)),
        }),
      );
      if (notch.some((n) => overlapMm2(corners(a), n) > 1))
        out.push({
          code: "covers-screw",
          tags: [a.tag],
          say: `${a.tag} covers the drive's notch: the drive would not lie flat.`,
        });
    }
  });
  const levels = new Map<string, Pad[]>();
  for (const p of pads) {
    const over = [...map.beside(p.id, "spreader"), ...map.beside(p.id, "plate"), ...map.beside(p.id, "chamber")].map(
      (x) => x.id,
    )[0];
    const under = map.beside(p.id, "chip")[0]?.role;
    if (over && under) levels.set(`${over} ${under}`, [...(levels.get(`${over} ${under}`) ?? []), p]);
  }
  for (const own of levels.values()) {
    const mm = (p: Pad) => thickness.get(p.tag) ?? p.thicknessMm;
    const usual = mode(own.map(mm));
    const unlike = own.filter((p) => mm(p) !== usual);
    if (unlike.length)
      out.push({
        code: "unlike-level",
        tags: unlike.map((p) => p.tag),
        say:
          `${unlike.map((p) => `${p.tag} is ${mm(p)} mm`).join(", ")}; the others on its level are ${usual} ` +
          "mm. Measure its gap again before it is cut.",
      });
  }
  return out;
}

function mode(of: readonly number[]): number {
  const counts = new Map<number, number>();
  for (const v of of) counts.set(v, (counts.get(v) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 0;
}
