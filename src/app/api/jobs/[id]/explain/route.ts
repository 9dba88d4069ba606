import { handle, idOf, respond } from "@/server/base/http/respond";
import { explainJob } from "@/server/measure/verdicts";

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await explainJob(idOf((await params).id))));
}
