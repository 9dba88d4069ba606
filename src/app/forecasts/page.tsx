import type { Metadata } from "next";
import { forecastsView } from "@/server/job/forecasts";
import { Freshens } from "@/ui/kit/controls/Behind";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { ForecastScreen } from "@/ui/workshop/forecast/ForecastScreen";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Forecasts" };

/** What was forecast of past jobs against what they won, and what findings are worth here. */
export default async function ForecastsPage() {
  const { behind, ...view } = await forecastsView();
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar wide here="forecasts" title="Forecast and outcome" note="all jobs with both runs" />
      <Freshens behind={behind} />
      <ForecastScreen {...view} />
    </div>
  );
}
