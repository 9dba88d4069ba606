import { keepLayout } from "@/server/layouts";
import { handle, idOf, jsonBody, respond } from "@/server/requests/respond";

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await keepLayout(idOf((await params).id), await jsonBody(request))));
}
