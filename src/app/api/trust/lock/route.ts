import { handle, respond } from "@/server/base/http/respond";
import { whoAsks } from "@/server/workshop/trust/asked";
import { noPerson } from "@/server/workshop/trust/cookies";
import { lock } from "@/server/workshop/trust/signin";

/** Locks this bench: whoever was signed in is out. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () => {
    const answer = respond(await lock((await whoAsks()).bench ?? 0));
    answer.headers.append("set-cookie", noPerson());
    return answer;
  });
}
