import { handle, jsonBody, respond } from "@/server/base/http/respond";
import { addPerson } from "@/server/workshop/trust/network";

/** A new tag. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () => respond(await addPerson(await jsonBody(request))));
}
