import { bad } from "@/core/result";
import { layoutProblem } from "@/core/codec";
import { importLayout } from "@/server/layouts";
import { LAYOUT_LIMIT, handle, idOf, respond } from "@/server/respond";

/** Reads a JSON or SVG file for the open drawing of a job; gives it back to be looked at, stores nothing. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const text = await request.text();
    if (text.length > LAYOUT_LIMIT) return respond(bad(layoutProblem.tooLarge(LAYOUT_LIMIT / 1e6)));
    return respond(await importLayout(idOf((await params).id), text));
  });
}
