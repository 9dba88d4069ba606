import { ok } from "@/core/base/result";
import { handle, jsonBody, respond } from "@/server/base/http/respond";
import { freshPassphrase, setPassphrase } from "@/server/workshop/trust/network";

export const dynamic = "force-dynamic";

/** A passphrase nobody thought of, to be set or not. */
export function GET(request: Request): Promise<Response> {
  return handle(request, () => Promise.resolve(respond(ok(freshPassphrase()))));
}

/** Sets the workshop's passphrase. */
export function PUT(request: Request): Promise<Response> {
  return handle(request, async () => respond(await setPassphrase(await jsonBody(request))));
}
