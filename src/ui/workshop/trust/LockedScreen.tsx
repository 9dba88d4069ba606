"use client";
import { useEffect, useState } from "react";
import useSWR from "swr";
import type { Problem } from "@/core/base/result";
import type { LockedRun, Missed, Tag } from "@/core/workshop/trust";
import { words } from "@/core/base/words";
import { CautionBand } from "@/ui/kit/controls/Band";
import { openHere, setOwesLock } from "@/ui/kit/controls/deviceLock";
import { useKeys } from "@/ui/kit/controls/keys";
import { send } from "@/ui/kit/controls/send";
import { retainTags, saveTag } from "./deviceTags";
import { MissedPins } from "./MissedPins";
import { PinPad } from "./PinPad";
import { TagRack } from "./TagRack";
import { useSubmit } from "@/ui/kit/controls/useSubmit";

interface Props {
  tags: readonly Tag[];
  runs: readonly LockedRun[];
  /** Where the person goes on. */
  back: string;
}

/** The locked bench: tags on their hooks, the PIN of the one that is taken, and the Stop of every run that goes. */
export function LockedScreen({ tags, runs: first, back }: Props) {
  const [picked, setPicked] = useState<Tag | null>(null);
  const [missed, setMissed] = useState<Missed | null>(null);
  const { act, problem } = useSubmit();
  const { data: runs = first, mutate } = useSWR(
    "/api/trust/going",
    async (url: string) => {
      const sent = await send<LockedRun[]>("GET", url);
      if (!sent.ok) throw new Error(sent.problem.message);
      return sent.value;
    },
    { fallbackData: [...first], refreshInterval: 2_000 },
  );
  const stop = async (run: LockedRun) => {
    await act(() => send("POST", "/api/trust/stop", { runId: run.runId }));
    await mutate();
  };
  const open = async (tag: Tag, pin: string) => {
    const sent = await send<{ missed: Missed | null }>("POST", "/api/trust/signin", { person: tag.id, pin });
    if (!sent.ok) return sent.problem;
    // a device that cannot keep it asks the server alone
    await saveTag(tag, pin).catch(() => undefined);
    // whoever was locked out is out now: this is another session
    setOwesLock(false);
    openHere(null);
    if (sent.value.missed) setMissed(sent.value.missed);
    else window.location.assign(back);
    return null;
  };
  useEffect(() => void retainTags(tags).catch(() => undefined), [tags]);
  useKeys({ Escape: runs.length === 1 && runs[0] ? () => void stop(runs[0] as LockedRun) : undefined });
  return (
    <main className="flex flex-1 flex-col">
      <h1 className="border-b-[1.5px] border-line bg-sheet px-4 py-4 text-step leading-9.5 font-bold sm:px-10">
        Who is at the bench?{" "}
        <span className="font-regular text-ink-2">
          {runs.length === 0
            ? "It is locked."
            : runs.length === 1
              ? "The run goes on meanwhile."
              : `${runs.length} runs go on meanwhile.`}
        </span>
      </h1>
      <div className="grid flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_minmax(20rem,28.75rem)]">
        <div className="flex min-w-0 flex-col">
          <TagRack tags={tags} picked={picked} onPick={setPicked} />
          <Seen runs={runs} problem={problem} onStop={(r) => void stop(r)} />
        </div>
        {missed && picked ? (
          <MissedPins initials={picked.initials} missed={missed} onGo={() => window.location.assign(back)} />
        ) : (
          <PinPad tag={picked} open={open} />
        )}
      </div>
    </main>
  );
}

interface SeenProps {
  runs: readonly LockedRun[];
  problem: Problem | null;
  onStop: (run: LockedRun) => void;
}

/** What is seen without a PIN: runs that go, and their Stop. */
function Seen({ runs, problem, onStop }: SeenProps) {
  return (
    <section
      aria-labelledby="seen"
      className={`flex-1 border-t-[1.5px] border-line bg-sheet px-4 py-5 sm:px-10 ${
        // however many tags hang above: Stop stays in sight
        runs.length ? "sticky bottom-0 max-h-[70dvh] overflow-y-auto" : ""
      }`}
    >
      <h2 id="seen" className="text-lead font-strong">
        Seen without a PIN{" "}
        <span className="ml-2 text-note font-regular text-ink-2 max-sm:hidden">
          countdown, chip temperature, Stop; no place, no complaint, no verdict
        </span>
      </h2>
      {problem ? (
        <div className="mt-2">
          <CautionBand role="alert">
            {problem.message} {problem.action}
          </CautionBand>
        </div>
      ) : null}
      {runs.length ? (
        <ul className="mt-3 grid gap-4">
          {runs.map((r) => (
            <RunLine key={r.runId} run={r} onStop={() => onStop(r)} />
          ))}
        </ul>
      ) : (
        <p className="mt-3 text-lead text-ink-2">No run goes.</p>
      )}
    </section>
  );
}

const PHASES: Readonly<Record<string, string>> = {
  waiting: "waits for readings",
  idle: "idle",
  load: "under load",
  paused: "paused",
  cool: "cools down",
  done: "done",
};

function RunLine({ run, onStop }: { run: LockedRun; onStop: () => void }) {
  return (
    <li className="flex flex-wrap items-center gap-x-6 gap-y-3 border-t border-line-2 pt-3 xl:gap-x-10">
      <div>
        <p
          className="num text-[44px] leading-14 font-bold xl:text-[52px]"
          role="timer"
          aria-label={`Time left of ${run.tag}`}
        >
          {run.remainingS === null ? "–:––" : words.clock(run.remainingS)}
        </p>
        <p className="text-note text-ink-2">to go; {PHASES[run.phase] ?? run.phase}</p>
      </div>
      <div>
        <p className="num text-[36px] leading-14 font-bold xl:text-[40px]">
          {run.hotC === null ? "– °C" : words.degrees(run.hotC)}
        </p>
        <p className="text-note text-ink-2">hottest chip of {run.tag}</p>
      </div>
      <button
        type="button"
        onClick={onStop}
        className="min-h-21 rounded-control bg-stop px-5 text-title font-strong text-on-stop hover:brightness-110
          sm:ml-auto xl:px-9"
      >
        Stop load
        <span className="block text-note font-regular">works without a PIN</span>
        <span className="sr-only"> of {run.tag}</span>
      </button>
    </li>
  );
}
