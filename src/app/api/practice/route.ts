import { handle, jsonBody, respond } from "@/server/respond";
import { changeWorkshopPractice } from "@/server/service";

export function PUT(request: Request): Promise<Response> {
  return handle(request, async () => respond(await changeWorkshopPractice(await jsonBody(request))));
}
