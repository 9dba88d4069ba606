import { forkLayout } from "@/server/drawing/layouts";
import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await forkLayout(idOf((await params).id), await jsonBody(request))));
}
