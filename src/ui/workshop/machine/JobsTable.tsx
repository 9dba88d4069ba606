"use client";
import Link from "next/link";
import type { VerdictBrief } from "@/core/workshop/job";
import { BehindMark } from "@/ui/kit/controls/Behind";
import { Table, type TableColumn } from "@/ui/kit/controls/Table";
import { Sentence } from "@/ui/measure/verdict/Sentence";
import { JobLadders } from "./JobLadders";
import { When } from "@/ui/kit/controls/days";

export interface JobRow {
  id: number;
  /** Address of the stage it waits at. */
  href: string;
  openedAt: string;
  closedAt: string | null;
  complaint: string;
  closingNote: string;
  verdict: VerdictBrief | null;
  /** What it waits for, in words, while there is no verdict. */
  status: string;
  /** Something newer of it is being worked out. */
  behind: boolean;
}

const COLUMNS: readonly TableColumn<JobRow>[] = [
  {
    key: "ladders",
    heading: "Ladders before and after",
    silent: true,
    className: "hidden w-33 py-5 sm:table-cell",
    cell: (r) => <JobLadders ladder={r.verdict?.ladder ?? null} />,
  },
  {
    key: "opened",
    heading: "Opened",
    by: (r) => r.openedAt,
    className: "py-5 pr-6 align-middle",
    cell: (r) => <JobCell job={r} />,
  },
  {
    key: "closed",
    heading: "Closed",
    by: (r) => r.closedAt ?? "9999",
    className: "w-24 py-5 text-right align-middle text-body text-ink-2",
    cell: (r) => (r.closedAt ? <When at={r.closedAt} /> : "open"),
  },
];

/** A machine's jobs with their ladders and verdicts, newest first until asked otherwise. */
export function JobsTable({ rows }: { rows: readonly JobRow[] }) {
  return (
    <Table
      caption="Jobs of this machine"
      rows={rows}
      columns={COLUMNS}
      rowKey={(r) => String(r.id)}
      start={{ key: "opened", down: true }}
      rowClassName="relative border-t-[1.5px] border-line hover:bg-plane"
    />
  );
}

/** When a job was opened, what came of it, and what it was in for; the whole row leads there. */
function JobCell({ job }: { job: JobRow }) {
  return (
    <>
      <span className="block text-body text-ink-2">
        <When at={job.openedAt} />
        {job.behind ? <BehindMark /> : null}
      </span>
      <Link
        prefetch={false}
        href={job.href}
        className="block text-head leading-7.5 font-bold after:absolute after:inset-0"
      >
        {job.verdict ? <Sentence parts={job.verdict.headline} /> : job.status}
      </Link>
      <span className="mt-1 block text-lead text-ink-2">
        {job.verdict ? <Sentence parts={job.verdict.summary} /> : job.complaint}
      </span>
      {job.verdict ? <span className="mt-1 block text-body text-ink-2">In for: {job.complaint}</span> : null}
      {job.closingNote ? <span className="block text-body text-ink-2">Found: {job.closingNote}</span> : null}
    </>
  );
}
