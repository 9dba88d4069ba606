import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";
import { erase } from "@/server/workshop/erasure";

/** Erases a machine with all that hangs on it; its tag, typed anew, says that it is meant. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await erase(idOf((await params).id), await jsonBody(request))));
}
