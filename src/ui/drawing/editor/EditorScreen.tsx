"use client";
import { words } from "@/core/base/words";
import { useRouter } from "next/navigation";
import { useDeferredValue, useEffect, useMemo, useReducer, useRef, useState } from "react";
import { checksOf, mapSentence } from "@/core/drawing/cooling";
import { CoolingMap, KINDS, type Layout } from "@/core/drawing/parts";
import { changesBetween, historyOf, redoName, snapLines, snapPoint, undoName } from "@/core/drawing/edit";
import { useWholeRows } from "@/ui/kit/controls/wholeRows";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Button } from "@/ui/kit/controls/Button";
import { send } from "@/ui/kit/controls/send";
import { useSize } from "@/ui/kit/controls/size";
import { MapWords } from "@/ui/drawing/map/MapWords";
import { PartsList } from "@/ui/drawing/map/PartsList";
import { stagePath } from "@/ui/kit/steps/paths";
import { useView } from "@/ui/drawing/underside/useView";
import { Arrange } from "./panel/Arrange";
import { Conflict } from "./saving/Conflict";
import { EditSheet } from "./sheet/EditSheet";
import { Files } from "./panel/Files";
import { NumberField } from "@/ui/kit/controls/NumberField";
import { Properties } from "./panel/Properties";
import type { PhotoView } from "@/ui/drawing/photos/photo";
import { type Action, editorStep, startState, type EditorState } from "./sheet/state";
import { useTracePhoto } from "./sheet/TracePhoto";
import { Tray } from "./sheet/Tray";
import { draftOf, useAutosave, type SaveState } from "./saving/useAutosave";
import { acts, takeKind, useEditorKeys } from "./sheet/useEditorKeys";

interface Props {
  jobId: number;
  revision: { id: number; number: number; version: number; document: Layout };
  photos: readonly PhotoView[];
}

const NOTHING: ReadonlySet<string> = new Set();

/** Drawing the underside: the sheet, the kit, what is in hand in millimetres, and the same parts as a list. */
export function EditorScreen({ jobId, revision, photos }: Props) {
  const work = useEditor(revision, jobId, photos);
  const { dispatch, ref, layout, save, problem, done } = work;
  return (
    <div className="flex min-h-0 flex-1 flex-col lg:flex-row">
      <SheetPane work={work} ref={ref} />
      <aside
        className="flex w-full shrink-0 flex-col border-line bg-sheet px-4 pt-3 pb-4 lg:w-72.5
        lg:border-l-[1.5px] xl:w-82.5 2xl:w-95"
      >
        <div className="flex items-center justify-between gap-2 pb-1">
          <SavedWord state={save.state} />
          <Files
            jobId={jobId}
            revisionId={revision.id}
            before={() => save.flush()}
            onImport={(document, what) => dispatch({ do: "change", layout: document, what })}
          />
        </div>
        {problem ? <CautionBand role="alert">{problem}</CautionBand> : null}
        <PanelOfPart work={work} />
        <div className="mt-3">
          <Button look="main" big className="min-h-16 w-full" onClick={() => void done()}>
            Keep revision {revision.number}
          </Button>
        </div>
      </aside>
      {save.state.is === "conflict" ? (
        <ConflictOf theirs={save.state.theirs} layout={layout} save={save} revision={revision} dispatch={dispatch} />
      ) : null}
    </div>
  );
}

interface ConflictOfProps {
  theirs: Extract<SaveState, { is: "conflict" }>["theirs"];
  layout: Layout;
  save: ReturnType<typeof useAutosave>;
  revision: Props["revision"];
  dispatch: (a: Action) => void;
}

