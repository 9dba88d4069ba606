const size = { type: "number", exclusiveMinimum: 0, exclusiveMaximum: 5000 };
const sized = {
  id: { type: ["string", "number"], minLength: 1, maxLength: 60 },
  widthMm: size,
  heightMm: size,
  thicknessMm: size,
};
const needed = ["id", "widthMm", "heightMm", "thicknessMm"];

/** Sheets and pieces of a cutting plan, as `ovrant pads` takes them. */
export const padsSchema = {
  $schema: "https://json-schema.org/draft/2020-12/schema",
  title: "Ovrant pads to be cut",
  type: "object",
  required: ["sheets", "pieces"],
  additionalProperties: false,
  properties: {
    sheets: {
      type: "array",
      maxItems: 200,
      items: {
        type: "object",
        required: needed,
        additionalProperties: false,
        properties: {
          ...sized,
          offcut: { type: "boolean", default: false },
          factory: { type: "array", maxItems: 4, items: { enum: ["left", "top", "right", "bottom"] } },
        },
      },
    },
    pieces: {
      type: "array",
      minItems: 1,
      maxItems: 200,
      items: { type: "object", required: needed, additionalProperties: false, properties: sized },
    },
    kerfMm: { type: "number", minimum: 0, exclusiveMaximum: 50 },
    marginMm: { type: "number", minimum: 0, exclusiveMaximum: 50 },
  },
};
