import { bad } from "@/core/base/result";
import { reportFile } from "@/server/record/report";
import { fileResponse } from "@/server/base/http/files";
import { serverProblem } from "@/server/base/http/problems";
import { handle, respond } from "@/server/base/http/respond";
import { ownerLink } from "@/server/record/ownerLink";

/** The report of one job as PDF, for its owner. */
export function GET(request: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> {
  return handle(request, async () => {
    const link = await ownerLink(decodeURIComponent((await params).token));
    if (!link) return respond(bad(serverProblem.noJob()));
    const file = await reportFile(link.job);
    return file.ok ? fileResponse(file.value, "application/pdf", ["pdf"]) : respond(file);
  });
}
