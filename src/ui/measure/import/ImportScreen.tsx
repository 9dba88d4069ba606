"use client";
import { useWholeRows } from "@/ui/kit/controls/wholeRows";
import { words } from "@/core/base/words";
import { useRouter } from "next/navigation";
import { useMemo, useRef, useState } from "react";
import {
  doubtsOf,
  type ColumnChoices,
  type OtherRun,
  type Phases,
  type Role,
  type RunCurves,
  type ToldColumn,
} from "@/core/measure/log";
import { roomTrue, type RunConditions } from "@/core/measure/judge";
import type { RoomGiven } from "@/core/measure/thermal";
import type { Problem } from "@/core/base/result";
import { RunChart } from "@/ui/kit/charts/RunChart";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Button } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { Progress } from "@/ui/kit/controls/Progress";
import { sendLog, type Sent } from "@/ui/kit/controls/send";
import { Conditions, conditionsOf, draftOf, type ConditionsDraft } from "@/ui/measure/run/Conditions";
import { stagePath } from "@/ui/kit/steps/paths";
import type { ColumnView, ImportSummary } from "@/workers/logSession";
import { Ask } from "./Ask";
import { ColumnWires, wiresRoom } from "@/ui/measure/run/ColumnWires";
import { DropZone } from "./DropZone";
import { type LogState, useLog } from "./useLog";

interface Props {
  jobId: number;
  kind: "before" | "after";
  limitC: number | null;
  remembered: Record<string, ColumnChoices>;
  /** Conditions to begin with: those of the run before for the run after. */
  start: RunConditions | null;
  other: (OtherRun & { conditions: RunConditions; curves: RunCurves; phases: Phases | null }) | null;
  /** Tags of the fin stacks whose outlets are drawn. */
  outlets: readonly string[];
}

/** What the server says of a run it stored: the verdict of the pair, or that the run after stands alone. */
interface Stored {
  runId: number;
  verdictId: number | null;
  alone: boolean;
}

/** A log that is read or sent, in the middle of the page. */
function UnderWay(p: { label: string; share: number; onCancel: () => void }) {
  return (
    <div className="grid flex-1 place-items-center p-10">
      <Progress {...p} />
    </div>
  );
}

/** A log being read: its columns as wires, its phases on the curve, its conditions; stored only when said so. */
export function ImportScreen({ jobId, kind, limitC, remembered, start, other, outlets }: Props) {
  const { read, doubt, sending, store, abort, log, open, shownPhases, setPhases, draft, setDraft, problem } = useImport(
    { remembered, start, kind, other, jobId },
  );
  useKeys({
    Enter: read && !doubt && sending === null ? () => void store(false) : undefined,
    Escape: sending !== null ? () => abort.current?.() : log.state.step === "reading" ? log.cancel : undefined,
  });

  const reading = log.state.step === "reading" ? log.state : null;
  if (reading) return <UnderWay label={`Reading ${reading.name}`} share={reading.share} onCancel={log.cancel} />;
  if (sending !== null)
    return <UnderWay label={`Storing ${read?.name ?? "the log"}`} share={sending} onCancel={() => abort.current?.()} />;
  if (!read) {
    const refused = log.state.step === "empty" ? log.state.problem : null;
    return <DropZone jobId={jobId} kind={kind} problem={refused} onFile={open} />;
  }

  const { summary } = read;
  const asked = summary.columns.filter((c) => !c.sure);
  const choose = (heading: string, told: ToldColumn) => void log.choose({ ...log.choices, [heading]: told });
  const logged = loggedIn(summary);
  const room = wiresRoom(summary.columns);
  const ghost = kind === "after" && other?.phases ? { curves: other.curves, phases: other.phases } : null;
  return (
    <div
      className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_330px] xl:grid-cols-[minmax(0,1fr)_366px]"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        const f = e.dataTransfer.files[0];
        if (f) open(f, f.name);
      }}
    >
      <div className="flex min-w-0 flex-col bg-sheet">
        <ReadHead summary={summary} asked={asked} read={read} log={log} />
        <ColumnsPane
          columns={summary.columns}
          px={room.panePx}
          onChoose={(heading, role) => choose(heading, { role })}
        />
        <ReadCurves
          summary={summary}
          shownPhases={shownPhases}
          setPhases={setPhases}
          limitC={limitC}
          ghost={ghost}
          draft={draft}
          // a log of many columns leaves the curves less
          height={Math.max(LEAST_CURVES_PX, CURVES_PX - Math.max(0, room.panePx - ROOMY_PANE_PX))}
        />
        <Oddities summary={summary} />
      </div>
      <aside className="flex flex-col border-l-[1.5px] border-line bg-sheet">
        {asked[0] ? <Ask column={asked[0]} onChoose={(told) => choose(asked[0]?.heading ?? "", told)} /> : null}
        <div
          className="flex-1 px-5 pt-4"
          onKeyDown={(e) => {
            // Enter in a field does what the main button says
            if (e.key !== "Enter" || !(e.target instanceof HTMLInputElement) || doubt || sending !== null) return;
            e.preventDefault();
            void store(false);
          }}
        >
          <Conditions
            draft={draft}
            onChange={setDraft}
            before={kind === "after" ? (other?.conditions ?? null) : null}
            logged={logged}
            errors={problem?.fields ?? {}}
            outlets={outlets}
          />
        </div>
        <StoreBar doubt={doubt} problem={problem} store={store} summary={summary} other={other} />
      </aside>
    </div>
  );
}

