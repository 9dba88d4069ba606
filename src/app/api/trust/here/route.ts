import { ok } from "@/core/base/result";
import { handle, respond } from "@/server/base/http/respond";
import { whoAsks } from "@/server/workshop/trust/asked";

export const dynamic = "force-dynamic";

/** Who is signed in at this bench now: a page may be older than the lock. */
export function GET(request: Request): Promise<Response> {
  return handle(request, async () => respond(ok({ person: (await whoAsks()).person })));
}
