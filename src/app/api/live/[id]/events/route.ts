import { bad } from "@/core/base/result";
import { liveSessionOf } from "@/server/measure/live/liveSession";
import { liveProblem } from "@/server/measure/live/problems";
import { follow } from "@/server/measure/live/stream";
import { handle, idOf, respond } from "@/server/base/http/respond";

export const dynamic = "force-dynamic";

/** Follows a live run, as server-sent events: its view, again whenever it changes. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const session = await liveSessionOf(idOf((await params).id));
    if (!session) return respond(bad(liveProblem.noRun()));
    return new Response(follow(session, request.signal), {
      headers: { "content-type": "text/event-stream; charset=utf-8", "cache-control": "no-store, no-transform" },
    });
  });
}
