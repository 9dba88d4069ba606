import { bad } from "@/core/result";
import { bundleOf } from "@/server/records/bundle";
import { fileResponse } from "@/server/requests/files";
import { serverProblem } from "@/server/requests/problems";
import { handle, idOf, respond } from "@/server/requests/respond";

/** A whole job as one zip. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const bundle = await bundleOf(idOf((await params).id));
    return bundle ? fileResponse(bundle, "application/zip", ["zip"]) : respond(bad(serverProblem.noJob()));
  });
}
