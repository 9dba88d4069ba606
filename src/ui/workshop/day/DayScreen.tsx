"use client";
import { Allowed } from "@/ui/kit/controls/Allowed";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { DayView } from "@/core/workshop/day";
import { words } from "@/core/base/words";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Button, LinkButton } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { Progress } from "@/ui/kit/controls/Progress";
import { useSize } from "@/ui/kit/controls/size";
import { stagePath } from "@/ui/kit/steps/paths";
import { clock } from "./clock";
import { DayPicture } from "./DayPicture";
import { OtherOrders } from "./OtherOrders";
import { idleMin, nextHands, taskName, whyWords, type DayNow } from "./planned";
import { SetUpDay } from "./SetUpDay";
import { useDay, type DayWork } from "./useDay";

type Asked = "others" | "set up";

/** One technician's day: what lies ahead on the rule of hours, what comes next and why, and other orders. */
export function DayScreen({ start }: { start: DayView }) {
  const work = useDay(start);
  const { view, now, nowMin, working, problem } = work;
  const [asked, setAsked] = useState<Asked | null>(null);
  const [box, { width }] = useSize<HTMLDivElement>({ width: 1200, height: 0 });
  return (
    <main className="flex flex-1 flex-col">
      <header className="bg-sheet px-4 py-4 sm:px-10">
        <h1 className="text-step leading-9.5 font-bold">
          <Headline view={view} now={now} />
        </h1>
        {problem ? (
          <div className="mt-2">
            <CautionBand role="alert">
              {problem.message} {problem.action}
            </CautionBand>
          </div>
        ) : null}
      </header>
      <div
        ref={box}
        className="overflow-x-auto border-t-[1.5px] border-line bg-bench"
        tabIndex={0}
        role="group"
        aria-label="The day, scrolls sideways"
      >
        <DayPicture view={view} now={now} nowMin={nowMin} width={Math.max(900, width)} />
      </div>
      <div className="flex-1 bg-bench" />
      <Allowed right="close" quiet>
        <Foot work={work} onAsk={setAsked} />
      </Allowed>
      {working && asked !== "others" ? (
        <div className="fixed inset-0 z-40 grid place-items-center bg-ink/40 p-5">
          <div className="w-full max-w-120 border-2 border-ink bg-sheet p-7">
            <Progress label={working.what} share={working.share} onCancel={working.stop} />
          </div>
        </div>
      ) : null}
      {asked === "others" ? <OtherOrders work={work} onClose={() => setAsked(null)} /> : null}
      {asked === "set up" ? <SetUpDay work={work} onClose={() => setAsked(null)} /> : null}
    </main>
  );
}

function Headline({ view, now }: { view: DayView; now: DayNow | null }) {
  const soft = "font-regular text-ink-2";
  if (view.jobs.length === 0)
    return (
      <>
        Nothing to plan. <span className={soft}>No machine with an open job waits for hands.</span>
      </>
    );
  if (!now)
    return (
      <>
        {words.counted(view.jobs.length, "machine")} {words.agreeing(view.jobs.length, "waits", "wait")}.{" "}
        <span className={soft}>The day is not planned yet.</span>
      </>
    );
  const jobs = now.day.jobs.length;
  const runs = now.tasks.filter((t) => t.kind === "run");
  const runMin = runs.reduce((s, t) => s + t.end - t.start, 0);
  const idle = idleMin(now);
  if (jobs === 0) return <>All is put off. Nothing is left for today.</>;
  return (
    <>
      {jobs === 1 ? "It is" : `All ${jobs} are`} home by <span className="num">{clock(now.endMin)}</span>
      {now.behind.length ? (
        <span className="text-caution-ink">
          ,{" "}
          {now.behind
            .map((b) => `${b.tag} ${b.byMin} min late`)
            .slice(0, 3)
            .join(", ")}
          {now.behind.length > 3 ? ` and ${now.behind.length - 3} more` : ""}
        </span>
      ) : null}
      .{" "}
      <span className={soft}>
        {runs.length ? `${runsWords(runs.length, runMin)}, your` : "Your"} hands stand still for{" "}
        {words.counted(idle, "minute")}.
      </span>
    </>
  );
}

const runsWords = (runs: number, minutes: number): string =>
  `${words.counted(runs, "run")} ${words.agreeing(runs, "takes", "take")} ${minutes} minutes`;

function Foot({ work, onAsk }: { work: DayWork; onAsk: (asked: Asked) => void }) {
  const router = useRouter();
  const { view, now, working } = work;
  const next = now && nextHands(now);
  const href = next && stagePath(Number(next.job), next.task);
  const busy = working !== null;
  useKeys({
    Enter: href ? () => router.push(href) : !now && view.jobs.length && !busy ? () => void work.plan() : undefined,
    x: now && !busy ? () => onAsk("others") : undefined,
    s: busy ? undefined : () => onAsk("set up"),
  });
  const tagOf = (job: string) => view.jobs.find((j) => String(j.facts.jobId) === job)?.machine.tag ?? "another";
  return (
    <footer
      className="sticky bottom-0 flex flex-wrap items-center gap-x-6 gap-y-3 border-t-[1.5px] border-line bg-plane px-4
        py-4 sm:px-10"
    >
      <div className="min-w-60 flex-1">
        {next ? (
          <>
            <p className="text-sub font-strong">
              {next.start <= work.nowMin + 1 ? "Now" : `At ${clock(next.start)}`}
              {`: ${taskName(next.task).toLowerCase()}, ${next.tag}.`}
            </p>
            <p className="text-lead text-ink-2">
              {whyWords(
                now.why.find((w) => w.job === next.job && w.task === next.task),
                tagOf,
              )}
            </p>
          </>
        ) : (
          <p className="text-lead text-ink-2">
            {now ? "Nothing is left for your hands." : "Promised times, breaks and rigs stand under “Set up”."}
            {view.held > 0
              ? ` ${words.counted(view.held, "job")} on hold ${words.agreeing(view.held, "is", "are")} left out.`
              : ""}
          </p>
        )}
      </div>
      <a href="/day.ics" className="link inline-flex min-h-11 items-center text-body">
        As a calendar
      </a>
      <Button keyCap="S" disabled={busy} onClick={() => onAsk("set up")}>
        Set up
      </Button>
      {now ? (
        <Button keyCap="X" big disabled={busy} onClick={() => onAsk("others")}>
          Not as planned
        </Button>
      ) : null}
      {href && next ? (
        <LinkButton look="main" big keyCap="Enter" href={href} className="min-h-17 text-title">
          To {next.tag}
        </LinkButton>
      ) : !now && view.jobs.length ? (
        <Button
          look="main"
          big
          keyCap="Enter"
          className="min-h-17 text-title"
          disabled={busy}
          onClick={() => void work.plan()}
        >
          Plan the day
        </Button>
      ) : null}
    </footer>
  );
}
