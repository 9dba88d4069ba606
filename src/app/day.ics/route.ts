import { dayCalendarResponse } from "@/server/dayCalendar";

export const dynamic = "force-dynamic";

/** Today's plan as a calendar. */
export const GET = (request: Request): Promise<Response> => dayCalendarResponse(request);
