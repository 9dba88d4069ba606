import { takeBundle } from "@/server/record/intake";
import { BUNDLE_LIMIT_MB } from "@/server/record/readBundle";
import { bytesBody } from "@/server/base/http/body";
import { handle, respond } from "@/server/base/http/respond";

/** Takes a job in from its zip. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () =>
    respond(await takeBundle(await bytesBody(request, BUNDLE_LIMIT_MB * 1e6), request.signal)),
  );
}
