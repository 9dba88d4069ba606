import type { Metadata } from "next";
import { reportView } from "@/server/record/report";
import { ownerLink } from "@/server/record/ownerLink";
import { LinkButton } from "@/ui/kit/controls/Button";
import { ReportSheets } from "@/ui/record/report/ReportSheets";
import { BenchBar } from "@/ui/workshop/trust/BenchBar";
import { dayText } from "@/core/base/days";
import { zoneNow } from "@/server/base/today";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Report for the owner", robots: { index: false, follow: false } };

/** The report of one job for its owner, by a link that ends. */
export default async function OwnerPage({ params }: { params: Promise<{ token: string }> }) {
  const token = decodeURIComponent((await params).token);
  const link = await ownerLink(token);
  const view = link && (await reportView(link.job));
  if (!link || !view?.ok)
    return (
      <div className="flex min-h-dvh flex-col">
        <BenchBar title="Report" note="" />
        <main className="flex-1 bg-sheet px-4 py-10 sm:px-10">
          <h1 className="text-step font-bold">{view ? "This report cannot be shown now." : "This link is over."}</h1>
          <p className="mt-2 text-lead text-ink-2">
            {view
              ? "Something of its job cannot be read at the workshop. Ask there for it on paper."
              : "A report is shown by its link for some days only. Ask the workshop for another one."}
          </p>
        </main>
      </div>
    );
  const { report } = view.value;
  return (
    <div className="flex min-h-dvh flex-col">
      <div className="print:hidden">
        <BenchBar
          title={report.title}
          note={`shown until ${dayText(link.endsMs, "long", await zoneNow())}`}
          right={<LinkButton href={`/owner/${encodeURIComponent(token)}/report`}>As PDF, with its photos</LinkButton>}
        />
      </div>
      <main className="flex-1 overflow-x-auto bg-bench px-4 py-6 print:p-0" tabIndex={0} aria-label="Report">
        <h1 className="sr-only">Report of {report.title}</h1>
        <ReportSheets report={report} photoIds={[]} mark={false} />
      </main>
    </div>
  );
}
