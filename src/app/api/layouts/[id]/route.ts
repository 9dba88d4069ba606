import { saveLayout } from "@/server/drawing/layouts";
import { LAYOUT_LIMIT, handle, idOf, jsonBody, respond } from "@/server/base/http/respond";

export function PUT(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () =>
    respond(await saveLayout(idOf((await params).id), await jsonBody(request, LAYOUT_LIMIT))),
  );
}
