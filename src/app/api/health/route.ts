import { ok } from "@/core/base/result";
import { handle, respond } from "@/server/base/http/respond";
import { healthNow } from "@/server/workshop/health";

export const dynamic = "force-dynamic";

/** How the server is, for who runs it: how late it answers, what waits, what it holds. */
export function GET(request: Request): Promise<Response> {
  return handle(request, async () => respond(ok(await healthNow())));
}
