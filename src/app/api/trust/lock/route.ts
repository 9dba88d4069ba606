import { handle, respond } from "@/server/requests/respond";
import { whoAsks } from "@/server/trust/asked";
import { noPerson } from "@/server/trust/cookies";
import { lock } from "@/server/trust/signin";

/** Locks this bench: whoever was signed in is out. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () => {
    const answer = respond(await lock((await whoAsks()).bench ?? 0));
    answer.headers.append("set-cookie", noPerson());
    return answer;
  });
}
