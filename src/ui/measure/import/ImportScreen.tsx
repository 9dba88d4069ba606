"use client";
import { useWholeRows } from "@/ui/kit/controls/wholeRows";
import type { ColumnChoices, OtherRun, Phases, Role, RunCurves, DeclaredColumn } from "@/core/measure/log";
import type { RunConditions } from "@/core/measure/pair";
import { Button } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { Progress } from "@/ui/kit/controls/Progress";
import { Conditions } from "@/ui/measure/run/Conditions";
import type { ColumnView, ImportSummary } from "@/workers/logSession";
import { Ask } from "./Ask";
import { ColumnWires, wiresRoom } from "@/ui/measure/run/ColumnWires";
import { DropZone } from "./DropZone";
import type { LogState } from "./useLog";
import { useImport } from "./useImport";
import { ReadCurves, LEAST_CURVES_PX, CURVES_PX, ROOMY_PANE_PX } from "./ReadCurves";
import { Oddities, StoreBar, has } from "./StoreBar";

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
  const choose = (heading: string, told: DeclaredColumn) => void log.choose({ ...log.choices, [heading]: told });
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
