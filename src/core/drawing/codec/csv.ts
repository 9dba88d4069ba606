import { boundsOfPart, lengthOf } from "../parts/geometry";
import { KINDS, partName } from "../parts/kinds";
import { CoolingMap } from "../parts/map";
import { servesWords } from "../cooling/sentence";
import { isPath, type Layout, type Part } from "../parts/parts";

/** The parts list as rows of text, heading first. */
export function partsTable(layout: Layout): string[][] {
  const map = new CoolingMap(layout);
  const mm = (v: number) => String(Math.round(v * 10) / 10);
  const rows = [...layout.parts]
    .sort((a, b) => KINDS[b.kind].level - KINDS[a.kind].level || a.tag.localeCompare(b.tag, "en", { numeric: true }))
    .map((p) => {
      const b = boundsOfPart(p);
      return [
        p.tag,
        KINDS[p.kind].name,
        partName(p),
        mm((b.left + b.right) / 2),
        mm((b.top + b.bottom) / 2),
        mm(isPath(p) ? (p.kind === "pipe" ? p.widthMm : b.right - b.left) : p.wMm),
        mm(isPath(p) ? (p.kind === "pipe" ? p.heightMm : b.bottom - b.top) : p.hMm),
        isPath(p) ? mm(lengthOf(p.points)) : "",
        servesOf(map, p),
        detail(p),
      ];
    });
  return [["tag", "kind", "name", "x mm", "y mm", "width mm", "height mm", "length mm", "serves", "detail"], ...rows];
}

const servesOf = (map: CoolingMap, p: Part): string =>
  ["pipe", "plate", "chamber", "spreader", "fins", "blower", "pad"].includes(p.kind) && map.servedBy(p).length
    ? servesWords(map.servedBy(p))
    : "";

function detail(p: Part): string {
  if (p.kind === "screw")
    return [
      p.thread,
      `${p.lengthMm} mm`,
      p.head,
      p.captive ? "captive" : "",
      p.sprung ? "sprung" : "",
      p.stamp ? `stamped ${p.stamp}` : "",
      p.under !== "nothing" ? `under ${p.under}` : "",
    ]
      .filter(Boolean)
      .join(", ");
  if (p.kind === "pad") return `${p.thicknessMm} mm, ${p.state}`;
  if (p.kind === "plug") return `releases by ${p.release}`;
  return "note" in p ? p.note : "";
}

/** A cell as CSV, with formulas defused: a cell that a table would run starts with an apostrophe. */
export function csvCell(text: string): string {
  const safe = /^[=+\-@\u0000-\u001f\u007f]/.test(text) && !/^-?\d+(\.\d+)?$/.test(text) ? `'${text}` : text;
  return /[",\n\r;]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}
