import { handle, idOf, respond } from "@/server/base/http/respond";
import { dropBench } from "@/server/workshop/trust/network";

/** Sends a bench away. */
export function DELETE(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await dropBench(idOf((await params).id))));
}
