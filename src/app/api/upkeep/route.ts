import { handle, jsonBody, respond } from "@/server/base/http/respond";
import { changeRules } from "@/server/job/upkeep";

/** Sets the workshop's rules for the next service. */
export function PUT(request: Request): Promise<Response> {
  return handle(request, async () => respond(await changeRules(await jsonBody(request))));
}
