import { dayCalendarResponse } from "@/server/workshop/dayCalendar";

export const dynamic = "force-dynamic";

/** Today's plan as a calendar. */
export const GET = (request: Request): Promise<Response> => dayCalendarResponse(request);
