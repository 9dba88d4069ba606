import type { LiveSession } from "./liveSession";
import { liveView } from "./view";
import { processWide } from "../../../core/base/processWide";

/** A page is told at most so often, ms, and at least so often that it lives. */
const EVERY_MS = 250;
const ALIVE_MS = 10_000;

const streams = processWide<Set<() => void>>("streams");
const open = (): Set<() => void> => streams.orMake(() => new Set());

/** Ends every open stream: a server that stops does not wait for pages that follow. */
export function closeStreams(): void {
  for (const close of [...open()]) close();
}

/** Curves are told again so often, ms: they are most of what a page is told, and grow slowly. */
const CURVES_MS = 1_000;

interface Told {
  atMs: number;
  text: string;
}
const told = new WeakMap<LiveSession, { state?: Told; curves?: Told }>();

/** What all pages of a run are told, made once for all of them: how it stands, and its curves. */
function textOf(session: LiveSession, what: "state" | "curves", everyMs: number): Told {
  const held = told.get(session) ?? {};
  told.set(session, held);
  const now = Date.now();
  const last = held[what];
  if (last && now - last.atMs < everyMs) return last;
  const { curves, ...state } = what === "state" ? { ...liveView(session, false) } : liveView(session, true);
  const text =
    what === "state" ? `data: ${JSON.stringify(state)}\n\n` : `event: curves\ndata: ${JSON.stringify(curves)}\n\n`;
  return (held[what] = { atMs: now, text });
}

/** Follows a run: its view now, and again as it changes, until the run is closed or the page goes. */
export function follow(session: LiveSession, signal: AbortSignal): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  let end = () => undefined as void;
  return new ReadableStream<Uint8Array>({
    start(controller) {
      let waiting: NodeJS.Timeout | null = null;
      let lastMs = 0;
      let over = false;
      const send = (text: string) => {
        if (!over) controller.enqueue(encoder.encode(text));
      };
      let curvesMs = 0;
      const tell = () => {
        waiting = null;
        lastMs = Date.now();
        const curves = textOf(session, "curves", CURVES_MS);
        if (curves.atMs !== curvesMs) {
          curvesMs = curves.atMs;
          send(curves.text);
        }
        send(textOf(session, "state", EVERY_MS / 2).text);
      };
      const changed = () => {
        if (over || waiting) return;
        waiting = setTimeout(tell, Math.max(0, EVERY_MS - (Date.now() - lastMs)));
      };
      const alive = setInterval(() => send(": \n\n"), ALIVE_MS);
      end = () => {
        if (over) return;
        over = true;
        clearInterval(alive);
        if (waiting) clearTimeout(waiting);
        session.heard.off("change", changed);
        session.heard.off("closed", closed);
        open().delete(end);
        try {
          controller.close();
        } catch {
          // the page went first
        }
      };
      const closed = () => {
        told.delete(session);
        tell();
        end();
      };
      session.heard.on("change", changed);
      session.heard.on("closed", closed);
      signal.addEventListener("abort", end);
      open().add(end);
      tell();
      if (session.live.closedAt !== null) end();
    },
    cancel() {
      end();
    },
  });
}
