import { bad } from "@/core/base/result";
import { bytesBody } from "@/server/base/http/body";
import { serverProblem } from "@/server/base/http/problems";
import { handle, respond } from "@/server/base/http/respond";
import { changeMark, MARK_LIMIT_MB, markBytes, removeMark } from "@/server/workshop/workshop";

export const dynamic = "force-dynamic";

/** The workshop's mark. */
export function GET(request: Request): Promise<Response> {
  return handle(request, async () => {
    const png = await markBytes();
    if (!png) return respond(bad(serverProblem.noMark()));
    return new Response(new Uint8Array(png), { headers: { "content-type": "image/png", "cache-control": "no-cache" } });
  });
}

/** Sets it from a picture. */
export function PUT(request: Request): Promise<Response> {
  return handle(request, async () => respond(await changeMark(await bytesBody(request, MARK_LIMIT_MB * 1e6))));
}

export function DELETE(request: Request): Promise<Response> {
  return handle(request, async () => respond(await removeMark()));
}