/** Another tab saved first: both drawings stand beside each other, and neither is lost. */
function ConflictOf({ theirs, layout, save, revision, dispatch }: ConflictOfProps) {
  const [problem, setProblem] = useState("");
  const goOnWithTheirs = async () => {
    // mine is a revision of its own before theirs goes on; where that fails nothing is let go
    const aside = await send<{ number: number }>("POST", `/api/layouts/${revision.id}/aside`, { document: layout });
    if (!aside.ok) return setProblem(`${aside.problem.message} ${aside.problem.action}`);
    save.adopt({ version: theirs.version, document: theirs.document });
    dispatch({ do: "replace", layout: theirs.document });
  };
  return (
    <Conflict
      mine={layout}
      theirs={theirs}
      problem={problem}
      onMine={() => void save.overTheirs()}
      onTheirs={() => void goOnWithTheirs()}
    />
  );
}

interface PanelOfPartProps {
  work: ReturnType<typeof useEditor>;
}

/** The part in hand in millimetres, what to look at, all parts as a list. */
function PanelOfPart({ work }: PanelOfPartProps) {
  const { panel, state, dispatch, map, layout, selected, checks } = work;
  const pane = useWholeRows<HTMLDivElement>(panel);
  return (
    <div
      ref={pane}
      className="min-h-0 flex-1 overflow-y-auto pr-1"
      tabIndex={0}
      role="region"
      aria-label="Part in hand"
    >
      {state.tool.name === "trace" || state.tool.name === "place" ? (
        <InHand
          state={state}
          onBend={(bendMm) => dispatch({ do: "set", bendMm })}
          onStamping={(stamping) => dispatch({ do: "set", stamping })}
          onEnd={() => dispatch({ do: "end-path" })}
        />
      ) : (
        <Properties
          map={map}
          layout={layout}
          selected={selected}
          onChange={(l, what, joins) => dispatch({ do: "change", layout: l, what, joins })}
        />
      )}
      {checks.length ? (
        <section aria-label="What does not add up" className="mt-4">
          <h2 className="text-body font-strong">To look at</h2>
          <ul className="flex flex-col gap-1.5 pt-1">
            {checks.slice(0, 12).map((c) => (
              <li key={c.code + c.parts.join()}>
                <button
                  type="button"
                  onClick={() => dispatch({ do: "select", ids: c.parts.slice(0, 1) })}
                  className="caution-band min-h-11 w-full px-3 py-1.5 text-left
                    text-body"
                >
                  {c.message}
                </button>
              </li>
            ))}
          </ul>
        </section>
      ) : null}
      <h2 className="mt-4 flex items-baseline justify-between border-t border-line pt-2 text-body font-strong">
        Parts as a list <span className="text-note font-regular text-ink-2">{layout.parts.length}</span>
      </h2>
      <PartsList
        parts={layout.parts}
        selected={state.selected}
        onSelect={(id, also) => dispatch({ do: "select", ids: [id], also })}
      />
    </div>
  );
}

