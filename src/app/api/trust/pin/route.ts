import { handle, jsonBody, respond } from "@/server/base/http/respond";
import { changeOwnPin } from "@/server/workshop/trust/network";

/** One's own PIN. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () => {
    const initials = decodeURIComponent(request.headers.get("x-ovrant-person") ?? "");
    return respond(await changeOwnPin(initials, await jsonBody(request)));
  });
}
