const text = (most: number) => ({ type: "string", maxLength: most });
const time = { type: "string", pattern: "^20\\d{2}-\\d{2}-\\d{2}T[0-9:.]{5,15}Z?$" };
const maybeTime = { type: ["string", "null"], pattern: "^20\\d{2}-\\d{2}-\\d{2}T[0-9:.]{5,15}Z?$" };
const maybeDay = { type: ["string", "null"], pattern: "^20\\d{2}-\\d{2}-\\d{2}$" };
const sha = { type: "string", pattern: "^[0-9a-f]{64}$" };
const number = { type: "number", minimum: -1e9, maximum: 1e9 };
const maybeNumber = { type: ["number", "null"], minimum: -1e9, maximum: 1e9 };
const place = { type: "integer", minimum: 0, maximum: 9_999 };
/** Our own inner data: kept as it is, and looked at by what uses it. */
const inner = { type: "object" };
const object = (properties: Record<string, unknown>, optional: readonly string[] = []) => ({
  type: "object",
  additionalProperties: false,
  required: Object.keys(properties).filter((k) => !optional.includes(k)),
  properties,
});
const list = (items: unknown, maxItems: number) => ({ type: "array", maxItems, items });

const machine = object({
  tag: { type: "string", pattern: "^[A-Za-z0-9][A-Za-z0-9 ._-]{0,23}$" },
  model: { type: "string", minLength: 1, maxLength: 60 },
  variant: text(60),
  place: text(80),
  environment: text(24),
  form: { enum: ["thirteen", "fourteen", "fifteen", "seventeen"] },
  limitC: { type: ["number", "null"], minimum: 50, maximum: 115 },
  used: { enum: ["", "light", "daily", "long"] },
  bought: { type: ["string", "null"], pattern: "^20\\d{2}-\\d{2}$" },
  createdAt: time,
});

const entry = object(
  {
    id: { type: "string", pattern: "^[0-9A-Za-z-]{8,40}$" },
    at: time,
    stage: { enum: ["intake", "open", "strip", "clean", "paste", "close"] },
    step: { type: "string", minLength: 1, maxLength: 60 },
    act: { enum: ["done", "undone", "skipped", "noted"] },
    value: text(500),
    reason: text(500),
    who: text(8),
    receivedAt: time,
    aside: { type: "boolean" },
  },
  ["who"],
);

const run = object({
  kind: { enum: ["before", "after"] },
  file: { type: "string", pattern: "^runs/[0-9]{1,4}-(before|after)\\.csv$" },
  sourceName: text(200),
  sha256: sha,
  bytes: { type: "integer", minimum: 1, maximum: 512_000_000 },
  createdAt: time,
  replacedAt: maybeTime,
  columns: list(inner, 5_000),
  layout: inner,
  phases: {
    oneOf: [{ type: "null" }, object({ loadOnS: number, loadOffS: number })],
  },
  conditions: inner,
  revision: { type: "integer", minimum: 0, maximum: 1e6 },
  alone: { type: ["object", "null"] },
});

const photo = object({
  file: { type: "string", pattern: "^photos/[0-9]{1,4}\\.jpg$" },
  sha256: sha,
  phase: { enum: ["found", "cleaned", "after", "tracing"] },
  note: text(500),
  xMm: maybeNumber,
  yMm: maybeNumber,
  width: { type: "integer", minimum: 1, maximum: 20_000 },
  height: { type: "integer", minimum: 1, maximum: 20_000 },
  squaring: { type: ["object", "null"] },
  createdAt: time,
});

const lot = object({
  kind: { type: "string", pattern: "^[a-z-]{1,12}$" },
  name: text(80),
  lot: text(40),
  amount: number,
  price: number,
  boughtOn: { type: "string", pattern: "^20\\d{2}-\\d{2}-\\d{2}$" },
  openedOn: maybeDay,
  bestBefore: maybeDay,
  props: inner,
});

const drawing = object({
  number: { type: "integer", minimum: 1, maximum: 1e6 },
  note: text(500),
  createdAt: time,
  keptAt: maybeTime,
  document: inner,
});

/** `job.json` of a bundle: a whole job but for the bytes of its logs and photos. */
export const jobSchema = {
  $schema: "https://json-schema.org/draft/2020-12/schema",
  title: "Ovrant job",
  ...object({
    format: { const: "ovrant-job" },
    version: { const: 1 },
    uid: { type: "string", pattern: "^[0-9a-f]{32}$" },
    number: { type: "integer", minimum: 1, maximum: 1e6 },
    machine,
    due: object({ dueOn: maybeDay, why: text(300), by: { enum: ["", "drift", "rule", "hand", "snooze"] } }),
    complaint: text(500),
    openedAt: time,
    closedAt: maybeTime,
    closingNote: text(500),
    waits: { type: ["object", "null"] },
    checkOn: maybeDay,
    comesBackFrom: { type: ["string", "null"], pattern: "^[0-9a-f]{32}$" },
    ways: { type: ["object", "null"] },
    drawing: { oneOf: [{ type: "null" }, drawing] },
    journal: list(entry, 20_000),
    runs: list(run, 200),
    verdicts: list(
      object({ createdAt: time, judge: text(16), before: place, after: place, inputs: {}, result: inner }),
      500,
    ),
    photos: list(photo, 500),
    lots: list(lot, 200),
    bookings: list(object({ lot: place, what: text(60), amount: number, at: time, undoneAt: maybeTime }), 2_000),
    cuttings: list(object({ plan: inner, at: time, undoneAt: maybeTime }), 200),
  }),
};

/** `signoffs.json` of a bundle: who signed which revision of the job. */
export const signOffsSchema = {
  $schema: "https://json-schema.org/draft/2020-12/schema",
  title: "Ovrant sign-offs",
  ...list(
    object({
      revision: { type: "integer", minimum: 1, maximum: 1_000 },
      at: time,
      by: object({ role: text(60), initials: text(8) }),
      checkedBy: { oneOf: [{ type: "null" }, object({ role: text(60), initials: text(8) })] },
      sha256: sha,
    }),
    1_000,
  ),
};
