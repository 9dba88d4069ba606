import { putBackTaughtCase, removeTaughtCase } from "@/server/learn/practice";
import { handle, respond } from "@/server/base/http/respond";

interface Of {
  params: Promise<{ code: string }>;
}

/** Puts a case back on the list. */
export function PUT(request: Request, { params }: Of): Promise<Response> {
  return handle(request, async () => respond(await putBackTaughtCase((await params).code)));
}

/** Takes a case from the list. */
export function DELETE(request: Request, { params }: Of): Promise<Response> {
  return handle(request, async () => respond(await removeTaughtCase((await params).code)));
}
