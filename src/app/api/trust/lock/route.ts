import { ok } from "@/core/result";
import { handle, respond } from "@/server/requests/respond";
import { noPerson } from "@/server/trust/cookies";

/** Locks this bench: whoever was signed in is out. */
export function POST(request: Request): Promise<Response> {
  return handle(request, () => {
    const answer = respond(ok(null));
    answer.headers.append("set-cookie", noPerson());
    return Promise.resolve(answer);
  });
}
