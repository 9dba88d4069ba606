import { ok } from "@/core/base/result";
import { handle, idOf, respond } from "@/server/base/http/respond";
import { lotUsesView } from "@/server/workshop/views/materials";

/** The last jobs that used a lot. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(ok(await lotUsesView(idOf((await params).id)))));
}
