import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";
import { changeMachineFacts } from "@/server/job/upkeep";

/** Changes what is known of a machine. */
export function PUT(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () =>
    respond(await changeMachineFacts(idOf((await params).id), await jsonBody(request))),
  );
}
