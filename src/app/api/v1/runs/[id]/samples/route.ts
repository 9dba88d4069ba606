import { takeSamples } from "@/server/live/samples";
import { tokenOf } from "@/server/live/token";
import { handle, idOf, plainly } from "@/server/requests/respond";

export const dynamic = "force-dynamic";

/** Takes samples in: a JSON object a line. What is answered as acknowledged is on disk. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const source = new URL(request.url).searchParams.get("source") ?? "";
    return plainly(await takeSamples(idOf((await params).id), tokenOf(request), source, request));
  });
}
