import { takeList } from "@/server/workshop/machineLists";
import { textBody } from "@/server/base/http/body";
import { handle, respond } from "@/server/base/http/respond";

/** A list of 5,000 machines stays well under this. */
const LIMIT = 4e6;

/** Looks a CSV of machines through; with ?store=1 takes in what is good of it. */
export function POST(request: Request): Promise<Response> {
  return handle(request, async () => {
    const store = new URL(request.url).searchParams.get("store") === "1";
    return respond(await takeList(await textBody(request, LIMIT), store));
  });
}
