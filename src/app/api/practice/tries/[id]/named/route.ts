import { nameAtPractice } from "@/server/learn/practice";
import { personOf } from "@/server/base/http/person";
import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";

/** Says what is wrong. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () =>
    respond(await nameAtPractice(idOf((await params).id), await jsonBody(request), personOf(request))),
  );
}
