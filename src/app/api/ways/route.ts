import { changeWorkshopProcedure } from "@/server/handwork/service";
import { personOf } from "@/server/base/http/person";
import { handle, jsonBody, respond } from "@/server/base/http/respond";

/** Sets one way of the workshop, with its reason, in the name of who is signed in. */
export function PUT(request: Request): Promise<Response> {
  return handle(request, async () =>
    respond(await changeWorkshopProcedure(await jsonBody(request), personOf(request))),
  );
}
