import { handle, jsonBody, respond } from "@/server/base/http/respond";
import { changeWorkshop } from "@/server/workshop/workshop";

/** Sets what the workshop says of itself. */
export function PUT(request: Request): Promise<Response> {
  return handle(request, async () => respond(await changeWorkshop(await jsonBody(request))));
}
