import { check } from "../../src/input/check";
import * as backup from "../../src/input/backup";
import * as day from "../../src/input/day";
import * as filters from "../../src/input/filters";
import * as layout from "../../src/input/layout";
import * as live from "../../src/input/live";
import * as machine from "../../src/input/machine";
import * as materials from "../../src/input/materials";
import * as photo from "../../src/input/photo";
import * as plan from "../../src/input/plan";
import * as practice from "../../src/input/practice";
import * as run from "../../src/input/run";
import * as service from "../../src/input/service";
import * as sign from "../../src/input/sign";
import * as trust from "../../src/input/trust";
import * as upkeep from "../../src/input/upkeep";
import * as workshop from "../../src/input/workshop";
import { ok, type Result } from "../../src/core/base/result";
import { Chance } from "./mutate";

type Form = new () => object;

/** Every form a body is checked by. */
const FORMS = [
  ...[backup, day, filters, layout, live, machine, materials, photo, plan],
  ...[practice, run, service, sign, trust, upkeep, workshop],
].flatMap((room) =>
  Object.entries(room as Record<string, unknown>).flatMap(([name, of]) =>
    name.endsWith("Input") && typeof of === "function" ? [{ name, form: of as Form }] : [],
  ),
);

/** What fields hold that nobody types: things of the language, numbers at their ends, lists and forms for words. */
const ODD: readonly unknown[] = [
  {},
  [],
  [[]],
  [null],
  null,
  true,
  "",
  "\u0000",
  "x".repeat(5_000),
  "2027-02-31",
  "2026-13-45T99:99",
  -1,
  1e308,
  0.1,
  Number.MAX_SAFE_INTEGER,
  { constructor: {} },
  { length: 3 },
  { toString: 1 },
  { then: 1 },
  [{ constructor: {} }],
];

/** Names that mean something to the language, beside those of forms. */
const NAMES = [
  "constructor",
  "prototype",
  "toString",
  "valueOf",
  "hasOwnProperty",
  "then",
  "toJSON",
  "length",
  "0",
  "",
];

/** Bodies made for one try. */
const BODIES = 60;

/** Field names a form knows: those it refuses to be without, and those it has by itself. */
function fieldsOf(form: Form): string[] {
  const bare = check(form, {});
  return [...new Set([...Object.keys(new form()), ...(bare.ok ? [] : Object.keys(bare.fields))])];
}
const FIELDS = new Map(FORMS.map(({ name, form }) => [name, fieldsOf(form)]));

/** A body for a form with odd things in odd places. */
function bodyFor(name: string, chance: Chance): unknown {
  const fields = FIELDS.get(name) ?? [];
  const body: Record<string, unknown> = {};
  for (const field of fields) if (chance.below(3)) body[field] = chance.of(ODD);
  for (let n = chance.below(3); n > 0; n--) set(body, chance.of(NAMES), chance.of(ODD));
  if (chance.below(6) === 0) set(body, "__proto__", chance.of(ODD));
  return chance.below(20) === 0 ? chance.of(ODD) : body;
}

/** A field as JSON sets it: also one of which the language has its own. */
const set = (body: object, key: string, value: unknown) =>
  Object.defineProperty(body, key, { value, enumerable: true, configurable: true, writable: true });

/** Many bodies for every form, drawn by what is given: each is taken or refused by its fields, none throws. */
export function formsTake(bytes: Uint8Array): Result<number> {
  const chance = new Chance(bytes.reduce((sum, b) => (31 * sum + b) % 1_000_003, 7));
  for (let n = 0; n < BODIES; n++) {
    const { name, form } = chance.of(FORMS);
    const body = bodyFor(name, chance);
    try {
      const checked = check(form, body);
      if (!checked.ok && Object.values(checked.fields).some((why) => !why)) throw new Error("a field says nothing");
    } catch (e) {
      throw new Error(
        `${name} of ${JSON.stringify(body).slice(0, 120)}: ${e instanceof Error ? e.message : String(e)}`,
      );
    }
  }
  return ok(BODIES);
}
