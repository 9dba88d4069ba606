"use client";
import { words } from "@/core/base/words";
import { Download, RefreshCw } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { STAGE_TITLES, type StageName } from "@/core/workshop/job";
import { useState } from "react";
import type { Phases, RunCurves } from "@/core/measure/log";
import type { SentencePart } from "@/core/measure/says";
import { roomTrue, type RunConditions } from "@/core/measure/pair";
import { Sentence } from "@/ui/measure/verdict/Sentence";
import { RunChart } from "@/ui/kit/charts/RunChart";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Button, LinkButton } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { send } from "@/ui/kit/controls/send";
import { ColumnWires } from "./ColumnWires";
import { stagePath } from "@/ui/kit/steps/paths";
import type { ColumnView } from "@/workers/logSession";
import { useAttempt } from "./useAttempt";
import { Conditions, conditionsOf, draftOf } from "./Conditions";
import { useSubmit } from "@/ui/kit/controls/useSubmit";

interface Props {
  jobId: number;
  runId: number;
  kind: "before" | "after";
  source: { name: string; rows: number; stepS: number };
  curves: RunCurves;
  phases: Phases | null;
  conditions: RunConditions;
  columns: ColumnView[];
  warnings: { line: number; message: string }[];
  limitC: number | null;
  other: { curves: RunCurves; phases: Phases | null; conditions: RunConditions } | null;
  closed: boolean;
  /** Tags of the fin stacks whose outlets are drawn. */
  outlets: readonly string[];
  /** A run after of a machine that could not run before: it is judged alone. */
  alone: boolean;
  /** What the run before says alone. */
  triage: { headline: SentencePart[]; summary: SentencePart[] } | null;
  /** The stage that waits next. */
  next: StageName;
}

/** A stored run: its curves with the load's bounds, its conditions, and what the log was read as. */
export function RunScreen(p: Props) {
  const work = useRun(p);
  const { phases, loadS, ghost, setPhases, attempt, save, draft, setDraft, logged, fields } = work;
  return (
    <div
      className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_330px]
      xl:grid-cols-[minmax(0,1fr)_366px]"
    >
      <div className="flex min-w-0 flex-col bg-sheet">
        <RunHead phases={phases} loadS={loadS} p={p} ghost={ghost} />
        {p.triage ? <TriageBand jobId={p.jobId} triage={p.triage} /> : null}
        <div className="px-4 pt-3">
          <RunChart
            curves={p.curves}
            phases={phases}
            onPhases={
              p.closed
                ? undefined
                : (next, done) => {
                    setPhases(next);
                    attempt.ask(next);
                    if (done) void save({ phases: next });
                  }
            }
            limitC={p.limitC}
            ghost={ghost}
            room={roomTrue(p.conditions)}
            height={p.triage ? 400 : 470}
          />
          {phases ? null : (
            <Button
              look="plain"
              className="mt-2"
              onClick={() =>
                setPhases({ loadOnS: Math.round(p.curves.endS * 0.2), loadOffS: Math.round(p.curves.endS * 0.8) })
              }
            >
              Mark the load by hand
            </Button>
          )}
        </div>
        <ReadAs p={p} />
      </div>
      <aside className="flex flex-col border-l-[1.5px] border-line bg-sheet">
        <div className="flex-1 px-5 pt-4">
          <Conditions
            draft={draft}
            onChange={setDraft}
            before={p.kind === "after" ? (p.other?.conditions ?? null) : null}
            logged={logged}
            errors={fields}
            outlets={p.outlets}
          />
        </div>
        <RunFoot work={work} p={p} />
      </aside>
    </div>
  );
}

/** A stored run: its bounds and conditions as changed, and what they would give. */
function useRun(p: Props) {
  const router = useRouter();
  const [phases, setPhases] = useState(p.phases);
  const [draft, setDraft] = useState(() => draftOf(p.conditions));
  const [saved, setSaved] = useState<"" | "saving" | "saved">("");
  const { act, problem, fields } = useSubmit();
  const attempt = useAttempt(p.runId, Boolean(p.other && p.phases && p.other.phases));
  const changed = JSON.stringify(conditionsOf(draft)) !== JSON.stringify(conditionsOf(draftOf(p.conditions)));
  const next =
    p.kind === "before" && !p.other
      ? { href: stagePath(p.jobId, p.next), text: p.next === "after" ? "To the run after" : STAGE_TITLES[p.next] }
      : p.other || p.alone
        ? { href: stagePath(p.jobId, "verdict"), text: "See the verdict" }
        : { href: stagePath(p.jobId, "before"), text: "To the run before" };
  const save = async (body: { phases?: Phases; conditions?: typeof draft }) => {
    setSaved("saving");
    const sent = await act(() => send("PATCH", `/api/runs/${p.runId}`, body));
    setSaved(sent ? "saved" : "");
    if (sent) router.refresh();
  };
  useKeys({ Enter: () => (changed ? void save({ conditions: draft }) : router.push(next.href)) });
  const loadS = phases ? phases.loadOffS - phases.loadOnS : 0;
  const logged = {
    power: p.columns.some((c) => c.role.endsWith("power")),
    fan: p.columns.some((c) => c.role.startsWith("fan")),
    room: p.columns.some((c) => c.role === "room.temperature"),
  };
  const ghost = p.kind === "after" && p.other?.phases ? { curves: p.other.curves, phases: p.other.phases } : null;
  return {
    phases,
    loadS,
    ghost,
    setPhases,
    attempt,
    save,
    draft,
    setDraft,
    logged,
    problem,
    fields,
    saved,
    changed,
    next,
  };
}

