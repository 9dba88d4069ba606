import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";
import { alterPerson, dropPerson } from "@/server/workshop/trust/network";

interface Of {
  params: Promise<{ id: string }>;
}

/** Another role or another PIN. */
export function PATCH(request: Request, { params }: Of): Promise<Response> {
  return handle(request, async () => respond(await alterPerson(idOf((await params).id), await jsonBody(request))));
}

/** Takes a tag off its hook. */
export function DELETE(request: Request, { params }: Of): Promise<Response> {
  return handle(request, async () => respond(await dropPerson(idOf((await params).id))));
}
