import { bad } from "@/core/base/result";
import { bundleOf } from "@/server/record/bundle";
import { fileResponse } from "@/server/base/http/files";
import { serverProblem } from "@/server/base/http/problems";
import { handle, idOf, respond } from "@/server/base/http/respond";

/** A whole job as one zip. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const bundle = await bundleOf(idOf((await params).id));
    return bundle ? fileResponse(bundle, "application/zip", ["zip"]) : respond(bad(serverProblem.noJob()));
  });
}
