import { takeBundleFrom } from "@/server/records/receive";
import { handle, respond } from "@/server/requests/respond";

/** Takes a job in from its zip. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () => respond(await takeBundleFrom(request)));
}
