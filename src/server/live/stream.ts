import type { Book } from "./book";
import { liveView } from "./view";

/** A page is told at most so often, ms, and at least so often that it lives. */
const EVERY_MS = 250;
const ALIVE_MS = 10_000;

const shared = globalThis as unknown as { ovrantStreams?: Set<() => void> };
const open = (): Set<() => void> => (shared.ovrantStreams ??= new Set());

/** Ends every open stream: a server that stops does not wait for pages that follow. */
export function closeStreams(): void {
  for (const close of [...open()]) close();
}

interface Told {
  atMs: number;
  text: string;
}
const told = new WeakMap<Book, Told>();

/** What all pages of a run are told: made once for all of them. */
function textOf(book: Book): string {
  const last = told.get(book);
  const now = Date.now();
  if (last && now - last.atMs < EVERY_MS / 2) return last.text;
  const text = `data: ${JSON.stringify(liveView(book))}\n\n`;
  told.set(book, { atMs: now, text });
  return text;
}

/** Follows a run: its view now, and again as it changes, until the run is closed or the page goes. */
export function follow(book: Book, signal: AbortSignal): ReadableStream<Uint8Array> {
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
      const tell = () => {
        waiting = null;
        lastMs = Date.now();
        told.delete(book);
        send(textOf(book));
      };
      const changed = () => {
        if (over || waiting) return;
        waiting = setTimeout(
          () => {
            waiting = null;
            lastMs = Date.now();
            send(textOf(book));
          },
          Math.max(0, EVERY_MS - (Date.now() - lastMs)),
        );
      };
      const alive = setInterval(() => send(": \n\n"), ALIVE_MS);
      end = () => {
        if (over) return;
        over = true;
        clearInterval(alive);
        if (waiting) clearTimeout(waiting);
        book.heard.off("change", changed);
        book.heard.off("closed", closed);
        open().delete(end);
        try {
          controller.close();
        } catch {
          // the page went first
        }
      };
      const closed = () => {
        tell();
        end();
      };
      book.heard.on("change", changed);
      book.heard.on("closed", closed);
      signal.addEventListener("abort", end);
      open().add(end);
      tell();
      if (book.live.closedAt !== null) end();
    },
    cancel() {
      end();
    },
  });
}
