import { begin } from "@/server/measure/liveRuns";
import { handle, idOf, jsonBody, plainly } from "@/server/base/http/respond";

export const dynamic = "force-dynamic";

/** Begins a live run of a job (see docs/formats.md). */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => plainly(await begin(idOf((await params).id), await jsonBody(request))));
}
