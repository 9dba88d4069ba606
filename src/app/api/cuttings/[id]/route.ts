import { uncutPads } from "@/server/workshop/materials";
import { handle, idOf, respond } from "@/server/base/http/respond";

export function DELETE(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await uncutPads(idOf((await params).id))));
}
