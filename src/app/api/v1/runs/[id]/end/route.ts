import { tokenOf } from "@/server/measure/live/token";
import { endByToken } from "@/server/measure/liveRuns";
import { handle, idOf, plainly } from "@/server/base/http/respond";

export const dynamic = "force-dynamic";

/** Ends a live run: what is on disk is kept as a run. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => plainly(await endByToken(idOf((await params).id), tokenOf(request))));
}
