import { handle, jsonBody, respond } from "@/server/base/http/respond";
import { changePadCurves } from "@/server/handwork/service";

export function PUT(request: Request): Promise<Response> {
  return handle(request, async () => respond(await changePadCurves(await jsonBody(request))));
}
