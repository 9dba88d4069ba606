import { handle, jsonBody, respond } from "@/server/requests/respond";
import { changeWorkshopWay } from "@/server/service";

/** Sets one way of the workshop, with its reason. */
export function PUT(request: Request): Promise<Response> {
  return handle(request, async () => respond(await changeWorkshopWay(await jsonBody(request))));
}
