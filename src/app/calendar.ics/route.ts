import { calendarResponse } from "@/server/workshop/calendar";

export const dynamic = "force-dynamic";

/** The workshop's next services, for other calendars to subscribe to. */
export function GET(request: Request): Promise<Response> {
  return calendarResponse(request, null);
}
