import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";
import { makeOwnerLink } from "@/server/workshop/trust/ownerLink";

/** A link to the report of a job for its owner. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await makeOwnerLink(idOf((await params).id), await jsonBody(request))));
}
