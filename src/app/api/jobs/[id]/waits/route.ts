import { holdJob } from "@/server/workshop/machines";
import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";

type Of = { params: Promise<{ id: string }> };

/** Puts a job on hold. */
export function PUT(request: Request, { params }: Of): Promise<Response> {
  return handle(request, async () => respond(await holdJob(idOf((await params).id), (await jsonBody(request)) ?? {})));
}

/** Takes it off again. */
export function DELETE(request: Request, { params }: Of): Promise<Response> {
  return handle(request, async () => respond(await holdJob(idOf((await params).id), null)));
}
