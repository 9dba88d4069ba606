import { handle, jsonBody, respond } from "@/server/respond";
import { changeWorkshopWays } from "@/server/service";

export function PUT(request: Request): Promise<Response> {
  return handle(request, async () => respond(await changeWorkshopWays(await jsonBody(request))));
}
