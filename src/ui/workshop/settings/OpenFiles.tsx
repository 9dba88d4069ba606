import { LinkButton } from "@/ui/kit/controls/Button";

const TABLES = ["machines", "jobs", "runs", "journal", "dues", "lots", "bookings"] as const;

/** Everything as files: tables out, jobs and machines in. */
export function OpenFiles() {
  return (
    <section id="files" aria-labelledby="files-heading" className="mt-10 max-w-160 scroll-mt-6">
      <h2 id="files-heading" className="border-t-[1.5px] border-line pt-5 text-head font-bold">
        Open files
      </h2>
      <p className="mt-2 text-lead text-ink-2">
        Every table as CSV, formulas defused. A whole job is exported from its report; the forms are described with the
        program.
      </p>
      <ul className="mt-3 flex flex-wrap gap-2">
        {TABLES.map((t) => (
          <li key={t}>
            <a
              href={`/api/tables/${t}.csv`}
              download
              className="inline-flex min-h-11 items-center rounded-control border-2 border-line px-4 text-lead
                hover:border-ink-3"
            >
              {t}.csv
            </a>
          </li>
        ))}
      </ul>
      <div className="mt-4 flex flex-wrap gap-3">
        <LinkButton href="/bring" look="plain">
          Bring in jobs or a list of machines
        </LinkButton>
        <LinkButton href="/ways">Ways of the workshop</LinkButton>
      </div>
    </section>
  );
}
