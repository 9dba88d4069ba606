import { ok } from "@/core/base/result";
import { answerTo, openedBy } from "@/server/measure/live/samples";
import { tokenOf } from "@/server/measure/live/token";
import { handle, idOf, plainly } from "@/server/base/http/respond";

export const dynamic = "force-dynamic";

/** How a live run stands, for one of its sources. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const opened = await openedBy(idOf((await params).id), tokenOf(request));
    const source = new URL(request.url).searchParams.get("source") ?? "";
    return plainly(opened.ok ? ok(answerTo(opened.value, source)) : opened);
  });
}
