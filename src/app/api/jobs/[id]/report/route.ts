import { reportFile } from "@/server/records/report";
import { fileResponse } from "@/server/requests/files";
import { handle, idOf, respond } from "@/server/requests/respond";

/** The report of a job as PDF. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const file = await reportFile(idOf((await params).id));
    return file.ok ? fileResponse(file.value, "application/pdf", ["pdf"]) : respond(file);
  });
}
