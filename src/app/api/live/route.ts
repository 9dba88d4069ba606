import { ok } from "@/core/result";
import { goingRuns } from "@/server/live/going";
import { handle, respond } from "@/server/requests/respond";

export const dynamic = "force-dynamic";

/** Runs that go now. */
export function GET(request: Request): Promise<Response> {
  return handle(request, async () => respond(ok(await goingRuns())));
}
