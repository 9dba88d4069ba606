import { bad } from "@/core/base/result";
import { safeName } from "@/server/base/http/files";
import { serverProblem } from "@/server/base/http/problems";
import { handle, idOf, respond } from "@/server/base/http/respond";
import { allOf } from "@/server/record/allOf";

/** Everything that is known of a machine, in one zip. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const all = await allOf(idOf((await params).id));
    if (!all) return respond(bad(serverProblem.noMachine()));
    return new Response(all.stream, {
      headers: {
        "content-type": "application/zip",
        "content-disposition": `attachment; filename="${safeName(`${all.tag}.zip`, ["zip"])}"`,
        "x-content-type-options": "nosniff",
      },
    });
  });
}
