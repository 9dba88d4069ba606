"use client";
import { useSyncExternalStore } from "react";
import { words } from "@/core/base/words";
import { Button } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { Mark } from "@/ui/kit/controls/Mark";
import { StopButton } from "@/ui/measure/live/StopButton";
import { RunPipe } from "./RunPipe";
import { useLoad, type Ended, type LoadState } from "./useLoad";
import { WorkRate } from "./WorkRate";

const tokenInAddress = (): string => window.location.hash.slice(1);
const onHash = (changed: () => void) => {
  window.addEventListener("hashchange", changed);
  return () => window.removeEventListener("hashchange", changed);
};

/** Width of the whole clock, px at most and in hundredths of the screen, over its figures. */
const [CLOCK_PX, CLOCK_VW] = [1376, 108] as const;

const clockSize = (figures: number): string => {
  const many = Math.max(4, figures);
  return `clamp(96px, ${CLOCK_VW / many}vw, ${CLOCK_PX / many}px)`;
};

/** The page on the machine under test: a countdown read across the room, the work it does, and one Stop. */
export function LoadScreen() {
  const token = useSyncExternalStore(onHash, tokenInAddress, () => null);
  const { state, start, end } = useLoad(token);
  const clock = clockOf(state);
  const working = state.started && state.ended === null;
  useKeys({
    Escape: working ? () => end("hand") : undefined,
    Enter: !state.started && state.run ? start : undefined,
  });
  return (
    <main className="flex min-h-dvh flex-col overflow-x-hidden bg-sheet text-ink">
      <div className="flex flex-wrap items-start gap-x-10 px-6 pt-6 md:px-10">
        <div className="min-w-0 flex-1">
          <h1 className="text-[clamp(22px,2.6vw,32px)] leading-tight">
            <Said state={state} token={token} />
          </h1>
          <p
            role="timer"
            aria-label="Time left"
            className="num mt-4 leading-[0.86] font-strong tracking-[-0.04em]"
            // four figures fill the place, five are as much smaller
            style={{
              fontSize: clockSize(clock.length),
            }}
          >
            {clock}
          </p>
          <p className="mt-5 text-[clamp(20px,2.4vw,31px)]">{underClock(state)}</p>
        </div>
        <div className="w-full pt-2 xl:w-95">
          <div className="mb-3 flex items-center justify-end gap-2 text-sub font-strong">
            <Mark /> {state.run ? `Run ${state.run.kind}` : "Ovrant"}
          </div>
          <WorkRate
            name="Processor"
            unit="million steps a second"
            note={state.cores ? words.counted(state.cores, "core") : ""}
            now={state.work.cpu}
            history={state.history.cpu}
            steps={state.cores}
          />
          {state.hasDrive === false ? (
            <p className="border-t-2 border-line-2 py-3 text-sub">
              <b className="font-strong">No file copy here:</b> this page may not write. Copy a large file by hand.
            </p>
          ) : null}
          {state.run?.recipe.gpu === 0 ? null : state.hasGraphics === false ? (
            <p className="border-t-2 border-line-2 py-3 text-sub">
              <b className="font-strong">No graphics load here:</b> this browser gives no graphics chip. The processor
              is loaded alone.
            </p>
          ) : (
            <WorkRate
              name="Graphics chip"
              unit="tiles a second"
              note=""
              now={state.work.gpu}
              history={state.history.gpu}
              steps={0}
            />
          )}
        </div>
      </div>
      <div className="flex-1" />
      <RunPipe state={state} />
      <div className="flex flex-wrap items-end gap-x-10 gap-y-4 px-6 pt-4 pb-8 md:px-10">
        <p className="min-w-70 flex-1 text-sub leading-6.5 text-ink-2">
          <b className="font-strong text-ink">This page makes the heat, it does not read it.</b> Temperatures go to the
          logger; falling work a second shows throttling all the same. It stops by itself at its time, when this page is
          hidden, when the bench does not answer for 10 s, or when the adapter is pulled. The screen stays awake.
        </p>
        <div className="w-full md:w-95">
          <MainAct state={state} start={start} end={end} />
        </div>
      </div>
    </main>
  );
}

interface MainActProps {
  state: LoadState;
  start: () => void;
  end: (why: Ended) => void;
}

function MainAct({ state, start, end }: MainActProps) {
  if (state.ended !== null || state.refused)
    return (
      <Button look="main" big className="min-h-26 w-full text-head" onClick={() => window.close()}>
        This page can be closed
      </Button>
    );
  if (!state.started)
    return (
      <Button
        look="main"
        big
        keyCap="Enter"
        className="min-h-26 w-full text-head"
        disabled={!state.run}
        onClick={start}
      >
        Start, idle first
      </Button>
    );
  return <StopButton onStop={() => end("hand")}>Stop load</StopButton>;
}

const ENDED: Record<Exclude<Ended, null>, string> = {
  hand: "Stopped by hand.",
  hidden: "Stopped: this page was hidden.",
  lost: "Stopped: the bench does not answer.",
  adapter: "Stopped: the adapter was pulled.",
  over: "The run is over.",
};

/** What happens now, in one sentence. */
function Said({ state, token }: { state: LoadState; token: string | null }) {
  const { refused, ended, started, answer, linked } = state;
  const said = (strong: string, rest: string) => (
    <>
      <b className="font-strong">{strong}</b> <span className="text-ink-2">{rest}</span>
    </>
  );
  if (token === null) return said("Load", "");
  if (refused) return said("No run here.", refused);
  if (ended) return said(ENDED[ended], ended === "over" ? "The bench has its log." : "The log goes on at the bench.");
  if (!started) return said("Ready.", "Nothing else open, lid up, on a hard table, on mains.");
  if (!linked) return said("The bench does not answer.", "The load rests until it does.");
  if (answer?.load) return said("Load is on.", "Hands off, the cool-down starts by itself.");
  if (answer?.state === "cool") return said("Cooling down.", "Hands off, the run ends by itself.");
  if (answer?.state === "paused") return said("Paused.", "The bench waits for readings.");
  return said("Idle.", "Hands off, the load starts by itself.");
}

function clockOf({ run, answer, started, ended }: LoadState): string {
  if (ended !== null) return "0:00";
  const left = started && answer ? answer.leftS : (run?.recipe.loadS ?? null);
  return left === null ? "–:––" : words.clock(left);
}

function underClock({ run, answer, started, ended }: LoadState): string {
  if (!run) return "";
  if (ended !== null) return "no load any more";
  const { recipe } = run;
  if (!started) return `under load, after ${words.clock(recipe.idleS)} idle`;
  if (answer?.load) return `left under load, then ${words.clock(recipe.coolS)} cooling`;
  if (answer?.state === "cool") return "left of the cool-down";
  return "until the load";
}
