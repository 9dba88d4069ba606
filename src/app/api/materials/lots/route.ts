import { newLot } from "@/server/workshop/materials";
import { handle, jsonBody, respond } from "@/server/base/http/respond";

export function POST(request: Request): Promise<Response> {
  return handle(request, async () => respond(await newLot(await jsonBody(request))));
}
