import { tryAgain } from "@/server/learn/practice";
import { personOf } from "@/server/base/http/person";
import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";

/** The same machine once more, from a step of this try on. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () =>
    respond(await tryAgain(idOf((await params).id), await jsonBody(request), personOf(request))),
  );
}
