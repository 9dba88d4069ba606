import type { Figure } from "./estimate";
import { plainText, type Verdict } from "./verdict";

const r1 = (v: number): number => Math.round(v * 10) / 10;
const figure = (f: Figure | null) => (f ? { K: r1(f.K), low: r1(f.low), high: r1(f.high) } : null);
const kw = (v: number | null) => (v === null ? null : Math.round(v * 1000) / 1000);

/** The verdict in the stable form `ovrant judge --json` prints. Unknown figures are null. */
export function verdictJson(v: Verdict) {
  return {
    version: v.version,
    verdict: v.verdict,
    summary: plainText(v.summary).replace(/\u00a0/g, " "),
    matched: {
      roomC: v.matched.roomC,
      fanRpm: v.matched.fanRpm === null ? null : Math.round(v.matched.fanRpm),
      powerW: Object.fromEntries(Object.entries(v.matched.powerW).map(([chip, w]) => [chip, r1(w)])),
    },
    chips: v.chips.map((c) => ({
      chip: c.chip,
      change: figure(c.change),
      paths: c.paths.map((p) => ({
        path: p.path,
        beforeKW: kw(p.beforeKW),
        afterKW: kw(p.afterKW),
        change: figure(p.change),
        finding: p.finding,
      })),
      throttled: c.throttled,
    })),
    reasons: v.reasons.map(({ code, message }) => ({ code, message: message.replace(/\u00a0/g, " ") })),
    next: v.next,
  };
}
