import { handle, jsonBody, respond } from "@/server/base/http/respond";
import { stopAtBench } from "@/server/measure/stopAtBench";

/** Stops the load of a run: no PIN is asked for. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () => respond(await stopAtBench(await jsonBody(request))));
}