/** What the log has of what a comparison needs. */
const loggedIn = (summary: ImportSummary) => ({
  power: has(summary, "power"),
  fan: summary.columns.some((c) => c.role.startsWith("fan")),
  room: has(summary, "room.temperature"),
});

interface ColumnsPaneProps {
  columns: ColumnView[];
  px: number;
  onChoose: (heading: string, role: Role) => void;
}

/** The columns of the log, so high that as many as fit stand in sight. */
function ColumnsPane({ columns, px, onChoose }: ColumnsPaneProps) {
  const pane = useWholeRows<HTMLDivElement>();
  return (
    <div
      ref={pane}
      className="shrink-0 overflow-y-auto border-b-[1.5px] border-line"
      style={{ maxHeight: px }}
      tabIndex={0}
      role="region"
      aria-label="Columns of the log"
    >
      <ColumnWires columns={columns} onChoose={onChoose} />
    </div>
  );
}

interface ReadHeadProps {
  summary: ImportSummary;
  asked: ColumnView[];
  read: { step: "read"; name: string; file: Blob; summary: ImportSummary };
  log: {
    state: LogState;
    choices: ColumnChoices;
    open: (file: Blob, name: string) => Promise<void>;
    choose: (next: ColumnChoices) => Promise<void>;
    cancel: () => void;
  };
}

/** How many rows were read, and how. */
function ReadHead({ summary, asked, read, log }: ReadHeadProps) {
  return (
    <div className="flex flex-wrap items-start gap-3 border-b-[1.5px] border-line px-5 py-3">
      <div className="min-w-0 flex-1">
        <h1 className="text-head leading-7.5 font-bold">
          {summary.rows.toLocaleString("en")} rows read.{" "}
          {asked.length === 0
            ? "Every column is clear."
            : asked.length === 1
              ? "One column to ask about."
              : `${asked.length} columns to ask about.`}
        </h1>
        <p className="text-body text-ink-2">{described(read.name, summary)}</p>
      </div>
      <Button onClick={log.cancel}>Another log</Button>
    </div>
  );
}

interface UseImportGiven {
  remembered: Record<string, ColumnChoices>;
  start: RunConditions | null;
  kind: "before" | "after";
  other: (OtherRun & { conditions: RunConditions; curves: RunCurves; phases: Phases | null }) | null;
  jobId: number;
}

/** A log on its way in: read, its load, its conditions, stored. */
function useImport({ remembered, start, kind, other, jobId }: UseImportGiven) {
  const router = useRouter();
  const log = useLog(remembered);
  const [draft, setDraft] = useState<ConditionsDraft>(() => ({
    ...draftOf(start),
    ...(kind === "after" && start ? { roomStartC: "", roomEndC: "", exhaust: "" } : {}),
  }));
  const [phases, setPhases] = useState<Phases | null>(null);
  const [sending, setSending] = useState<number | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const abort = useRef<(() => void) | null>(null);
  const read = log.state.step === "read" ? log.state : null;
  const shownPhases =
    phases ??
    (read?.summary.curves?.found
      ? { loadOnS: read.summary.curves.found.loadOnS, loadOffS: read.summary.curves.found.loadOffS }
      : null);
  const doubts = useMemo(
    () =>
      read
        ? doubtsOf(
            kind,
            { name: read.name, startMs: read.summary.startMs },
            other && { kind: other.kind, name: other.name, sha256: other.sha256, startMs: other.startMs },
          )
        : [],
    [read, kind, other],
  );

  const open = (file: Blob, name: string) => {
    setPhases(null);
    setProblem(null);
    void log.open(file, name);
  };

  const store = async (anyway: boolean) => {
    if (!read?.summary.curves) return;
    setProblem(null);
    setSending(0);
    const head = {
      jobId,
      kind,
      name: read.name,
      bytes: read.file.size,
      plan: read.summary.plan,
      phases: shownPhases,
      conditions: draft,
      anyway,
    };
    const upload = sendLog<Stored>(head, read.file, setSending);
    abort.current = upload.abort;
    const sent: Sent<Stored> = await upload.done;
    setSending(null);
    if (!sent.ok) {
      if (sent.problem.code !== "cancelled") setProblem(sent.problem);
      return;
    }
    router.push(stagePath(jobId, sent.value.verdictId || sent.value.alone ? "verdict" : kind));
    router.refresh();
  };
  const doubt = problem && ["swapped-logs", "name-says-other"].includes(problem.code) ? problem : (doubts[0] ?? null);
  return { read, doubt, sending, store, abort, log, open, shownPhases, setPhases, draft, setDraft, problem };
}

