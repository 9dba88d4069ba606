import { handle, idOf, respond } from "@/server/base/http/respond";
import { judgeAgain } from "@/server/measure/verdicts";

/** Judges a job anew with the judge as it is now. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await judgeAgain(idOf((await params).id))));
}
