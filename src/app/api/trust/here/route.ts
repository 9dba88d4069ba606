import { ok } from "@/core/result";
import { handle, respond } from "@/server/requests/respond";
import { whoAsks } from "@/server/trust/asked";

export const dynamic = "force-dynamic";

/** Who is signed in at this bench now: a page may be older than the lock. */
export function GET(request: Request): Promise<Response> {
  return handle(request, async () => respond(ok({ person: (await whoAsks()).person })));
}
