import { intake } from "@/server/machines";
import { handle, jsonBody, respond } from "@/server/requests/respond";

export function POST(request: Request): Promise<Response> {
  return handle(request, async () => respond(await intake(await jsonBody(request))));
}
