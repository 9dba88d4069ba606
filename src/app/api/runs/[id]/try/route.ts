import { handle, idOf, jsonBody, respond } from "@/server/requests/respond";
import { tryBounds } from "@/server/verdicts";

/** What the verdict would be with these bounds. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await tryBounds(idOf((await params).id), await jsonBody(request))));
}
