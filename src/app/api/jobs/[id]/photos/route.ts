import { bad } from "@/core/base/result";
import { heldByPhoto, storePhoto } from "@/server/drawing/photos";
import { serverProblem } from "@/server/base/http/problems";
import { handle, idOf, respond } from "@/server/base/http/respond";

/** Takes in a photo as it comes; ?phase=found, cleaned, after or tracing. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(
    request,
    async () =>
      respond(
        request.body
          ? await storePhoto(
              idOf((await params).id),
              new URL(request.url).searchParams.get("phase") ?? "",
              request.body,
            )
          : bad(serverProblem.notPhoto()),
      ),
    heldByPhoto(request),
  );
}
