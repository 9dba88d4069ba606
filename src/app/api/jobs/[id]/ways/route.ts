import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";
import { changeJobProcedure } from "@/server/handwork/service";

export function PUT(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () =>
    respond(await changeJobProcedure(idOf((await params).id), await jsonBody(request))),
  );
}
