import type { ChipVerdict, Figure } from "../core/measure/judge";
import { plainText, type Verdict } from "../core/measure/says";

const figure = (f: Figure): string => `${f.K.toFixed(1)} K (${f.low.toFixed(1)} to ${f.high.toFixed(1)})`;

/** A chip in a line: what changed, and what each path did. */
const chipLine = ({ chip, change, paths }: ChipVerdict): string =>
  [
    `${chip} ${change ? figure(change) : "no change told"}`,
    ...paths.map((p) => `${p.path} ${p.finding}${p.change ? ` ${figure(p.change)}` : ""}`),
  ].join("; ");

/** A verdict as a technician is told it: its sentences, each chip in a line, reasons, next steps, witnesses. */
export const toldOf = (v: Verdict) => ({
  says: [v.verdict, plainText(v.headline), plainText(v.summary)],
  chips: v.chips.map(chipLine),
  reasons: v.reasons.map((r) => `${r.code}: ${r.message}`),
  next: v.next.map((n) => `${n.code}: ${n.message}`),
  witnesses: v.witnesses?.map((w) => `${w.of} ${w.finding}: ${w.says}`),
});

/** The same in fewer words, for many at once. */
export const shortOf = (v: Verdict) => ({
  says: [v.verdict, plainText(v.headline), plainText(v.summary)],
  chips: v.chips.map(chipLine),
  reasons: v.reasons.map((r) => r.code).join(" "),
  next: v.next.map((n) => n.code).join(" "),
  witnesses: v.witnesses?.map((w) => `${w.of} ${w.finding}`).join(", "),
});
