import { KINDS, KIND_NAMES } from "../parts/kinds";
import type { FieldSpec } from "../parts/spec";
import { usualFigures } from "../parts/parts";

export const MOST_PARTS = 2000;

const number = (minimum: number, maximum: number) => ({ type: "number", minimum, maximum });

function field(f: FieldSpec) {
  if (f.type === "number")
    return { ...number(f.min, f.max), default: f.start, description: `${f.label}${f.unit ? `, ${f.unit}` : ""}` };
  if (f.type === "text") return { type: "string", maxLength: f.max, default: f.start, description: f.label };
  if (f.type === "flag") return { type: "boolean", default: f.start, description: f.label };
  return { enum: f.options.map(([v]) => v), default: f.start, description: f.label };
}

const id = { type: "string", pattern: "^[A-Za-z0-9_-]+$", maxLength: 24 };
const common = {
  id,
  tag: { type: "string", maxLength: 8, default: "" },
  locked: { type: "boolean", default: false },
  group: { type: "string", maxLength: 24, default: "" },
};
const place = number(-2000, 2000);
const boxed = {
  xMm: place,
  yMm: place,
  wMm: number(0.2, 2000),
  hMm: number(0.2, 2000),
  turnDeg: { ...number(-360, 360), default: 0 },
};
const points = {
  type: "array",
  minItems: 2,
  maxItems: 400,
  items: {
    type: "object",
    required: ["xMm", "yMm"],
    additionalProperties: false,
    properties: { xMm: place, yMm: place, bendMm: { ...number(0, 500), default: 0 } },
  },
};

/** The published schema of a layout file (JSON Schema 2020-12), made from the same table the reader checks against. */
export function layoutSchema(): object {
  return {
    $schema: "https://json-schema.org/draft/2020-12/schema",
    title: "Ovrant layout, version 1",
    description:
      "The underside of a laptop, seen from below with the hinge edge up; mm and degrees, x to the right, y " +
      "down, origin at the top left of the base.",
    type: "object",
    required: ["version", "base", "model", "parts"],
    additionalProperties: false,
    properties: {
      version: { const: 1 },
      model: { type: "string", maxLength: 60 },
      variant: { type: "string", maxLength: 60, default: "" },
      base: {
        type: "object",
        required: ["widthMm", "depthMm"],
        additionalProperties: false,
        properties: {
          widthMm: number(50, 1000),
          depthMm: number(50, 1000),
          cornerMm: { ...number(0, 60), default: 9 },
        },
      },
      parts: {
        type: "array",
        maxItems: MOST_PARTS,
        items: {
          type: "object",
          required: ["kind"],
          discriminator: { propertyName: "kind" },
          oneOf: KIND_NAMES.map((kind) => {
            const spec = KINDS[kind];
            return {
              title: spec.name,
              type: "object",
              required: ["id", "kind", ...(spec.shape === "box" ? ["xMm", "yMm", "wMm", "hMm"] : ["points"])],
              additionalProperties: false,
              properties: {
                kind: { const: kind },
                ...common,
                ...(spec.shape === "box" ? boxed : { points }),
                ...Object.fromEntries(spec.fields.map((f) => [f.key, field(f)])),
              },
            };
          }),
        },
      },
      links: {
        type: "array",
        maxItems: 4000,
        default: [],
        items: {
          type: "object",
          required: ["a", "b", "is"],
          additionalProperties: false,
          properties: { a: id, b: id, is: { type: "boolean" } },
        },
      },
      figures: {
        type: "object",
        additionalProperties: false,
        default: {},
        properties: {
          pipe6W: { ...number(1, 200), default: usualFigures.pipe6W },
          perBend: { ...number(0, 0.5), default: usualFigures.perBend },
          pasteWmK: { ...number(0.1, 100), default: usualFigures.pasteWmK },
          padWmK: { ...number(0.1, 50), default: usualFigures.padWmK },
          sprungN: { ...number(0.5, 200), default: usualFigures.sprungN },
          fixedN: { ...number(0.5, 200), default: usualFigures.fixedN },
          bottomN: { ...number(0.5, 200), default: usualFigures.bottomN },
          springMm: { ...number(0.2, 20), default: usualFigures.springMm },
          rearUpDeg: { ...number(-90, 90), default: usualFigures.rearUpDeg },
        },
      },
    },
  };
}
