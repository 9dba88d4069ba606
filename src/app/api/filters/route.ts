import { ok } from "@/core/base/result";
import { changeFilters, filtersView } from "@/server/workshop/filters";
import { handle, jsonBody, respond } from "@/server/base/http/respond";

export const dynamic = "force-dynamic";

/** Ways of seeing the rack that were kept. */
export function GET(request: Request): Promise<Response> {
  return handle(request, async () => respond(ok(await filtersView())));
}

/** Keeps them. */
export function PUT(request: Request): Promise<Response> {
  return handle(request, async () => respond(await changeFilters(await jsonBody(request))));
}
