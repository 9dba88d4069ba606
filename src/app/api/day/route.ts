import { ok } from "@/core/base/result";
import { saveDay } from "@/server/workshop/day";
import { handle, jsonBody, respond } from "@/server/base/http/respond";
import { dayView } from "@/server/workshop/views/day";

export const dynamic = "force-dynamic";

/** Today at the bench. */
export function GET(request: Request): Promise<Response> {
  return handle(request, async () => respond(ok(await dayView())));
}

/** Keeps what was promised today, and the order that was taken. */
export function PUT(request: Request): Promise<Response> {
  return handle(request, async () => respond(await saveDay(await jsonBody(request))));
}
