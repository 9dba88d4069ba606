import type { Both, Figure, Gain } from "../judge";
import { plainText, type Verdict } from "./verdict";

const r1 = (v: number): number => Math.round(v * 10) / 10;
const figure = (f: Figure | null) => (f ? { K: r1(f.K), low: r1(f.low), high: r1(f.high) } : null);
const r1n = (v: number | null): number | null => (v === null ? null : r1(v));
const bothJson = ({ before, after }: Both) => ({ before: r1n(before), after: r1n(after) });

function gainJson({ chip, watts, clockMHz, slowsS, fan, work }: Gain) {
  const slows = (v: number | "never" | null) => (typeof v === "number" ? Math.round(v) : v);
  return {
    chip,
    watts: bothJson(watts),
    clockMHz: bothJson(clockMHz),
    slowsDownS: { before: slows(slowsS.before), after: slows(slowsS.after) },
    ...(work && (work.before ?? work.after) !== null ? { work: bothJson(work) } : {}),
    fan: fan && { atC: fan.atC, before: r1(fan.before), after: r1(fan.after), unit: fan.unit },
  };
}

const plain = (text: string): string => text.replace(/\u00a0/g, " ");
const kw = (v: number | null) => (v === null ? null : Math.round(v * 1000) / 1000);

/**
 * The verdict in the stable form `ovrant judge --json` prints. Unknown figures are null.
 *
 * @example
 * JSON.stringify(verdictJson(judgePair(before, after))); // what ovrant judge --json prints
 */
export function verdictJson(v: Verdict) {
  return {
    version: v.version,
    verdict: v.verdict,
    summary: plain(plainText(v.summary)),
    matched: {
      roomC: v.matched.roomC,
      fanRpm: v.matched.fanRpm === null ? null : Math.round(v.matched.fanRpm),
      powerW: Object.fromEntries(Object.entries(v.matched.powerW).map(([chip, w]) => [chip, r1(w)])),
    },
    chips: v.chips.map((c) => ({
      chip: c.chip,
      change: figure(c.change),
      ...(c.bound ? { bound: { K: r1(c.bound.K), side: c.bound.side } } : {}),
      paths: c.paths.map((p) => ({
        path: p.path,
        beforeKW: kw(p.beforeKW),
        afterKW: kw(p.afterKW),
        change: figure(p.change),
        finding: p.finding,
      })),
      throttled: c.throttled,
    })),
    reasons: v.reasons.map(({ code, message }) => ({ code, message: plain(message) })),
    next: v.next,
    ...(v.gain ? { gain: gainJson(v.gain) } : {}),
    ...(v.work?.length
      ? { work: v.work.map((w) => ({ chip: w.chip, ratio: Math.round(w.ratio * 1000) / 1000, by: w.by })) }
      : {}),
    ...(v.others?.length
      ? {
          sensors: v.others.map(({ key, name, beforeC, afterC, limitC }) => ({
            key,
            name,
            beforeC: r1n(beforeC),
            afterC: r1n(afterC),
            limitC,
          })),
        }
      : {}),
    ...(v.quality ? { quality: v.quality } : {}),
    ...(v.witnesses?.length
      ? {
          witnesses: v.witnesses.map((w) => ({
            of: w.of,
            chip: w.chip,
            finding: w.finding,
            before: plain(w.before),
            after: plain(w.after),
            says: plain(w.says),
            addsK: w.addsK === null ? null : r1(w.addsK),
          })),
        }
      : {}),
  };
}
