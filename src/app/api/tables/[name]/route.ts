import { bad } from "@/core/base/result";
import { serverProblem } from "@/server/base/http/problems";
import { handle, respond } from "@/server/base/http/respond";
import { tableStream } from "@/server/workshop/tables";

export const dynamic = "force-dynamic";

/** A whole table as CSV: machines, jobs, runs, journal, dues, lots, bookings. */
export function GET(request: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  return handle(request, async () => {
    const name = (await params).name.replace(/\.csv$/, "");
    const stream = tableStream(name);
    if (!stream) return respond(bad(serverProblem.noTable()));
    return new Response(stream, {
      headers: {
        "content-type": "text/csv; charset=utf-8",
        "content-disposition": `attachment; filename="${name}.csv"`,
      },
    });
  });
}
