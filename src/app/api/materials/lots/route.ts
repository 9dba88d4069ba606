import { newLot } from "@/server/materials";
import { handle, jsonBody, respond } from "@/server/requests/respond";

export function POST(request: Request): Promise<Response> {
  return handle(request, async () => respond(await newLot(await jsonBody(request))));
}
