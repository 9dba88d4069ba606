import { ok } from "@/core/base/result";
import { backUpNow, backupUnderWay, changePlan, stopBackup } from "@/server/base/background/backups";
import { handle, jsonBody, respond } from "@/server/base/http/respond";

export const dynamic = "force-dynamic";

/** How far a back-up on its way is. */
export function GET(request: Request): Promise<Response> {
  return handle(request, async () => respond(ok(await backupUnderWay())));
}

/** Makes a back-up now. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () => respond(await backUpNow()));
}

/** Sets where back-ups are put, how often, and how many are kept. */
export function PUT(request: Request): Promise<Response> {
  return handle(request, async () => respond(await changePlan(await jsonBody(request))));
}

/** Stops the back-up on its way. */
export function DELETE(request: Request): Promise<Response> {
  return handle(request, async () => respond(await stopBackup()));
}
