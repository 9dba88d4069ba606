import { updateLot } from "@/server/workshop/materials";
import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";

export function PATCH(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await updateLot(idOf((await params).id), await jsonBody(request))));
}
