import { intake } from "@/server/workshop/machines";
import { handle, jsonBody, respond } from "@/server/base/http/respond";

export function POST(request: Request): Promise<Response> {
  return handle(request, async () => respond(await intake(await jsonBody(request))));
}
