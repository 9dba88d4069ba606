import { ok } from "@/core/base/result";
import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";
import { personCookie } from "@/server/workshop/trust/cookies";
import { signIn } from "@/server/workshop/trust/signin";

/** Somebody signs in by a tag and a PIN. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () => {
    const bench = idOf(request.headers.get("x-ovrant-bench") ?? "");
    const session = await signIn(await jsonBody(request), bench);
    if (!session.ok) return respond(session);
    const answer = respond(ok(null));
    answer.headers.append("set-cookie", await personCookie(session.value));
    return answer;
  });
}
