"use client";
import { createContext, useCallback, useContext, useEffect, useState, type ReactNode } from "react";
import Link from "next/link";
import { usePathname } from "next/navigation";
import { words } from "@/core/base/words";
import { goingWords, type GoingRun } from "@/core/measure/protocol";
import { useKeys } from "@/ui/kit/controls/keys";
import { send } from "@/ui/kit/controls/send";
import { stagePath } from "@/ui/kit/steps/paths";

/** Asked again so often while a run goes, and while none does, ms. */
const GOING_MS = 3_000;
const NONE_MS = 20_000;

const Going = createContext<readonly GoingRun[]>([]);

/** The run of a job that goes now; undefined for none. */
export const useGoingRun = (jobId: number): GoingRun | undefined => useContext(Going).find((r) => r.jobId === jobId);

/** Knows the runs that go for all pages; Esc stops the one load there is, wherever one looks. */
export function RunsProvider({ children }: { children: ReactNode }) {
  const path = usePathname();
  const { runs, look } = useGoing();
  const stop = async (run: GoingRun) => {
    await send("POST", `/api/live/${run.runId}`, { act: "stop" });
    look();
  };
  const own = runs.some((r) => path === stagePath(r.jobId, r.kind));
  // the machine under test has a Stop of its own
  const loading = /^\/load(\/|$)/.test(path);
  const loaded = runs.filter((r) => r.phase === "load");
  const only = loaded.length === 1 && !own && !loading ? loaded[0] : undefined;
  // whatever else the page does with this key comes first
  useKeys({ Escape: only ? () => void stop(only) : undefined });
  // nothing may cover the Stop of the run at hand; the bench says it beside each machine
  const strip = runs.length > 0 && !own && !loading && path !== "/";
  return (
    <Going value={runs}>
      {children}
      {strip ? <Strip runs={runs} stop={(r) => void stop(r)} /> : null}
    </Going>
  );
}

/** Height of the bar; feet that stick and pages as high as the window leave it free (globals.css). */
const BAR = "54px";

/** The runs that go, at the foot of a page: what remains of each, and its Stop. */
function Strip({ runs, stop }: { runs: readonly GoingRun[]; stop: (r: GoingRun) => void }) {
  useEffect(() => {
    const { style } = document.documentElement;
    style.setProperty("--going", BAR);
    return () => void style.removeProperty("--going");
  }, []);
  return (
    <ul
      aria-label="Runs that go now"
      className="fixed inset-x-0 bottom-0 z-40 flex items-center gap-3 overflow-x-auto border-t-2 border-ink bg-plane
        px-4 whitespace-nowrap print:hidden"
      style={{ height: BAR }}
    >
      {runs.slice(0, MOST_SHOWN).map((r) => (
        <li key={r.runId} className="flex items-center gap-3 border-r-[1.5px] border-line pr-3 last:border-r-0">
          <Link
            prefetch={false}
            href={stagePath(r.jobId, r.kind)}
            className="flex min-h-11 min-w-0 flex-1 items-center gap-2 text-body hover:underline"
          >
            <b className="font-strong whitespace-nowrap">{r.tag}</b>
            <span className="truncate">{goingWords(r)}</span>
          </Link>
          {r.phase === "load" ? <StopSmall run={r} stop={stop} /> : null}
        </li>
      ))}
      {runs.length > MOST_SHOWN ? (
        <li className="px-3 text-body">and {words.counted(runs.length - MOST_SHOWN, "run")} more</li>
      ) : null}
    </ul>
  );
}

function StopSmall({ run, stop }: { run: GoingRun; stop: (r: GoingRun) => void }) {
  return (
    <button
      type="button"
      onClick={() => stop(run)}
      aria-label={`Stop load of ${run.tag}`}
      className="my-0.5 min-h-11 rounded-control bg-stop px-4 text-body font-strong text-on-stop hover:brightness-110"
    >
      Stop load
    </button>
  );
}

const MOST_SHOWN = 3;

/** The runs that go, asked for again and again; less often while there are none. */
function useGoing() {
  const [runs, setRuns] = useState<GoingRun[]>([]);
  const [turn, setTurn] = useState(0);
  const look = useCallback(() => setTurn((t) => t + 1), []);
  useEffect(() => {
    let gone = false;
    let timer = 0;
    const ask = async () => {
      const told = await send<GoingRun[]>("GET", "/api/live");
      if (gone) return;
      const now = told.ok ? told.value : [];
      if (told.ok) setRuns(now);
      timer = window.setTimeout(() => void ask(), now.length > 0 ? GOING_MS : NONE_MS);
    };
    void ask();
    return () => {
      gone = true;
      window.clearTimeout(timer);
    };
  }, [turn]);
  return { runs, look };
}
