import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";
import { changeRun } from "@/server/measure/runs";

export function PATCH(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await changeRun(idOf((await params).id), await jsonBody(request))));
}
