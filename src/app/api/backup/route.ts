import { backUpNow, changePlan } from "@/server/quiet/backups";
import { handle, jsonBody, respond } from "@/server/requests/respond";

/** Makes a back-up now. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () => respond(await backUpNow()));
}

/** Sets where back-ups are put, how often, and how many are kept. */
export function PUT(request: Request): Promise<Response> {
  return handle(request, async () => respond(await changePlan(await jsonBody(request))));
}
