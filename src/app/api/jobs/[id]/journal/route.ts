import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";
import { inTheNameOf, personOf } from "@/server/base/http/person";
import { saveEntries } from "@/server/handwork/service";

/** Entries made on a device; sending them twice keeps them once. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const body = inTheNameOf(personOf(request), await jsonBody(request));
    return respond(body.ok ? await saveEntries(idOf((await params).id), body.value) : body);
  });
}
