import { handle, jsonBody, respond } from "@/server/base/http/respond";
import { changeWorkshopWay } from "@/server/handwork/service";

/** Sets one way of the workshop, with its reason. */
export function PUT(request: Request): Promise<Response> {
  return handle(request, async () => respond(await changeWorkshopWay(await jsonBody(request))));
}
