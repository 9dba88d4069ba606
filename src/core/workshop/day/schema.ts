import { TASK_KINDS } from "./problem";

const name = { type: ["string", "number"], minLength: 1, maxLength: 60 };
const minute = { type: "integer", minimum: 0, maximum: 100_000 };
const minutes = { type: "integer", minimum: 0, maximum: 10_000 };

/** A day of one technician, as `ovrant plan` takes it. */
export const daySchema = {
  $schema: "https://json-schema.org/draft/2020-12/schema",
  title: "Ovrant day to be planned",
  type: "object",
  required: ["rigs", "jobs"],
  properties: {
    rigs: { type: "integer", minimum: 0, maximum: 50 },
    breaks: {
      type: "array",
      maxItems: 50,
      default: [],
      items: {
        type: "object",
        required: ["fromMin", "toMin"],
        properties: { fromMin: minute, toMin: minute },
      },
    },
    jobs: {
      type: "array",
      minItems: 1,
      maxItems: 200,
      items: {
        type: "object",
        required: ["id", "tasks"],
        properties: {
          id: name,
          dueMin: { type: ["integer", "null"], minimum: 0, maximum: 100_000, default: null },
          weight: { type: "number", minimum: 0, maximum: 1_000, default: 1 },
          tasks: {
            type: "array",
            minItems: 1,
            maxItems: 60,
            items: {
              type: "object",
              required: ["id", "kind", "minutes"],
              properties: { id: name, kind: { enum: [...TASK_KINDS] }, minutes, handsMin: minutes },
            },
          },
        },
      },
    },
  },
};
