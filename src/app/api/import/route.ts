import { takeUpload } from "@/server/record/spool";
import { handle, respond } from "@/server/base/http/respond";

/** It is written to disk as it comes, and holds nothing. */
const ON_DISK = 0;

/** Takes a job in from its zip. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () => respond(await takeUpload(request, request.signal)), ON_DISK);
}
