import { tokenOf } from "@/server/measure/live/token";
import { stopByToken } from "@/server/measure/liveRuns";
import { handle, idOf, plainly } from "@/server/base/http/respond";

export const dynamic = "force-dynamic";

/** Stops the load of a live run; the log goes on. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const why = new URL(request.url).searchParams.get("why") === "hidden" ? "hidden" : "hand";
    return plainly(await stopByToken(idOf((await params).id), tokenOf(request), why));
  });
}
