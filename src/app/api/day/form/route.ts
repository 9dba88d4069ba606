import { changeDayForm } from "@/server/day";
import { handle, jsonBody, respond } from "@/server/requests/respond";

/** Sets how the workshop's days go. */
export function PUT(request: Request): Promise<Response> {
  return handle(request, async () => respond(await changeDayForm(await jsonBody(request))));
}
