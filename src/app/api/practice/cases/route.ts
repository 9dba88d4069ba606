import { saveTaughtCase } from "@/server/learn/practice";
import { personOf } from "@/server/base/http/person";
import { handle, jsonBody, respond } from "@/server/base/http/respond";

/** Keeps a case a teacher made. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () => respond(await saveTaughtCase(await jsonBody(request), personOf(request))));
}
