import { runOfToken } from "@/server/measure/live/samples";
import { tokenOf } from "@/server/measure/live/token";
import { handle, plainly } from "@/server/base/http/respond";

export const dynamic = "force-dynamic";

/** The run a token opens: its number, what it is and its recipe. */
export function GET(request: Request): Promise<Response> {
  return handle(request, async () => plainly(await runOfToken(tokenOf(request))));
}
