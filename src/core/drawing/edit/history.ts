import type { Layout } from "../parts/parts";

/** A drawing with everything that was done to it; without limit, each step named. */
export interface History {
  now: Layout;
  past: readonly { layout: Layout; did: string }[];
  future: readonly { layout: Layout; did: string }[];
}

export const historyOf = (layout: Layout): History => ({ now: layout, past: [], future: [] });

/**
 * The next state; a step that changed nothing is none. `joins` lets steps of one kind in a row count as one (typing,
 * nudging).
 */
export function did(h: History, layout: Layout, what: string, joins = false): History {
  if (layout === h.now) return h;
  const last = h.past[h.past.length - 1];
  if (joins && last?.did === what && h.future.length === 0) return { ...h, now: layout };
  return { now: layout, past: [...h.past, { layout: h.now, did: what }], future: [] };
}

export function undo(h: History): History {
  const last = h.past[h.past.length - 1];
  return last
    ? { now: last.layout, past: h.past.slice(0, -1), future: [...h.future, { layout: h.now, did: last.did }] }
    : h;
}

export function redo(h: History): History {
  const next = h.future[h.future.length - 1];
  return next
    ? { now: next.layout, past: [...h.past, { layout: h.now, did: next.did }], future: h.future.slice(0, -1) }
    : h;
}

/** What undo and redo would take back or do again; null when there is nothing. */
export const undoName = (h: History): string | null => h.past[h.past.length - 1]?.did ?? null;
export const redoName = (h: History): string | null => h.future[h.future.length - 1]?.did ?? null;
