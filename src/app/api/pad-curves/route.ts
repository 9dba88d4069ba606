import { handle, jsonBody, respond } from "@/server/requests/respond";
import { changePadCurves } from "@/server/service";

export function PUT(request: Request): Promise<Response> {
  return handle(request, async () => respond(await changePadCurves(await jsonBody(request))));
}
