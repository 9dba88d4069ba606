import { signOff } from "@/server/record/document";
import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";

/** Signs a closed job: it is frozen as it stands. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await signOff(idOf((await params).id), await jsonBody(request))));
}
