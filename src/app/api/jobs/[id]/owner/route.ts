import { handle, idOf, jsonBody, respond } from "@/server/base/http/respond";
import { makeOwnerLink, ownerLinks, takeOwnerLinkBack } from "@/server/record/ownerLink";

type Job = { params: Promise<{ id: string }> };

/** Links to the report of a job that open it now. */
export function GET(request: Request, { params }: Job): Promise<Response> {
  return handle(request, async () => respond(await ownerLinks(idOf((await params).id))));
}

/** A link to the report of a job for its owner. */
export function POST(request: Request, { params }: Job): Promise<Response> {
  return handle(request, async () => respond(await makeOwnerLink(idOf((await params).id), await jsonBody(request))));
}

/** Takes the link named by "link" back. */
export function DELETE(request: Request, { params }: Job): Promise<Response> {
  const link = new URL(request.url).searchParams.get("link") ?? "";
  return handle(request, async () => respond(await takeOwnerLinkBack(idOf((await params).id), link)));
}
