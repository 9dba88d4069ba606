import { textBody } from "@/server/base/http/body";
import { importLayout } from "@/server/drawing/layouts";
import { LAYOUT_LIMIT, handle, idOf, respond } from "@/server/base/http/respond";

/** Reads a JSON or SVG file for the open drawing of a job; gives it back to be looked at, stores nothing. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const text = await textBody(request, LAYOUT_LIMIT);
    return respond(await importLayout(idOf((await params).id), text));
  });
}
