import { startTry } from "@/server/practice";
import { personOf } from "@/server/requests/person";
import { handle, jsonBody, respond } from "@/server/requests/respond";

/** Begins to practise on a mystery machine. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () => respond(await startTry(await jsonBody(request), personOf(request))));
}
