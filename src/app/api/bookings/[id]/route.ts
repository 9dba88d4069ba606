import { giveBack } from "@/server/workshop/materials";
import { handle, idOf, respond } from "@/server/base/http/respond";

export function DELETE(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await giveBack(idOf((await params).id))));
}