interface ReadCurvesProps {
  summary: ImportSummary;
  shownPhases: Phases | null;
  setPhases: React.Dispatch<React.SetStateAction<Phases | null>>;
  limitC: number | null;
  ghost: { curves: RunCurves; phases: Phases } | null;
  draft: ConditionsDraft;
  height: number;
}

/** Height of the curves, px: usual, and where columns need the room. */
const CURVES_PX = 262;
const LEAST_CURVES_PX = 206;
/** As high may the columns be before the curves give way, px. */
const ROOMY_PANE_PX = 316;

/** The curves read, with the load's bounds; without a load the way to mark it. */
function ReadCurves({ summary, shownPhases, setPhases, limitC, ghost, draft, height }: ReadCurvesProps) {
  return (
    <div className="px-4 pt-3 pb-2">
      {summary.curves ? (
        shownPhases ? (
          <RunChart
            curves={summary.curves}
            phases={shownPhases}
            onPhases={(p) => setPhases(p)}
            limitC={limitC}
            ghost={ghost}
            room={roomOf(draft)}
            height={height}
          />
        ) : (
          <>
            <CautionBand role="status">
              No load was found: nothing tells it from idle.{" "}
              <button
                type="button"
                className="link min-h-8"
                onClick={() => setPhases({ loadOnS: summary.durationS * 0.2, loadOffS: summary.durationS * 0.8 })}
              >
                Mark it by hand
              </button>
            </CautionBand>
            <RunChart curves={summary.curves} phases={null} limitC={limitC} height={240} />
          </>
        )
      ) : (
        <CautionBand role="alert">
          <b className="font-strong">{summary.missing?.message}</b> {summary.missing?.action}
        </CautionBand>
      )}
    </div>
  );
}

interface OdditiesProps {
  summary: ImportSummary;
}

/** What was odd in the file, line by line. */
function Oddities({ summary }: OdditiesProps) {
  return (
    <>
      {summary.warnings.length ? (
        <details className="px-5 pb-3 text-note" open={summary.warnings.length <= 2}>
          <summary className="min-h-8 cursor-pointer text-ink-2">
            {words.counted(summary.warnings.length, "oddity")} in the file, all handled
          </summary>
          <ul className="mt-1">
            {summary.warnings.map((w) => (
              <li key={`${w.line}-${w.message}`}>
                <span className="num text-tag text-ink-2">line {w.line.toLocaleString("en")}</span> {w.message}
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </>
  );
}

interface StoreBarProps {
  doubt: Problem | null;
  problem: Problem | null;
  store: (anyway: boolean) => Promise<void>;
  summary: ImportSummary;
  other: (OtherRun & { conditions: RunConditions; curves: RunCurves; phases: Phases | null }) | null;
}

/** What speaks against storing, and the main act. */
function StoreBar({ doubt, problem, store, summary, other }: StoreBarProps) {
  return (
    <div className="sticky bottom-0 flex flex-col gap-3 bg-sheet p-5">
      {doubt ? (
        <CautionBand role="alert">
          <b className="font-strong">{doubt.message}</b> {doubt.action} Nothing is stored yet.
        </CautionBand>
      ) : problem ? (
        <CautionBand role="alert">
          <b className="font-strong">{problem.message}</b> {problem.action}
        </CautionBand>
      ) : null}
      {doubt ? (
        <Button look="plain" big onClick={() => void store(true)} disabled={!summary.curves}>
          Use it anyway
        </Button>
      ) : (
        <Button
          look="main"
          big
          className="min-h-19 text-title"
          keyCap="Enter"
          onClick={() => void store(false)}
          disabled={!summary.curves}
        >
          {other ? "Judge with this log" : "Keep this log"}
        </Button>
      )}
    </div>
  );
}

const has = (s: ImportSummary, end: string): boolean => s.columns.some((c) => c.role.endsWith(end));

const SEPARATOR: Record<string, string> = { ",": "commas", ";": "semicolons", "\t": "tabs", "|": "bars" };
const CLOCK: Record<string, string> = {
  elapsed: "elapsed time",
  epoch: "epoch time",
  clock: "clock times",
  iso: "date and time",
};

function described(name: string, s: ImportSummary): string {
  return [
    `${name}: ${SEPARATOR[s.separator] ?? ""}`,
    s.decimalComma ? "decimal commas" : "",
    CLOCK[s.timeKind] ?? "",
    `a reading every ${Math.round(s.stepS * 10) / 10} s`,
    s.encoding === "utf-8" ? "" : s.encoding.toUpperCase(),
  ]
    .filter(Boolean)
    .join(", ");
}

const roomOf = (d: ConditionsDraft): RoomGiven => roomTrue(conditionsOf(d));
