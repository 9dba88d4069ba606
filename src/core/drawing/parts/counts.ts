import { isKind, type Layout, type Part } from "./parts";

/** Counts a job closes on: every kind of part, screws by what they hold and by form, pads by thickness. */
export interface PartCounts {
  parts: { kind: Part["kind"]; count: number }[];
  screws: {
    forWhat: string;
    head: string;
    thread: string;
    lengthMm: number;
    captive: number;
    hidden: number;
    count: number;
  }[];
  pads: { thicknessMm: number; count: number; missing: number; torn: number }[];
}

export function countsOf(layout: Layout): PartCounts {
  const parts = new Map<Part["kind"], number>();
  const screws = new Map<string, PartCounts["screws"][number]>();
  const pads = new Map<number, PartCounts["pads"][number]>();
  for (const p of layout.parts) {
    parts.set(p.kind, (parts.get(p.kind) ?? 0) + 1);
    if (isKind(p, "screw")) {
      const key = [p.forWhat, p.head, p.thread, p.lengthMm].join("|");
      const own = screws.get(key) ?? {
        forWhat: p.forWhat,
        head: p.head,
        thread: p.thread,
        lengthMm: p.lengthMm,
        captive: 0,
        hidden: 0,
        count: 0,
      };
      screws.set(key, {
        ...own,
        count: own.count + 1,
        captive: own.captive + Number(p.captive),
        hidden: own.hidden + Number(p.under !== "nothing"),
      });
    } else if (isKind(p, "pad")) {
      const own = pads.get(p.thicknessMm) ?? { thicknessMm: p.thicknessMm, count: 0, missing: 0, torn: 0 };
      pads.set(p.thicknessMm, {
        ...own,
        count: own.count + 1,
        missing: own.missing + Number(p.state === "missing"),
        torn: own.torn + Number(p.state === "torn"),
      });
    }
  }
  return {
    parts: [...parts].map(([kind, count]) => ({ kind, count })),
    screws: [...screws.values()].sort((a, b) => a.forWhat.localeCompare(b.forWhat) || a.lengthMm - b.lengthMm),
    pads: [...pads.values()].sort((a, b) => a.thicknessMm - b.thicknessMm),
  };
}
