"use client";
import { words } from "@/core/base/words";
import { mapSentence } from "@/core/drawing/cooling";
import { KINDS } from "@/core/drawing/parts";
import { redoName, undoName } from "@/core/drawing/edit";
import { Button } from "@/ui/kit/controls/Button";
import { MapWords } from "@/ui/drawing/map/MapWords";
import { Arrange } from "./panel/Arrange";
import { EditSheet } from "./sheet/EditSheet";
import { NumberField } from "@/ui/kit/controls/NumberField";
import type { EditorState } from "./sheet/state";
import { Tray } from "./sheet/Tray";
import { takeKind } from "./sheet/useEditorKeys";
import { type useEditor } from "./useEditor";

interface SheetPaneProps {
  work: ReturnType<typeof useEditor>;
  ref: React.RefObject<HTMLDivElement | null>;
}

/** The sheet with its kit and the sentence beneath it. */
export function SheetPane({ work, ref }: SheetPaneProps) {
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
        now={{
          undo: undoName(state.history),
          redo: redoName(state.history),
          some: selected.length > 0,
          several: selected.length > 1,
          measuring: state.tool.name === "measure",
        }}
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
export function InHand({
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
