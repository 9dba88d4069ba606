import { handle, jsonBody, respond } from "@/server/base/http/respond";
import { changeWorkshopProcedure } from "@/server/handwork/service";

/** Sets one way of the workshop, with its reason. */
export function PUT(request: Request): Promise<Response> {
  return handle(request, async () => respond(await changeWorkshopProcedure(await jsonBody(request))));
}
