import { nameAtPractice } from "@/server/practice";
import { personOf } from "@/server/requests/person";
import { handle, idOf, jsonBody, respond } from "@/server/requests/respond";

/** Says what is wrong. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () =>
    respond(await nameAtPractice(idOf((await params).id), await jsonBody(request), personOf(request))),
  );
}
