"use client";
import { useRouter } from "next/navigation";
import { useDeferredValue, useEffect, useMemo, useReducer, useRef, useState } from "react";
import { checksOf } from "@/core/drawing/cooling";
import { CoolingMap, type Layout } from "@/core/drawing/parts";
import { changesBetween, historyOf, snapLines, snapPoint } from "@/core/drawing/edit";
import { send } from "@/ui/kit/controls/send";
import { useSize } from "@/ui/kit/controls/size";
import { stagePath } from "@/ui/kit/steps/paths";
import { useView } from "@/ui/drawing/underside/useView";
import type { PhotoView } from "@/ui/drawing/photos/photo";
import { type Action, editorStep, startState, type EditorState } from "./sheet/state";
import { useTracePhoto } from "./sheet/TracePhoto";
import { draftOf, useAutosave } from "./saving/useAutosave";
import { acts, useEditorKeys } from "./sheet/useEditorKeys";

export const NOTHING: ReadonlySet<string> = new Set();

/** The editor's state: the drawing, its saving, the view, the photo under it. */
export function useEditor(
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
