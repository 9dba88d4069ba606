import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { idOf } from "@/server/base/http/respond";
import { reportView } from "@/server/record/report";
import { LinkButton } from "@/ui/kit/controls/Button";
import { Trouble } from "@/ui/kit/controls/Trouble";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { ReportActions } from "@/ui/record/report/ReportActions";
import { ReportSheets } from "@/ui/record/report/ReportSheets";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Report" };

export default async function ReportPage({ params }: { params: Promise<{ id: string }> }) {
  const jobId = idOf((await params).id);
  const view = await reportView(jobId);
  if (!view) notFound();
  if (!view.ok)
    return (
      <div className="flex min-h-dvh flex-col">
        <TopBar title="Report">
          <LinkButton href={`/jobs/${jobId}/verdict`}>Its verdict</LinkButton>
        </TopBar>
        <Trouble trouble={view.problem} />
      </div>
    );
  const { report, written, mark } = view.value;
  const { machine } = written.file;
  return (
    <div className="flex min-h-dvh flex-col">
      <div className="print:hidden">
        <TopBar title={machine.model} note={[machine.tag, machine.place].filter(Boolean).join(", ")}>
          <LinkButton href={`/jobs/${jobId}/verdict`}>Its verdict</LinkButton>
        </TopBar>
      </div>
      <main className="grid flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_300px] print:block">
        <div className="overflow-x-auto bg-bench px-4 py-6 print:p-0" tabIndex={0} role="group" aria-label="Report">
          <h1 className="sr-only">Report of {report.title}</h1>
          <ReportSheets report={report} photoIds={written.record.photoIds} mark={mark} />
        </div>
        <ReportActions
          jobId={jobId}
          closed={written.record.file.closedAt !== null}
          signed={written.signOff}
          revisions={written.signOffs}
        />
      </main>
    </div>
  );
}
