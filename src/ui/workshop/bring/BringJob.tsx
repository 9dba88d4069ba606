"use client";
import Link from "next/link";
import { useRef, useState } from "react";
import type { Problem } from "@/core/base/result";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Progress } from "@/ui/kit/controls/Progress";
import { sendBytes } from "@/ui/kit/controls/send";
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
  const [way, setWay] = useState<{ name: string; place: string; share: number | null } | null>(null);
  const stop = useRef<(() => void) | null>(null);
  const bring = async (files: readonly File[]) => {
    const cancelled = { now: false };
    for (const [i, file] of files.entries()) {
      if (cancelled.now) break;
      const place = files.length > 1 ? ` (${i + 1} of ${files.length})` : "";
      // all of it sent, the server reads its logs: nobody can tell how far
      const tell = (share: number) => setWay({ name: file.name, place, share: share < 1 ? share : null });
      tell(0);
      const sending = sendBytes<Taken>("POST", "/api/import", file, tell);
      stop.current = () => {
        cancelled.now = true;
        sending.abort();
      };
      const sent = await sending.done;
      const own = sent.ok ? { taken: sent.value, problem: null } : { taken: null, problem: sent.problem };
      setBrought((b) => [...b, { name: file.name, ...own }]);
    }
    setWay(null);
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
      {way ? (
        <Progress
          label={`${way.share === null ? "Taking in" : "Sending"} ${way.name}${way.place}`}
          share={way.share}
          onCancel={() => stop.current?.()}
        />
      ) : (
        <FilePick label="Choose exported jobs" accept=".zip" many onFiles={(f) => void bring(f)} />
      )}
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
