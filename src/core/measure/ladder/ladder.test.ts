import { describe, expect, it } from "vitest";
import { readingsOf } from "./fit";
import { fitLadder, heightsOf, noTrack, trackOf } from ".";
import { steadyHeights } from "./heights";
import type { Ladder } from "./parameters";
import { gapRows, type Track } from "./track";
import { walk } from "./walk";
import type { Series } from "../thermal";

const one: Ladder = {
  dieJK: [2],
  plateJK: [30],
  pasteKW: [0.4],
  pipeKW: [0.15],
  instantKW: [0.05],
  lagS: [0.3],
  powerScale: [1],
  finsJK: 80,
  finsWK: 1.4,
  fanExponent: 0.6,
  still: 0.06,
  caseKW: 0.1,
  caseS: 300,
  linkWK: 0,
  roomOffsetK: 0,
  driftK: 0,
  fanScale: 1,
  starts: [{ finsK: 0, caseK: 0, platesK: [0] }],
};

const two: Ladder = {
  ...one,
  dieJK: [2, 5],
  plateJK: [30, 45],
  pasteKW: [0.4, 0.15],
  pipeKW: [0.15, 0.1],
  instantKW: [0.05, 0.02],
  lagS: [0.3, 0.3],
  powerScale: [1, 1],
  linkWK: 0.8,
  starts: [{ finsK: 0, caseK: 0, platesK: [0, 0] }],
};

/** A run of so many seconds at one power from an idle at another, one step per `h` s. */
function steps(h: number, seconds: number, idleW: readonly number[], loadW: readonly number[], idleS = 100): Track {
  const n = Math.round(seconds / h);
  const fill = (v: (t: number) => number) => Float64Array.from({ length: n }, (_, k) => v((k + 1) * h));
  return {
    endS: fill((t) => t),
    h: fill(() => h),
    power: loadW.map((w, i) => fill((t) => (t <= idleS ? (idleW[i] ?? 0) : w))),
    fans: [fill((t) => (t <= idleS ? 0.5 : 0.9))],
    room: fill(() => 22),
    away: null,
    read: loadW.map(() => fill(() => NaN)),
    weight: fill(() => 1),
    toEnd: fill(() => 1),
    stretches: [{ from: 0, startC: loadW.map(() => 30), startW: [...idleW], settled: true }],
    blocks: 0,
  };
}

function reads(track: Track, ladder: Ladder): Float64Array[] {
  const out = track.power.map(() => new Float64Array(track.h.length));
  walk(track, ladder, out);
  return out;
}

describe("the ladder in motion", () => {
  it.each([
    ["one chip", one, [3], [30]],
    ["two chips", two, [3, 8], [30, 60]],
  ] as const)("%s: stands still in idle and ends at the steady heights", (_, ladder, idleW, loadW) => {
    const out = reads(steps(2, 20_000, idleW, loadW), ladder);
    const idle = steadyHeights(ladder, idleW, [0.5]);
    const late = steadyHeights(ladder, loadW, [0.9]);
    out.forEach((values, c) => {
      const [contact, airflow] = idle[c] ?? [0, 0];
      expect(values[1]).toBeCloseTo(22 + contact + airflow, 6);
      expect(values[40]).toBeCloseTo(22 + contact + airflow, 6);
      expect(values.at(-1)).toBeCloseTo(22 + (late[c]?.[0] ?? 0) + (late[c]?.[1] ?? 0), 2);
    });
  });

  it.each([
    ["one chip", one, [3], [30]],
    ["two chips", two, [3, 8], [30, 60]],
  ] as const)("%s: steps of two seconds stay near steps of a twentieth", (_, ladder, idleW, loadW) => {
    const coarse = reads(steps(2, 400, idleW, loadW), ladder);
    const fine = reads(steps(0.05, 400, idleW, loadW), ladder);
    coarse.forEach((values, c) => {
      for (let k = 60; k < values.length; k++) {
        const t = 2 * (k + 1);
        expect(Math.abs((values[k] ?? 0) - (fine[c]?.[Math.round(t / 0.05) - 1] ?? 0))).toBeLessThan(0.25);
      }
    });
  });

  it("a second chip that takes no power and has no link leaves the first as it is alone", () => {
    const alone = reads(steps(1, 300, [3], [30]), one)[0] as Float64Array;
    const apart = { ...two, linkWK: 0, plateJK: [30, 1e-6], pipeKW: [0.15, 1e6] };
    const beside = reads(steps(1, 300, [3, 0], [30, 0]), apart)[0] as Float64Array;
    for (let k = 1; k < alone.length; k++) expect(beside[k]).toBeCloseTo(alone[k] ?? 0, 4);
  });

  it("a step that stands for four readings lies between its start and its end, nearer the end", () => {
    const single = steps(1, 200, [3], [30]);
    const merged: Track = { ...steps(4, 200, [3], [30]), toEnd: new Float64Array(50).fill(5 / 8) };
    const every = reads(single, one)[0] as Float64Array;
    const of4 = reads(merged, one)[0] as Float64Array;
    for (let k = 30; k < 50; k++) {
      const mean = [0, 1, 2, 3].reduce((s, i) => s + (every[4 * k + i] ?? 0), 0) / 4;
      expect(Math.abs((of4[k] ?? 0) - mean)).toBeLessThan(0.2);
    }
  });

  it("dust takes from the moving air only: a standing fan loses as much as before", () => {
    const [, clean] = steadyHeights(one, [20], [0])[0] ?? [0, 0];
    const [, dusty] = steadyHeights({ ...one, finsWK: one.finsWK / 2, still: one.still * 2 }, [20], [0])[0] ?? [0, 0];
    expect(dusty).toBeCloseTo(clean, 9);
  });
});

