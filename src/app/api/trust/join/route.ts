import { ok } from "@/core/base/result";
import { handle, jsonBody, respond } from "@/server/base/http/respond";
import { benchCookie } from "@/server/workshop/trust/cookies";
import { join } from "@/server/workshop/trust/signin";

/** A device joins the workshop by its passphrase. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () => {
    const joined = await join(await jsonBody(request), request.headers.get("x-ovrant-from") ?? "");
    if (!joined.ok) return respond(joined);
    const answer = respond(ok(null));
    answer.headers.append("set-cookie", await benchCookie(joined.value.bench));
    return answer;
  });
}
