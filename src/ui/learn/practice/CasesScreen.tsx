"use client";
import { Allowed } from "@/ui/kit/controls/Allowed";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { TaughtCaseView } from "@/core/learn/practice";
import { Button } from "@/ui/kit/controls/Button";
import { send } from "@/ui/kit/controls/send";
import { CaseForm } from "./CaseForm";
import { useSubmit, Refusal } from "@/ui/kit/controls/useSubmit";

/** The teacher's cases: what there is, and a form for one more. */
export function CasesScreen({ cases }: { cases: readonly TaughtCaseView[] }) {
  const router = useRouter();
  const [removed, setRemoved] = useState<TaughtCaseView | null>(null);
  const { act, problem } = useSubmit();
  const change = async (method: "PUT" | "DELETE", c: TaughtCaseView) => {
    if (!(await act(() => send<{ code: string }>(method, `/api/practice/cases/${c.code}`)))) return;
    setRemoved(method === "DELETE" ? c : null);
    router.refresh();
  };
  return (
    <main className="grid flex-1 grid-cols-1 content-start lg:grid-cols-[minmax(0,34rem)_minmax(0,1fr)]">
      <section className="border-line bg-sheet px-4 py-6 sm:px-10 lg:border-r-[1.5px]" aria-labelledby="make">
        <h1 id="make" className="text-step leading-8.5 font-bold">
          Make a case
        </h1>
        <Allowed right="manage">
          <CaseForm />
        </Allowed>
      </section>
      <section className="min-w-0 bg-sheet px-4 py-6 sm:px-10" aria-labelledby="made">
        <h2 id="made" className="text-title font-bold">
          Cases of the workshop
        </h2>
        <Refusal problem={problem} />
        <p role="status" className="min-h-11 text-lead">
          {removed ? (
            <>
              {removed.title} is off the list.{" "}
              <button type="button" className="link min-h-11" onClick={() => void change("PUT", removed)}>
                Put it back
              </button>
            </>
          ) : null}
        </p>
        {cases.length ? (
          <ul>
            {cases.map((c) => (
              <li key={c.code} className="flex flex-wrap items-center gap-x-4 border-t border-line-2 py-1.5">
                <span className="min-w-0 flex-1 text-lead">
                  <b className="font-strong">{c.title}</b>{" "}
                  <span className="text-note text-ink-2">
                    {c.model}, {c.level}
                    {c.who ? `, by ${c.who}` : ""}
                  </span>
                </span>
                <span className="num text-lead font-strong">{c.code}</span>
                <Button onClick={() => void change("DELETE", c)} aria-label={`Take ${c.title} off the list`}>
                  Take off
                </Button>
              </li>
            ))}
          </ul>
        ) : (
          <p className="text-lead text-ink-2">None yet.</p>
        )}
        <Link prefetch={false} href="/practice" className="link mt-4 inline-flex min-h-11 items-center text-body">
          To the practice bench
        </Link>
      </section>
    </main>
  );
}
