import { changeDayForm } from "@/server/workshop/day";
import { handle, jsonBody, respond } from "@/server/base/http/respond";

/** Sets how the workshop's days go. */
export function PUT(request: Request): Promise<Response> {
  return handle(request, async () => respond(await changeDayForm(await jsonBody(request))));
}