/** A series as the reader prepares it, out of a ladder's own readings. */
function seriesOf(ladder: Ladder, stepS: number, hole: [number, number] | null = null): Series {
  const fine = steps(stepS, 1200, [3], [30], 120);
  const [values] = reads(fine, ladder);
  const rows = [...fine.endS.keys()].filter((k) => {
    const t = fine.endS[k] ?? 0;
    return k > 0 && !(hole && t > hole[0] && t < hole[1]);
  });
  const pick = (v: Float64Array) => Float64Array.from(rows, (k) => v[k] ?? NaN);
  const timeS = pick(fine.endS);
  const fan = pick(fine.fans[0] as Float64Array).map((n) => n * 4000);
  return {
    timeS,
    chips: [
      {
        chip: "cpu",
        // sensors step by one degree
        tempC: pick(values as Float64Array).map(Math.round),
        power: pick(fine.power[0] as Float64Array),
        powerLogged: true,
        load: null,
        clock: null,
      },
    ],
    fan,
    fans: [fan],
    fanUnit: "rpm",
    fanGuessed: false,
    roomRead: "ends",
    room: timeS.map(() => 22),
    on: timeS.findIndex((t) => t > 120),
    off: timeS.length,
    stepS,
  };
}

const given = {
  chips: ["cpu"],
  lateW: [30],
  roomKnown: { before: true, after: true },
  power: [{ mean: 1, sd: 0.012 }],
  exponent: { mean: 0.6, sd: 0.15 },
  fanSd: 0,
} as const;
const at = { powerW: [30], fans: { before: [0.9], after: [0.9] } };
const top = { top: [4000] };

const fitted = (before: Series, after: Series) =>
  fitLadder({ before: trackOf(before, ["cpu"], top), after: trackOf(after, ["cpu"], top) }, given);

