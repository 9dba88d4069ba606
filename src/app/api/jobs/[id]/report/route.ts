import { reportFile } from "@/server/record/report";
import { fileResponse } from "@/server/base/http/files";
import { handle, idOf, respond } from "@/server/base/http/respond";

/** The report of a job as PDF. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => {
    const file = await reportFile(idOf((await params).id));
    return file.ok ? fileResponse(file.value, "application/pdf", ["pdf"]) : respond(file);
  });
}
