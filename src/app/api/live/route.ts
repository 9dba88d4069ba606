import { ok } from "@/core/base/result";
import { goingRuns } from "@/server/measure/live/going";
import { handle, respond } from "@/server/base/http/respond";

export const dynamic = "force-dynamic";

/** Runs that go now. */
export function GET(request: Request): Promise<Response> {
  return handle(request, async () => respond(ok(await goingRuns())));
}
