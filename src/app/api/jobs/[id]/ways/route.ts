import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";
import { changeJobWays } from "@/server/handwork/service";

export function PUT(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await changeJobWays(idOf((await params).id), await jsonBody(request))));
}
