import { setLayoutAside } from "@/server/drawing/layouts";
import { handle, idOf, jsonBody, LAYOUT_LIMIT, respond } from "@/server/base/http/respond";

/** Lays a drawing aside as a revision of its own. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () =>
    respond(await setLayoutAside(idOf((await params).id), await jsonBody(request, LAYOUT_LIMIT))),
  );
}
