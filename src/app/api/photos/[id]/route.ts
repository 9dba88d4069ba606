import { bad } from "@/core/base/result";
import { photoBytes, updatePhoto } from "@/server/drawing/photos";
import { serverProblem } from "@/server/base/http/problems";
import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";

/** A photo, or ?thumb for the small one. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const bytes = await photoBytes(idOf((await params).id), new URL(request.url).searchParams.has("thumb"));
    if (!bytes) return respond(bad(serverProblem.noPhoto()));
    return new Response(new Uint8Array(bytes), {
      headers: { "content-type": "image/jpeg", "cache-control": "private, max-age=31536000, immutable" },
    });
  });
}

export function PATCH(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await updatePhoto(idOf((await params).id), await jsonBody(request))));
}
