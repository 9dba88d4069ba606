import Link from "next/link";
import type { JobLine } from "@/core/workshop/history";
import { words } from "@/core/base/words";
import { dayInWords } from "@/core/base/days";

/** Every job of the machine, the newest first: complaint, what was found, done and fitted, parts found on the way. */
export function JobLines({ jobs }: { jobs: readonly JobLine[] }) {
  return (
    <ol aria-label="Jobs" className="border-t-[1.5px] border-line">
      {jobs.map((j) => (
        <li
          key={j.jobId}
          className="grid gap-x-6 gap-y-0.5 border-b border-line-2 px-6 py-3 text-body
            sm:grid-cols-[120px_minmax(0,1fr)]"
        >
          <p>
            <Link
              prefetch={false}
              href={`/jobs/${j.jobId}`}
              className="link inline-flex min-h-11 items-start font-strong"
            >
              {dayInWords(j.day)}
            </Link>
            {j.closed ? "" : <span className="block text-ink-2">open</span>}
          </p>
          <dl className="grid grid-cols-[88px_minmax(0,1fr)] gap-x-3 gap-y-0.5">
            <Told name="Complaint" says={j.complaint} />
            <Told name="Found" says={words.capital(j.found)} />
            <Told name="Done" says={words.capital(j.did.join(", "))} />
            <Told name="Fitted" says={j.fitted.join("; ")} />
            <Told name="On the way" says={j.asides.join("; ")} />
            <Told name="Note" says={j.note} />
          </dl>
        </li>
      ))}
    </ol>
  );
}

function Told({ name, says }: { name: string; says: string }) {
  return says ? (
    <>
      <dt className="text-ink-2">{name}</dt>
      <dd className="min-w-0 break-words">{says}</dd>
    </>
  ) : null;
}
