import { startTry } from "@/server/learn/practice";
import { personOf } from "@/server/base/http/person";
import { handle, jsonBody, respond } from "@/server/base/http/respond";

/** Begins to practise on a mystery machine. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () => respond(await startTry(await jsonBody(request), personOf(request))));
}
