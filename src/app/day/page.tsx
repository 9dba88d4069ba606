import type { Metadata } from "next";
import { dayView } from "@/server/workshop/views/day";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { DayScreen } from "@/ui/workshop/day/DayScreen";
import { dayInWords } from "@/core/base/days";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Today" };

/** One technician's day at the bench. */
export default async function DayPage() {
  const view = await dayView();
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar
        wide
        here="day"
        title={
          <span className="text-lead font-regular text-ink-2">
            Today at the bench, {dayInWords(view.date, "today")}
          </span>
        }
      />
      <DayScreen start={view} />
    </div>
  );
}
