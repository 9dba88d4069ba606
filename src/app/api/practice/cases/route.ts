import { keepTaughtCase } from "@/server/practice";
import { personOf } from "@/server/requests/person";
import { handle, jsonBody, respond } from "@/server/requests/respond";

/** Keeps a case a teacher made. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () => respond(await keepTaughtCase(await jsonBody(request), personOf(request))));
}
