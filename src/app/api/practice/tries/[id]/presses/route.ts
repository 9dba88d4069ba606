import { pressAtPractice } from "@/server/learn/practice";
import { personOf } from "@/server/base/http/person";
import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";

/** Orders a test or a service. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () =>
    respond(await pressAtPractice(idOf((await params).id), await jsonBody(request), personOf(request))),
  );
}
