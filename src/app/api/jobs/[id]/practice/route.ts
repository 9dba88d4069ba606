import { handle, idOf, jsonBody, respond } from "@/server/respond";
import { changeJobPractice } from "@/server/service";

export function PUT(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () =>
    respond(await changeJobPractice(idOf((await params).id), await jsonBody(request))),
  );
}