/** The editor's state: the drawing, its saving, the view, the photo under it. */
function useEditor(
  revision: { id: number; number: number; version: number; document: Layout },
  jobId: number,
  photos: readonly PhotoView[],
) {
  const router = useRouter();
  const [state, dispatch] = useReducer(editorStep, revision.document, (d) => startState(historyOf(d)));
  const layout = state.history.now;
  const save = useAutosave(revision.id, revision.version, revision.document, layout);
  const [ref, size] = useSize<HTMLDivElement>({ width: 790, height: 500 });
  const view = useView(layout.base, size, ref);
  const [problem, setProblem] = useState<string | null>(null);
  const settled = useDeferredValue(layout);
  const map = useMemo(() => new CoolingMap(settled), [settled]);
  const checks = useMemo(() => checksOf(map), [map]);
  const selected = useMemo(() => layout.parts.filter((p) => state.selected.has(p.id)), [layout, state.selected]);
  const inHand = state.tool.name === "place" || state.tool.name === "trace" ? state.tool.kind : null;
  const { act, align } = acts(state, dispatch);

  const { under, controls, has } = useTracePhoto({
    jobId,
    photos,
    base: layout.base,
    onBase: (size) =>
      dispatch({
        do: "change",
        layout: { ...layout, base: { ...layout.base, ...size } },
        what: "Size of the base from the photo",
      }),
  });
  const panel = useShownPart({ state, inHand, revision, dispatch, clash: save.clash });

  const done = async () => {
    if (!(await save.flush())) return;
    const kept = await send("POST", `/api/layouts/${revision.id}/keep`, { note: "" });
    if (!kept.ok) return setProblem(`${kept.problem.message} ${kept.problem.action}`);
    router.push(stagePath(jobId, "map"));
    router.refresh();
  };
  useEditorKeys(state, dispatch, view);

  const follow = (e: React.PointerEvent) => {
    if (state.tool.name === "select" || e.pointerType === "touch") return;
    const box = e.currentTarget.getBoundingClientRect();
    const p = view.toSheet(e.clientX - box.left, e.clientY - box.top);
    const s = snapPoint(snapLines(layout, NOTHING), p.x, p.y, 7 / view.view.scale);
    dispatch({ do: "cursor", xMm: s.xMm, yMm: s.yMm });
  };
  return {
    state,
    selected,
    act,
    align,
    dispatch,
    ref,
    follow,
    view,
    size,
    under,
    has,
    map,
    layout,
    checks,
    controls,
    inHand,
    save,
    problem,
    panel,
    done,
  };
}

interface UseShownPartGiven {
  state: EditorState;
  inHand:
    | "blower"
    | "fins"
    | "chamber"
    | "plate"
    | "spreader"
    | "chip"
    | "pad"
    | "screw"
    | "plug"
    | "tape"
    | "gasket"
    | "clip"
    | "shield"
    | "battery"
    | "speaker"
    | "foot"
    | "vent"
    | "port"
    | "module"
    | "note"
    | "pipe"
    | "cable"
    | "board"
    | "sketch"
    | null;
  revision: { id: number; number: number; version: number; document: Layout };
  clash: ReturnType<typeof useAutosave>["clash"];
  dispatch: React.ActionDispatch<[a: Action]>;
}

/** Brings the panel back to its top when another part is picked; restores work that had not reached the server. */
function useShownPart({ state, inHand, revision, dispatch, clash }: UseShownPartGiven) {
  const panel = useRef<HTMLDivElement>(null);
  const shown = [...state.selected].join();
  useEffect(() => {
    if (panel.current) panel.current.scrollTop = 0;
  }, [shown, inHand]);
  const restored = useRef(false);
  useEffect(() => {
    if (restored.current) return;
    restored.current = true;
    const draft = draftOf(revision.id);
    if (!draft || JSON.stringify(draft.layout) === JSON.stringify(revision.document)) return;
    dispatch({ do: "change", layout: draft.layout, what: "Work that had not reached the server" });
    // the server's has moved on since: neither goes over the other unseen
    if (draft.version < revision.version)
      clash({
        version: revision.version,
        document: revision.document,
        changes: changesBetween(draft.layout, revision.document),
      });
  }, [revision.id, revision.version, revision.document, dispatch, clash]);
  return panel;
}

interface SheetPaneProps {
  work: ReturnType<typeof useEditor>;
  ref: React.RefObject<HTMLDivElement | null>;
}

