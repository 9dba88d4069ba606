import { ok } from "@/core/base/result";
import { handle, respond } from "@/server/base/http/respond";
import { lockedRuns } from "@/server/workshop/trust/lockedRuns";

export const dynamic = "force-dynamic";

/** What a locked bench shows of runs that go. */
export function GET(request: Request): Promise<Response> {
  return handle(request, async () => respond(ok(await lockedRuns())));
}