interface RunHeadProps {
  phases: Phases | null;
  loadS: number;
  p: Props;
  ghost: { curves: RunCurves; phases: Phases } | null;
}

/** How long the load was, and the file. */
function RunHead({ phases, loadS, p, ghost }: RunHeadProps) {
  return (
    <div className="flex flex-wrap items-start gap-x-4 gap-y-2 border-b-[1.5px] border-line px-5 py-3">
      <div className="min-w-0 flex-1">
        <h1 className="text-head leading-7.5 font-bold">
          {phases
            ? `${words.clock(loadS)} of load, ${p.source.rows.toLocaleString("en")} readings.`
            : "No load marked in this run."}
        </h1>
        <p className="truncate text-body text-ink-2">
          {p.source.name}, a reading every {Math.round(p.source.stepS * 10) / 10} s
          {ghost ? "; the run before stands dashed behind" : ""}
        </p>
      </div>
      <div className="flex gap-2">
        <a
          href={`/api/runs/${p.runId}/file`}
          className="inline-flex min-h-12 items-center gap-2 rounded-control border-2 border-line px-4
            text-body font-medium hover:border-ink-3"
        >
          <Download aria-hidden size={18} /> Log
        </a>
        {p.closed ? null : (
          <Link
            prefetch={false}
            href={`${stagePath(p.jobId, p.kind)}?replace=1`}
            className="inline-flex min-h-12 items-center gap-2 rounded-control border-2 border-line px-4
              text-body font-medium hover:border-ink-3"
          >
            <RefreshCw aria-hidden size={17} /> Other log
          </Link>
        )}
      </div>
    </div>
  );
}

interface TriageBandProps {
  jobId: number;
  triage: NonNullable<Props["triage"]>;
}

/** What the run before says alone. */
function TriageBand({ jobId, triage }: TriageBandProps) {
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2 border-b-[1.5px] border-line bg-plane px-5 py-2.5">
      <p className="min-w-65 flex-1 text-body leading-5.25">
        <b className="pr-2 text-sub font-bold">
          <Sentence parts={triage.headline} />.
        </b>
        <span className="text-ink-2">
          <Sentence parts={triage.summary} />
        </span>
      </p>
      <LinkButton href={`${stagePath(jobId, "before")}?view=alone`} look="plain">
        Read alone
      </LinkButton>
    </div>
  );
}

interface ReadAsProps {
  p: Props;
}

/** What the log was read as. */
function ReadAs({ p }: ReadAsProps) {
  return (
    <details className="mt-2 border-t-[1.5px] border-line">
      <summary className="flex min-h-11.5 cursor-pointer items-center px-5 text-lead font-medium">
        What the log was read as: {p.columns.filter((c) => c.role !== "none").length} of {p.columns.length} columns
        taken{p.warnings.length ? `, ${words.counted(p.warnings.length, "oddity")}` : ""}
      </summary>
      <ColumnWires columns={p.columns} />
      <ul className="px-5 py-3 text-note">
        {p.warnings.map((w) => (
          <li key={`${w.line}${w.message}`}>
            {w.line > 0 ? <span className="num text-tag text-ink-2">line {w.line} </span> : null}
            {w.message}
          </li>
        ))}
      </ul>
    </details>
  );
}

interface RunFootProps {
  work: ReturnType<typeof useRun>;
  p: Props;
}

/** What was changed, what it would give, and the main act. */
function RunFoot({ work, p }: RunFootProps) {
  const { problem, saved, changed, attempt, save, draft, next } = work;
  return (
    <div className="sticky bottom-0 flex flex-col gap-2 bg-sheet p-5">
      {problem ? (
        <CautionBand role="alert">
          <b className="font-strong">{problem.message}</b> {problem.action}
        </CautionBand>
      ) : null}
      <p role="status" className="min-h-5 text-note text-ink-2">
        {saved === "saving" ? "Saving" : saved === "saved" && !changed ? "Saved" : ""}
      </p>
      {attempt.said ? (
        <p className="text-body" aria-live="polite">
          With these bounds: <Sentence parts={attempt.said.headline} />
          {attempt.said.chips.map((c) => (
            <span key={c.chip} className="num block text-note">
              {words.chip(c.chip)} {words.kelvin(c.K)} ({words.range(c.low, c.high)})
            </span>
          ))}
        </p>
      ) : null}
      {changed ? (
        <Button
          look="main"
          big
          className="min-h-19 text-title"
          keyCap="Enter"
          onClick={() => void save({ conditions: draft })}
        >
          {p.other ? "Keep and judge again" : "Keep conditions"}
        </Button>
      ) : (
        <LinkButton href={next.href} look="main" big className="min-h-19 text-title" keyCap="Enter">
          {next.text}
        </LinkButton>
      )}
    </div>
  );
}
