import Ajv2020 from "ajv/dist/2020";
import standaloneCode from "ajv/dist/standalone";
import { layoutSchema } from "../../src/core/drawing/codec/schema";
import { daySchema } from "../../src/core/workshop/day/schema";
import { tightenSchema } from "../../src/core/handwork/fasten/schema";
import { jobSchema, signOffsSchema } from "../../src/core/record/jobfile/schema";
import { padsSchema } from "../../src/core/handwork/pads/schema";

export const COMPILED = "src/core/base/checked/compiled.js";

/** The schemas of outside files as plain code: a strict CSP forbids making code at run time. */
export function compiledSchemas(): string {
  const ajv = new Ajv2020({
    code: { source: true, esm: true, lines: false },
    discriminator: true,
    useDefaults: true,
    verbose: true,
    unicode: false,
    allowUnionTypes: true,
    strictTypes: false,
  });
  ajv.addSchema(layoutSchema(), "layout");
  ajv.addSchema(padsSchema, "pads");
  ajv.addSchema(tightenSchema, "tighten");
  ajv.addSchema(daySchema, "day");
  ajv.addSchema(jobSchema, "job");
  ajv.addSchema(signOffsSchema, "signOffs");
  const code = standaloneCode(ajv, {
    layoutCheck: "layout",
    padsCheck: "pads",
    tightenCheck: "tighten",
    dayCheck: "day",
    jobCheck: "job",
    signOffsCheck: "signOffs",
  });
  return `/* eslint-disable */\n// Made by npm run schemas from the published schemas; not to be edited.\n${code}\n`;
}
