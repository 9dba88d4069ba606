import { ok } from "@/core/base/result";
import { serverProblem } from "@/server/base/http/problems";
import { handle, idOf, respond } from "@/server/base/http/respond";
import { jobView } from "@/server/job/job";
import { alikeView } from "@/server/drawing/views/layout";

/** Drawings of other models a machine may be like: ?blowers=2&chips=2. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const view = await jobView(idOf((await params).id));
    if (!view) return respond({ ok: false, problem: serverProblem.noJob() });
    const asked = new URL(request.url).searchParams;
    const count = (name: string) => Math.max(0, Math.min(9, Math.trunc(Number(asked.get(name))) || 0));
    return respond(ok(await alikeView(view, { blowers: count("blowers"), chips: count("chips") })));
  });
}
