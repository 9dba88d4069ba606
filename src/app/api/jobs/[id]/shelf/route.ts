import { ok } from "@/core/base/result";
import { handle, idOf, respond } from "@/server/base/http/respond";
import { stockView } from "@/server/workshop/views/materials";

/** The shelf as it is now, with what of it is booked to a job. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(ok(await stockView(idOf((await params).id)))));
}
