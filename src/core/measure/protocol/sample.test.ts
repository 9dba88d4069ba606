import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { holesIn, readSamples } from "./sample";

const line = (o: object) => JSON.stringify(o);
const refused = (text: string) => {
  const r = readSamples(text);
  return r.ok ? "taken" : `${r.problem.line}: ${r.problem.message}`;
};

describe("samples as they are posted", () => {
  it("are an object a line; blank lines and no readings do no harm", () => {
    const r = readSamples(
      `${line({ seq: 1, t: 0, "cpu.temperature": 41.5, "fan1.speed": null })}\r\n\n${line({ seq: 2, t: 1.5 })}\n`,
    );
    expect(r).toEqual({
      ok: true,
      value: [
        { seq: 1, t: 0, values: { "cpu.temperature": 41.5 } },
        { seq: 2, t: 1.5, values: {} },
      ],
    });
    expect(readSamples("")).toEqual({ ok: true, value: [] });
  });

  it.each([
    ["{", "1: This is no sample: it is not JSON."],
    ["[1]", "1: This is no sample: it is not an object."],
    ["null", "1: This is no sample: it is not an object."],
    [line({ t: 1 }), '1: This is no sample: "seq" is to be a whole number from 0 to 10000000.'],
    [line({ seq: 1.5, t: 1 }), '1: This is no sample: "seq" is to be a whole number from 0 to 10000000.'],
    [line({ seq: -1, t: 1 }), '1: This is no sample: "seq" is to be a whole number from 0 to 10000000.'],
    [line({ seq: 1, t: -1 }), '1: This is no sample: "t" is to be seconds from 0.'],
    [line({ seq: 1, t: "1" }), '1: This is no sample: "t" is to be seconds from 0.'],
    [`${line({ seq: 1, t: 1 })}\n${line({ seq: 2, t: 2, core: 1 })}`, '2: This is no sample: "core" is no channel.'],
    [line({ seq: 1, t: 1, time: 3 }), '1: This is no sample: "time" is no channel.'],
    [line({ seq: 1, t: 1, "cpu.power": "38" }), '1: This is no sample: "cpu.power" is to be a number or null.'],
    [line({ seq: 1, t: 1, "cpu.power": 1e13 }), '1: This is no sample: "cpu.power" is to be a number or null.'],
    [`{"seq":1,"t":1,"x":"${"y".repeat(5000)}"}`, "1: This is no sample: it is longer than 4096 characters."],
  ])("%s is refused with its line", (text, said) => expect(refused(text)).toBe(said));

  it("never throws, whatever comes", () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.json()), (text) => {
        const r = readSamples(text);
        if (!r.ok) expect(r.problem.line).toBeGreaterThan(0);
      }),
    );
  });
});

describe("holes in numbers", () => {
  it("are told as ranges, from where a source begins", () => {
    expect(holesIn([1, 2, 5, 6, 9])).toEqual([
      [3, 4],
      [7, 8],
    ]);
    expect(holesIn([0, 1, 2])).toEqual([]);
    expect(holesIn([3, 4])).toEqual([[1, 2]]);
    expect(holesIn([])).toEqual([]);
    expect(holesIn([1, 3, 5, 7], 2)).toHaveLength(2);
  });

  it("with what is there make up every number once", () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 300 }), { minLength: 1 }), (seqs) => {
        const sorted = [...seqs].sort((a, b) => a - b);
        const holes = holesIn(sorted, 1000).flatMap(([a, b]) => Array.from({ length: b - a + 1 }, (_, i) => a + i));
        const whole = [...sorted, ...holes].sort((a, b) => a - b);
        expect(whole).toEqual(Array.from({ length: sorted[sorted.length - 1] ?? 0 }, (_, i) => i + 1));
      }),
    );
  });
});
