import { takeBundle } from "@/server/records/intake";
import { BUNDLE_LIMIT_MB } from "@/server/records/readBundle";
import { bytesBody } from "@/server/requests/body";
import { handle, respond } from "@/server/requests/respond";

/** Takes a job in from its zip. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () =>
    respond(await takeBundle(await bytesBody(request, BUNDLE_LIMIT_MB * 1e6), request.signal)),
  );
}
