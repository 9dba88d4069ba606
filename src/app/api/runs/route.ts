import { bad } from "@/core/result";
import { serverProblem } from "@/server/requests/problems";
import { handle, respond } from "@/server/requests/respond";
import { storeRun } from "@/server/runs";

export const dynamic = "force-dynamic";

/** Takes in a log: one line of JSON, then the file (see docs/formats.md). */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () =>
    respond(request.body ? await storeRun(request.body) : bad(serverProblem.badHead())),
  );
}
