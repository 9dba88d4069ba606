import { cuttingFile, cutPads } from "@/server/workshop/materials";
import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await cutPads(idOf((await params).id), await jsonBody(request))));
}

/** The plan as an SVG at its true size. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const file = await cuttingFile(idOf((await params).id));
    if (!file.ok) return respond(file);
    return new Response(file.value, {
      headers: {
        "content-type": "image/svg+xml",
        "content-disposition": 'attachment; filename="cutting-plan.svg"',
        "content-security-policy": "default-src 'none'; style-src 'unsafe-inline'; sandbox",
      },
    });
  });
}
