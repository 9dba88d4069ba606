import { handle, idOf, jsonBody, respond } from "@/server/requests/respond";
import { keepEntries } from "@/server/service";

/** Entries made on a device; sending them twice keeps them once. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await keepEntries(idOf((await params).id), await jsonBody(request))));
}
