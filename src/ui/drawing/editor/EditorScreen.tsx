"use client";
import { useState } from "react";
import type { Layout } from "@/core/drawing/parts";
import { useWholeRows } from "@/ui/kit/controls/wholeRows";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Button } from "@/ui/kit/controls/Button";
import { send } from "@/ui/kit/controls/send";
import { PartsList } from "@/ui/drawing/map/PartsList";
import { Conflict } from "./saving/Conflict";
import { Files } from "./panel/Files";
import { Properties } from "./panel/Properties";
import type { PhotoView } from "@/ui/drawing/photos/photo";
import type { Action } from "./sheet/state";
import { type useAutosave, type SaveState } from "./saving/useAutosave";
import { useEditor } from "./useEditor";
import { SheetPane, InHand } from "./SheetPane";

interface Props {
  jobId: number;
  revision: { id: number; number: number; version: number; document: Layout };
  photos: readonly PhotoView[];
}

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
