import { layoutSchema } from "@/core/drawing/codec";

export const dynamic = "force-static";

/** The published schema of layout files. */
export function GET(): Response {
  return Response.json(layoutSchema(), { headers: { "content-type": "application/schema+json" } });
}
