import { signOff } from "@/server/record/document";
import { personOf } from "@/server/base/http/person";
import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";

/** Signs a closed job in the name of who is signed in: it is frozen as it stands. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const from = { person: personOf(request), bench: Number(request.headers.get("x-ovrant-bench")) || null };
    return respond(await signOff(idOf((await params).id), await jsonBody(request), from));
  });
}
