import { actOn, changeLive } from "@/server/measure/liveRuns";
import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";

export const dynamic = "force-dynamic";

/** Stops the load, starts it at once, ends or drops a live run, or gives a new token. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await actOn(idOf((await params).id), await jsonBody(request))));
}

/** Changes how a live run is done. */
export function PATCH(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await changeLive(idOf((await params).id), await jsonBody(request))));
}
