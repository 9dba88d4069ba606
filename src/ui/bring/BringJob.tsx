"use client";
import Link from "next/link";
import { useState } from "react";
import type { Problem, Result } from "@/core/result";
import { CautionBand } from "@/ui/controls/Band";
import { FilePick } from "./FilePick";

interface Taken {
  what: "new" | "same" | "differs";
  jobId: number;
  tag: string;
  number: number;
  differences: { part: string; says: string }[];
}

interface Brought {
  name: string;
  taken: Taken | null;
  problem: Problem | null;
}

const SAYS = {
  new: "is here now.",
  same: "was here already, the same.",
  differs: "is here already, and differs; it was left as it is:",
};

/** Takes jobs in from their zips, one after the other. */
export function BringJob() {
  const [brought, setBrought] = useState<Brought[]>([]);
  const [busy, setBusy] = useState(false);
  const bring = async (files: readonly File[]) => {
    setBusy(true);
    for (const file of files) {
      const sent = await fetch("/api/import", { method: "POST", body: file })
        .then((r) => r.json() as Promise<Result<Taken>>)
        .catch(() => null);
      const problem: Problem | null =
        sent === null
          ? { code: "unreachable", message: "Ovrant's server did not answer.", action: "Try again." }
          : sent.ok
            ? null
            : sent.problem;
      setBrought((b) => [...b, { name: file.name, taken: sent?.ok ? sent.value : null, problem }]);
    }
    setBusy(false);
  };
  return (
    <section aria-labelledby="bring-job">
      <h2 id="bring-job" className="text-head font-bold">
        Jobs of another Ovrant
      </h2>
      <p className="mt-1 mb-4 text-lead text-ink-2">
        The zip an export made: its machine, logs, photos, drawing, journal and verdict come along. A job that is here
        already is told, never overwritten.
      </p>
      <FilePick label="Choose exported jobs" accept=".zip" many busy={busy} onFiles={(f) => void bring(f)} />
      <ul className="mt-4 grid gap-3" aria-live="polite">
        {brought.map((b, i) => (
          <li key={i} className="text-lead">
            {b.taken ? (
              <>
                <p>
                  <span className="num">{b.name}</span>:{" "}
                  <Link prefetch={false} href={`/jobs/${b.taken.jobId}`} className="link font-strong">
                    job {b.taken.number} of {b.taken.tag}
                  </Link>{" "}
                  {SAYS[b.taken.what]}
                </p>
                {b.taken.differences.length ? (
                  <ul className="pl-5 text-body text-ink-2">
                    {b.taken.differences.map((d) => (
                      <li key={d.part}>
                        {d.part}: {d.says}
                      </li>
                    ))}
                  </ul>
                ) : null}
              </>
            ) : (
              <CautionBand role="alert">
                <span className="num">{b.name}</span>: {b.problem?.message} {b.problem?.action}
              </CautionBand>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
