import { handle, jsonBody, respond } from "@/server/base/http/respond";
import { changeRetention, previewRetention } from "@/server/workshop/erasure";

/** Which machines a rule would take now: nothing is done. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () => respond(await previewRetention(await jsonBody(request))));
}

/** Sets after how many years machines are erased by themselves. */
export function PUT(request: Request): Promise<Response> {
  return handle(request, async () => respond(await changeRetention(await jsonBody(request))));
}