/** The sheet with its kit and the sentence beneath it. */
function SheetPane({ work, ref }: SheetPaneProps) {
  const {
    state,
    selected,
    act,
    align,
    dispatch,
    follow,
    view,
    size,
    under,
    has,
    map,
    layout,
    checks,
    controls,
    inHand,
  } = work;
  return (
    <div className="flex min-h-0 min-w-0 flex-1 flex-col bg-sheet">
      <Arrange
        undo={undoName(state.history)}
        redo={redoName(state.history)}
        some={selected.length > 0}
        several={selected.length > 1}
        measuring={state.tool.name === "measure"}
        hidden={state.hidden}
        act={act}
        align={align}
        layer={(l) => dispatch({ do: "layer", layer: l })}
      />
      <div ref={ref} className="relative min-h-90 flex-1 overflow-hidden" onPointerMove={follow}>
        <EditSheet state={state} dispatch={dispatch} view={view} pane={ref} size={size} under={under} overPhoto={has} />
      </div>
      <div className="shrink-0 border-t-[1.5px] border-line px-4 pt-2 pb-3">
        <div className="flex items-baseline justify-between gap-4 pb-2">
          <h1 className="min-w-0 text-lead leading-5.75 font-medium" aria-live="polite">
            {state.tool.name === "select" ? <MapWords words={mapSentence(map)} /> : hint(state)}
          </h1>
          <span className="shrink-0 text-note text-ink-2">
            {layout.parts.length === 0 ? "" : checks.length === 0 ? "all adds up" : `${checks.length} to look at`}
          </span>
        </div>
        {controls}
        <Tray parts={layout.parts} inHand={inHand} onTake={(kind) => dispatch(takeKind(kind))} />
      </div>
    </div>
  );
}

function hint(s: EditorState): string {
  const t = s.tool;
  if (t.name === "measure") return t.points.length > 0 ? "Tap the other end." : "Tap where to measure from.";
  if (t.name === "place")
    return t.kind === "screw"
      ? "Tap each screw in the order of its stamped number."
      : `Tap where the ${KINDS[t.kind].name.toLowerCase()} goes.`;
  if (t.name !== "trace") return "";
  const name = KINDS[t.kind].name.toLowerCase();
  if (t.points.length === 0) return `Tap where the ${name} begins.`;
  const set = `${words.counted(t.points.length, "point")} ${words.agreeing(t.points.length, "is", "are")}`;
  return `Tap its next bend, or its end, then Shift and Enter. ${set} set.`;
}

/** What is being placed: its bends, its numbering, and the way to end it. */
function InHand({
  state,
  onBend,
  onStamping,
  onEnd,
}: {
  state: EditorState;
  onBend: (v: number) => void;
  onStamping: (v: boolean) => void;
  onEnd: () => void;
}) {
  const { tool } = state;
  if (tool.name !== "trace" && tool.name !== "place") return null;
  const enough = tool.name === "trace" && tool.points.length >= (tool.kind === "board" ? 3 : 2);
  return (
    <div className="flex flex-col gap-3">
      <h2 className="text-head font-heavy">{KINDS[tool.kind].name} in hand</h2>
      <p className="text-body text-ink-2">{hint(state)} Arrow keys move the cross, Enter sets it, Esc lets go.</p>
      {tool.name === "trace" && (tool.kind === "pipe" || tool.kind === "cable") ? (
        <NumberField label="Next bend" unit="mm" value={state.bendMm} min={0} max={200} onChange={onBend} />
      ) : null}
      {tool.kind === "screw" ? (
        <label className="flex min-h-11 items-center gap-3 text-lead">
          <input
            type="checkbox"
            className="size-6 accent-[var(--copper)]"
            checked={state.stamping}
            onChange={(e) => onStamping(e.target.checked)}
          />{" "}
          Stamp plate screws in this order
        </label>
      ) : null}
      {tool.name === "trace" ? (
        <Button look="main" big disabled={!enough} onClick={onEnd}>
          It ends here
        </Button>
      ) : null}
    </div>
  );
}

function SavedWord({ state }: { state: SaveState }) {
  const word =
    state.is === "saved"
      ? state.at
        ? `Saved ${state.at.toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" })}`
        : "Saved"
      : state.is === "saving" || state.is === "waiting"
        ? "Saving"
        : state.is === "stuck"
          ? `${state.problem.message} Your drawing is kept in this browser and sent again.`
          : "Drawn in two tabs";
  return (
    <span
      role="status"
      data-testid="saved"
      className={`text-body ${state.is === "stuck" ? "text-caution-ink" : "text-ink-2"}`}
    >
      {word}
    </span>
  );
}
