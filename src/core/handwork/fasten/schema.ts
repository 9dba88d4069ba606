import { MOST_SCREWS } from "./plan";

const mm = { type: "number", exclusiveMinimum: -5000, exclusiveMaximum: 5000 };
const size = { type: "number", exclusiveMinimum: 0, exclusiveMaximum: 5000 };
const name = { type: ["string", "number"], minLength: 1, maxLength: 60 };

/** Screws and chips of one plate with the fractions of its rounds, as `ovrant tighten` takes them. */
export const tightenSchema = {
  $schema: "https://json-schema.org/draft/2020-12/schema",
  title: "Ovrant plate to be tightened",
  type: "object",
  required: ["screws", "chips"],
  properties: {
    screws: {
      type: "array",
      minItems: 1,
      maxItems: MOST_SCREWS,
      items: {
        type: "object",
        required: ["id", "xMm", "yMm"],
        properties: {
          id: name,
          xMm: mm,
          yMm: mm,
          stamp: { type: ["string", "number", "null"], maxLength: 60 },
          forceN: { type: "number", exclusiveMinimum: 0, maximum: 1000 },
        },
      },
    },
    chips: {
      type: "array",
      minItems: 1,
      maxItems: 16,
      items: {
        type: "object",
        required: ["id", "xMm", "yMm", "widthMm", "heightMm"],
        properties: { id: name, xMm: mm, yMm: mm, widthMm: size, heightMm: size },
      },
    },
    plates: {
      type: "array",
      minItems: 1,
      maxItems: 8,
      items: {
        type: "object",
        required: ["id", "screws", "chips"],
        properties: {
          id: name,
          screws: { type: "array", maxItems: MOST_SCREWS, items: name },
          chips: { type: "array", maxItems: 16, items: name },
        },
      },
    },
    pipes: {
      type: "array",
      maxItems: 16,
      items: {
        type: "object",
        required: ["from", "to", "points", "widthMm", "heightMm"],
        properties: {
          from: name,
          to: name,
          points: {
            type: "array",
            minItems: 2,
            maxItems: 200,
            items: { type: "array", minItems: 2, maxItems: 2, items: mm },
          },
          widthMm: { type: "number", minimum: 1, maximum: 50 },
          heightMm: { type: "number", minimum: 0.5, maximum: 50 },
        },
      },
    },
    fractions: { type: "array", minItems: 1, maxItems: 12, items: { type: "number", exclusiveMinimum: 0, maximum: 1 } },
  },
};
