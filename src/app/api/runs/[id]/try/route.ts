import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";
import { tryBounds } from "@/server/measure/verdicts";

/** What the verdict would be with these bounds. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await tryBounds(idOf((await params).id), await jsonBody(request))));
}
