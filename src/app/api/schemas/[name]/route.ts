import { layoutSchema } from "@/core/drawing/codec";
import { jobSchema, signOffsSchema } from "@/core/record/jobfile";
import { bad } from "@/core/base/result";
import { serverProblem } from "@/server/base/http/problems";
import { handle, respond } from "@/server/base/http/respond";

const SCHEMAS: Readonly<Record<string, () => unknown>> = {
  job: () => jobSchema,
  signoffs: () => signOffsSchema,
  layout: () => layoutSchema(),
};

/** The published schemas of files: job, signoffs, layout. */
export function GET(request: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  return handle(request, async () => {
    const { name } = await params;
    const schema = Object.hasOwn(SCHEMAS, name) ? SCHEMAS[name] : undefined;
    if (!schema) return respond(bad(serverProblem.noTable()));
    return Response.json(schema(), { headers: { "content-type": "application/schema+json" } });
  });
}
