import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";
import { actOnDue } from "@/server/job/upkeep";

/** Sets, takes, puts off or settles the next date of a machine. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await actOnDue(idOf((await params).id), await jsonBody(request))));
}
