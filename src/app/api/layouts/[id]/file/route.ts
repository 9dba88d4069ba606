import { layoutFile } from "@/server/layoutFiles";
import { handle, idOf, respond } from "@/server/respond";

/** A revision as a file: ?form=svg, json, png or csv. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const file = await layoutFile(idOf((await params).id), new URL(request.url).searchParams.get("form") ?? "json");
    if (!file.ok) return respond(file);
    return new Response(new Uint8Array(file.value.bytes), { headers: { "content-type": file.value.type, "content-disposition": `attachment; filename="${file.value.name}"`, "content-security-policy": "default-src 'none'; style-src 'unsafe-inline'; sandbox" } });
  });
}
