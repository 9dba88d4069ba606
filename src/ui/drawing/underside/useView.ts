"use client";
import { useGesture } from "@use-gesture/react";
import { useCallback, useEffect, useMemo, useRef, useState, type RefObject } from "react";

/** Where the sheet stands in the pane: px per mm, and the pane's place of the sheet's origin. */
export interface View {
  scale: number;
  x: number;
  y: number;
}

export const LEAST_SCALE = 0.6;
export const MOST_SCALE = 24;

interface Size {
  width: number;
  height: number;
}

export interface ViewControl {
  view: View;
  /** True while the drawing stands as it fits. */
  fitted: boolean;
  zoom: (factor: number, at?: { x: number; y: number }) => void;
  pan: (dx: number, dy: number) => void;
  fit: () => void;
  /** Brings a rectangle of the sheet (mm) into view where it is not. */
  show: (b: { left: number; top: number; right: number; bottom: number }) => void;
  /** A point of the pane (px) on the sheet (mm). */
  toSheet: (px: number, py: number) => { x: number; y: number };
}

const clamp = (v: number) => Math.min(MOST_SCALE, Math.max(LEAST_SCALE, v));

/** Fit of a base into a pane, with room for rulers and what stands out of the case. */
export function fitted(
  base: { widthMm: number; depthMm: number },
  size: Size,
  edgePx = 26,
  edgeMm = 9,
  rear = false,
): View {
  if (rear) {
    // the rear half carries the heat: as wide as the pane, the front may run out of it
    const scale = Math.max(
      0.05,
      Math.min((size.width - 12) / (base.widthMm + 2 * edgeMm), (size.height - 8) / (base.depthMm * 0.62 + edgeMm)),
    );
    return { scale, x: (size.width - base.widthMm * scale) / 2, y: 4 + edgeMm * scale };
  }
  const scale = Math.max(
    0.05,
    Math.min(
      (size.width - edgePx - 14) / (base.widthMm + 2 * edgeMm),
      (size.height - edgePx - 10) / (base.depthMm + 2 * edgeMm),
    ),
  );
  return {
    scale,
    x: edgePx + (size.width - edgePx - base.widthMm * scale) / 2,
    y: edgePx + (size.height - edgePx - base.depthMm * scale) / 2,
  };
}

/**
 * Pan and zoom of a sheet by wheel, pinch, two fingers and keys. Until it is touched it fits, whatever the pane's size.
 */
export function useView(
  base: { widthMm: number; depthMm: number },
  size: Size,
  pane: RefObject<Element | null>,
  options: { edgeMm?: number; rear?: boolean } = {},
): ViewControl {
  const [own, setOwn] = useState<View | null>(null);
  const { widthMm, depthMm } = base;
  const fit0 = useMemo(
    () => fitted({ widthMm, depthMm }, size, 26, options.edgeMm, options.rear),
    [widthMm, depthMm, size, options.edgeMm, options.rear],
  );
  const view = own ?? fit0;
  const latest = useRef(view);
  useEffect(() => {
    latest.current = view;
  });
  const zoom = useCallback(
    (factor: number, at?: { x: number; y: number }) => {
      const v = latest.current;
      const scale = clamp(v.scale * factor);
      const c = at ?? { x: size.width / 2, y: size.height / 2 };
      setOwn({ scale, x: c.x - ((c.x - v.x) / v.scale) * scale, y: c.y - ((c.y - v.y) / v.scale) * scale });
    },
    [size.width, size.height],
  );
  const pan = useCallback(
    (dx: number, dy: number) => setOwn({ ...latest.current, x: latest.current.x + dx, y: latest.current.y + dy }),
    [],
  );
  const fit = useCallback(() => setOwn(null), []);
  const show = useCallback(
    (b: { left: number; top: number; right: number; bottom: number }) => {
      const v = latest.current;
      const gone = {
        x: Math.max(0, 30 - (v.x + b.left * v.scale)) || Math.min(0, size.width - 10 - (v.x + b.right * v.scale)),
        y: Math.max(0, 30 - (v.y + b.top * v.scale)) || Math.min(0, size.height - 10 - (v.y + b.bottom * v.scale)),
      };
      if (gone.x || gone.y) setOwn({ ...v, x: v.x + gone.x, y: v.y + gone.y });
    },
    [size.width, size.height],
  );
  const toSheet = useCallback(
    (px: number, py: number) => ({
      x: (px - latest.current.x) / latest.current.scale,
      y: (py - latest.current.y) / latest.current.scale,
    }),
    [],
  );

  useViewGestures(pane, pan, zoom);
  return { view, fitted: own === null, zoom, pan, fit, show, toSheet };
}

/** Drag, pinch and wheel move the view. */
function useViewGestures(
  pane: RefObject<Element | null>,
  pan: (dx: number, dy: number) => void,
  zoom: (factor: number, at?: { x: number; y: number }) => void,
) {
  useGesture(
    {
      onWheel: ({ event, delta: [dx, dy] }) => {
        event.preventDefault();
        const box = (pane.current as HTMLElement).getBoundingClientRect();
        if (event.shiftKey) pan(-dy - dx, 0);
        else zoom(Math.exp(-dy * 0.0016), { x: event.clientX - box.left, y: event.clientY - box.top });
      },
      onPinch: ({
        origin: [ox, oy],
        delta: [d],
        event,
        memo,
      }: {
        origin: [number, number];
        delta: [number, number];
        event: Event;
        memo?: [number, number];
      }) => {
        event.preventDefault();
        const box = (pane.current as HTMLElement).getBoundingClientRect();
        if (memo) pan(ox - memo[0], oy - memo[1]);
        zoom(1 + d, { x: ox - box.left, y: oy - box.top });
        return [ox, oy] as [number, number];
      },
    },
    {
      target: pane,
      eventOptions: { passive: false },
      wheel: { preventDefault: true },
      pinch: { preventDefault: true },
    },
  );
}
