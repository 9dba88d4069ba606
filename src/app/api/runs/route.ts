import { bad } from "@/core/base/result";
import { serverProblem } from "@/server/base/http/problems";
import { handle, respond } from "@/server/base/http/respond";
import { storeRun } from "@/server/measure/runs";
import { heldByLog } from "@/server/measure/upload";

export const dynamic = "force-dynamic";

/** Takes in a log: one line of JSON, then the file (see docs/formats.md). */
export function POST(request: Request): Promise<Response> {
  return handle(
    request,
    async () => respond(request.body ? await storeRun(request.body) : bad(serverProblem.badHead())),
    heldByLog(request),
  );
}
