import fc from "fast-check";
import { KINDS, KIND_NAMES } from "../core/drawing/parts/kinds";
import type { FieldSpec } from "../core/drawing/parts/spec";
import { usualFigures, type Kind, type Layout, type Part } from "../core/drawing/parts/parts";

/** Layouts of any content, for property tests: every kind, every field within what it may hold. */

const tenth = (min: number, max: number) =>
  fc.integer({ min: Math.ceil(min * 10), max: Math.floor(max * 10) }).map((v) => v / 10);
const words = (max: number) =>
  fc.string({ maxLength: Math.min(max, 14), unit: fc.constantFrom(..."abcXYZ019 <>&\"'éµ=+-@;,/\n") });

function field(f: FieldSpec): fc.Arbitrary<unknown> {
  if (f.type === "number") return tenth(f.min, f.max);
  if (f.type === "text") return words(f.max);
  if (f.type === "flag") return fc.boolean();
  return fc.constantFrom(...f.options.map(([v]) => v));
}

function part(kind: Kind): fc.Arbitrary<Part> {
  const spec = KINDS[kind];
  const own = Object.fromEntries(spec.fields.map((f) => [f.key, field(f)]));
  const common = {
    kind: fc.constant(kind),
    id: fc.constant(""),
    tag: words(8).map((t) => t.slice(0, 8)),
    locked: fc.boolean(),
    group: fc.constantFrom("", "g1", "g2"),
  };
  const place: Record<string, fc.Arbitrary<unknown>> = spec.shape === "box"
    ? {
        xMm: tenth(0, 360),
        yMm: tenth(0, 250),
        wMm: tenth(2, 120),
        hMm: tenth(2, 90),
        turnDeg: fc.integer({ min: 0, max: 359 }),
      }
    : {
        points: fc.array(fc.record({ xMm: tenth(0, 360), yMm: tenth(0, 250), bendMm: tenth(0, 30) }), {
          minLength: 2,
          maxLength: 7,
        }),
      };
  return fc.record({ ...common, ...place, ...own }) as unknown as fc.Arbitrary<Part>;
}

export const anyPart: fc.Arbitrary<Part> = fc.constantFrom(...KIND_NAMES).chain(part);

export const anyLayout: fc.Arbitrary<Layout> = fc
  .record({
    parts: fc.array(anyPart, { maxLength: 14 }),
    model: words(20),
    variant: words(20),
    told: fc.array(fc.tuple(fc.nat(13), fc.nat(13), fc.boolean()), { maxLength: 3 }),
  })
  .map(({ parts, model, variant, told }): Layout => ({
    version: 1,
    model,
    variant,
    base: { widthMm: 356, depthMm: 246, cornerMm: 9 },
    parts: parts.map((p, i) => ({ ...p, id: `p${i + 1}` })),
    links: told.map(([a, b, is]) => ({ a: `p${a + 1}`, b: `p${b + 1}`, is })),
    figures: usualFigures,
  }));
