import { layoutFile } from "@/server/drawing/layoutFiles";
import { safeName } from "@/server/base/http/files";
import { handle, idOf, respond } from "@/server/base/http/respond";

const FORMS = ["json", "svg", "png", "csv"];

/** A revision as a file: ?form=svg, json, png or csv; theme=dark for the small pictures, v=version to keep them. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const asked = new URL(request.url).searchParams;
    const file = await layoutFile(idOf((await params).id), asked.get("form") ?? "json", asked.get("theme") === "dark");
    if (!file.ok) return respond(file);
    return new Response(new Uint8Array(file.value.bytes), {
      headers: {
        "content-type": file.value.type,
        "content-disposition": `attachment; filename="${safeName(file.value.name, FORMS)}"`,
        "content-security-policy": "default-src 'none'; style-src 'unsafe-inline'; sandbox",
        ...(asked.has("v") ? { "cache-control": "private, max-age=31536000, immutable" } : {}),
      },
    });
  });
}