describe("one ladder fitted to both runs", () => {
  const dusty = { ...one, finsWK: 0.9 };
  const dry = { ...one, pasteKW: [0.8] };

  it.each([1, 2, 5, 10])("finds dust as airflow and dry paste as contact, sampled every %i s", (stepS) => {
    const truth = (before: Ladder): [number, number] => {
      const [bc, ba] = steadyHeights(before, [30], [0.9])[0] ?? [0, 0];
      const [ac, aa] = steadyHeights(one, [30], [0.9])[0] ?? [0, 0];
      return [ac - bc, aa - ba];
    };
    for (const before of [dusty, dry]) {
      const [h] = heightsOf(fitted(seriesOf(before, stepS), seriesOf(one, stepS)), at);
      const [contact, airflow] = truth(before);
      const off = (path: "contact" | "airflow", K: number) =>
        Math.abs((h?.[path].change.K ?? 99) - K) / (1.645 * (h?.[path].change.sd ?? 1e-9));
      expect(off("contact", contact)).toBeLessThan(1.3);
      expect(off("airflow", airflow)).toBeLessThan(1.3);
      expect(Math.abs((h?.total.change.K ?? 99) - contact - airflow)).toBeLessThan(1.2);
    }
  });

  it("a gap under load is no pause: the state after it is free, the change is the same", () => {
    const whole = heightsOf(fitted(seriesOf(dusty, 1), seriesOf(one, 1)), at)[0];
    const holed = heightsOf(fitted(seriesOf(dusty, 1), seriesOf(one, 1, [400, 640])), at)[0];
    expect(Math.abs((whole?.total.change.K ?? 0) - (holed?.total.change.K ?? 99))).toBeLessThan(1);
    expect(holed?.total.change.sd).toBeGreaterThan(0);
    expect(trackOf(seriesOf(one, 1, [400, 640]), ["cpu"], top).stretches).toHaveLength(2);
  });

  it("nothing changed reads as nothing, and the fit follows the readings", () => {
    const fit = fitted(seriesOf(one, 1), seriesOf(one, 1));
    const [h] = heightsOf(fit, at);
    for (const path of ["contact", "airflow", "total"] as const)
      expect(Math.abs(h?.[path].change.K ?? 99)).toBeLessThan(0.3);
    const [follows] = readingsOf(fit, "before");
    const read = fit.tracks.before.read[0] as Float64Array;
    for (let k = 2; k < read.length; k++) expect(Math.abs((follows?.[k] ?? 0) - (read[k] ?? 0))).toBeLessThan(1.5);
    expect(fit.residualK.before[0]).toBeLessThan(0.5);
  });

  it("an unknown room widens airflow and leaves contact", () => {
    const tracks = { before: trackOf(seriesOf(dry, 1), ["cpu"], top), after: trackOf(seriesOf(one, 1), ["cpu"], top) };
    const known = heightsOf(fitLadder(tracks, given), at)[0];
    const unknown = heightsOf(fitLadder(tracks, { ...given, roomKnown: { before: true, after: false } }), at)[0];
    // what nobody read may be kelvins off; the start in idle tells some of it
    expect(unknown?.airflow.change.sd).toBeGreaterThan(Math.hypot(known?.airflow.change.sd ?? 9, 0.8));
    expect(unknown?.contact.change.sd).toBeLessThan(1.5 * (known?.contact.change.sd ?? 0));
  });

  it("a power scale left open costs certainty", () => {
    const tracks = { before: trackOf(seriesOf(one, 1), ["cpu"], top), after: trackOf(seriesOf(one, 1), ["cpu"], top) };
    const tight = heightsOf(fitLadder(tracks, given), at)[0];
    const open = heightsOf(fitLadder(tracks, { ...given, power: [{ mean: 1, sd: 0.13 }] }), at)[0];
    expect(open?.total.change.sd).toBeGreaterThan(1.5 * (tight?.total.change.sd ?? 9));
  });

  it("one run alone is its own ladder; the other run then stands at what a service may change", () => {
    const fit = fitLadder({ before: trackOf(seriesOf(dry, 1), ["cpu"], top), after: noTrack(1) }, given);
    const [h] = heightsOf(fit, at);
    const [contact, airflow] = steadyHeights(dry, [30], [0.9])[0] ?? [0, 0];
    expect(Math.abs((h?.contact.before.K ?? 0) - contact)).toBeLessThan(2.5);
    expect(Math.abs((h?.total.before.K ?? 0) - contact - airflow)).toBeLessThan(1.2);
  });
});

describe("the steps of a run", () => {
  it("merge away from edges, never over one, and lose no second", () => {
    const series = seriesOf(one, 1);
    const track = trackOf(series, ["cpu"], top);
    expect(Math.max(...track.h)).toBeLessThanOrEqual(4.1);
    expect(track.h.length).toBeLessThan(series.timeS.length / 2);
    const total = track.h.reduce((a, b) => a + b, 0);
    expect(total).toBeCloseTo((series.timeS.at(-1) ?? 0) - (series.timeS[0] ?? 0) + series.stepS, 6);
    const at120 = track.endS.findIndex((t) => t > 120);
    for (let k = at120; k < at120 + 50; k++) expect(track.h[k]).toBeCloseTo(1, 9);
  });

  it("weigh a coarse log as much as a fine one: blocks are of time", () => {
    const fine = trackOf(seriesOf(one, 1), ["cpu"], top).blocks;
    const coarse = trackOf(seriesOf(one, 5), ["cpu"], top).blocks;
    expect(Math.abs(fine - coarse) / fine).toBeLessThan(0.12);
  });

  it("know a gap by seconds, not by rows", () => {
    const series = seriesOf(one, 5, [300, 330]);
    const gaps = [...gapRows(series)];
    expect(gaps).toHaveLength(1);
    expect(series.timeS[gaps[0] ?? 0]).toBe(330);
  });

  it("start anew after the longest gaps only, where a logger stutters", () => {
    const series = seriesOf(one, 1);
    const rows = [...series.timeS.keys()].filter((i) => i % 40 > 14 + (i % 400) / 100);
    const pick = (v: Float64Array) => Float64Array.from(rows, (i) => v[i] ?? 0);
    const stutters = { ...series, timeS: pick(series.timeS) };
    const lengths = [...gapRows(stutters)].map((i) => (stutters.timeS[i] ?? 0) - (stutters.timeS[i - 1] ?? 0));
    expect(lengths).toHaveLength(6);
    expect(Math.min(...lengths)).toBeGreaterThan(15);
  });
});
