import { calendarResponse } from "@/server/workshop/calendar";
import { idOf } from "@/server/base/http/respond";

export const dynamic = "force-dynamic";

/** One machine's next service, for other calendars to subscribe to. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return calendarResponse(request, idOf((await params).id));
}
