import { openAgain } from "@/server/workshop/machines";
import { handle, idOf, respond } from "@/server/base/http/respond";

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return handle(request, async () => respond(await openAgain(idOf((await params).id))));
}
