import { tryAgain } from "@/server/practice";
import { personOf } from "@/server/requests/person";
import { handle, idOf, jsonBody, respond } from "@/server/requests/respond";

/** The same machine once more, from a step of this try on. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () =>
    respond(await tryAgain(idOf((await params).id), await jsonBody(request), personOf(request))),
  );
}
