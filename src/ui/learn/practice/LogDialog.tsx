"use client";
import type { ShownRun } from "@/core/learn/practice";
import { words } from "@/core/base/words";
import { RunChart } from "@/ui/kit/charts/RunChart";
import { Button } from "@/ui/kit/controls/Button";
import { TriageLadder } from "@/ui/learn/triage/TriageLadder";
import type { ShownLog } from "@/workers/practiceSession";
import { FormDialog } from "@/ui/kit/controls/FormDialog";

interface Props {
  n: number;
  run: ShownRun;
  log: ShownLog;
  limitC: number;
  onClose: () => void;
}

/** The log of a practice run: its curves as of any run, its ladder against good ones, and what else stands in it. */
export function LogDialog({ n, run, log, limitC, onClose }: Props) {
  const { triage } = run;
  const chip = triage.chips.find((c) => c.chip === triage.lead) ?? triage.chips[0];
  return (
    <FormDialog
      title={
        <>
          Log of run {n} <span className="text-lead font-regular text-ink-2">practice, made up</span>
        </>
      }
      onClose={onClose}
      width="widest"
    >
      <div className="mt-3 grid gap-6 lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
        <div className="min-w-0">
          <RunChart curves={log.curves} phases={log.phases} limitC={limitC} room={log.room} height={380} />
        </div>
        <div className="flex min-w-0 flex-col">
          {chip && triage.word !== "fan" ? (
            <TriageLadder chip={chip} matched={triage.matched} limitC={limitC} />
          ) : (
            <p className="text-lead">A blower stands: with still air the paths cannot be told apart.</p>
          )}
        </div>
      </div>
      <h3 className="mt-4 text-lead font-bold">What else stands in it</h3>
      <dl className="mt-1 grid gap-x-8 sm:grid-cols-2">
        {linesOf(log).map(([what, here, good]) => (
          <div key={what} className="flex items-baseline gap-3 border-t border-line-2 py-1.5 text-lead">
            <dt className="min-w-0 flex-1">{what}</dt>
            <dd className="num font-strong">{here}</dd>
            <dd className="num w-32 text-right text-note text-ink-2">{good}</dd>
          </div>
        ))}
      </dl>
      <div className="mt-5 flex justify-end">
        <Button look="main" big onClick={onClose}>
          Back to the bench
        </Button>
      </div>
    </FormDialog>
  );
}

type Line = readonly [what: string, here: string, good: string];

/** Everything a reader finds in a log beside the heights, each beside what a good one shows. */
function linesOf({ seen, usual, powerW }: ShownLog): Line[] {
  const good = (text: string | null) => (text === null ? "" : `good ${text}`);
  const rpm = (v: number | null) => (v === null ? null : words.rpm(Math.round(v / 10) * 10));
  const kelvin = (v: number | null) => (v === null ? null : words.kelvinSize(v));
  const out: (Line | null)[] = [
    seen.coresK === null
      ? null
      : ["Hottest core over the others", kelvin(seen.coresK) ?? "", good(kelvin(usual.coresK))],
    seen.fan === null ? null : ["Fan speed late in the load", rpm(seen.fan) ?? "", good(rpm(usual.fan))],
    seen.fanIdle === null
      ? null
      : ["Fan speed in idle", rpm(seen.fanIdle) ?? "", good(rpm(usual.fanAt?.[0].fan ?? null))],
    seen.idlePct === null ? null : ["Processor in idle", words.share(seen.idlePct / 100), good("under 8\u00a0%")],
    powerW === null
      ? null
      : [
          "Power the processor holds",
          words.watts(powerW),
          good(usual.powerW.cpu === undefined ? null : words.watts(usual.powerW.cpu)),
        ],
    seen.memoryK === null ? null : ["Memory over the room", kelvin(seen.memoryK) ?? "", good(kelvin(usual.memoryK))],
    ["At its throttle limit", seen.limited ? "yes" : "no", good("no")],
  ];
  return out.flatMap((l) => (l ? [l] : []));
}
