import { bad } from "@/core/base/result";
import { fileResponse } from "@/server/base/http/files";
import { serverProblem } from "@/server/base/http/problems";
import { handle, idOf, respond } from "@/server/base/http/respond";
import { sourceOf } from "@/server/measure/runs";

/** The log a run was read from, as it came. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const file = await sourceOf(idOf((await params).id));
    if (!file) return respond(bad(serverProblem.noRun()));
    return fileResponse(file, "text/csv; charset=utf-8", ["csv", "tsv", "txt", "log", "dat"]);
  });
}
