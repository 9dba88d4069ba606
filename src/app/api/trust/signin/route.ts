import { ok } from "@/core/base/result";
import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";
import { personCookie } from "@/server/workshop/trust/cookies";
import { signIn } from "@/server/workshop/trust/signin";

/** Somebody signs in by a tag and a PIN. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () => {
    const bench = idOf(request.headers.get("x-ovrant-bench") ?? "");
    const begun = await signIn(await jsonBody(request), bench);
    if (!begun.ok) return respond(begun);
    const { session, missed } = begun.value;
    const answer = respond(ok({ missed }));
    answer.headers.append("set-cookie", await personCookie(session));
    return answer;
  });
}
