import { MessageChannel as NodeChannel } from "node:worker_threads";
import "reflect-metadata";
import { cleanup, configure } from "@testing-library/react";
import { afterEach, beforeEach, vi } from "vitest";

// a browser has it; a world of its own lacks it
globalThis.MessageChannel ??= NodeChannel as unknown as typeof MessageChannel;

/** For tests: where the page was sent to, and whether it was read anew. */
export const router = { push: vi.fn(), refresh: vi.fn(), replace: vi.fn() };

/** For tests: the path that is shown. */
export const pathname = { now: "/" };

vi.mock("next/navigation", () => ({ useRouter: () => router, usePathname: () => pathname.now }));

vi.mock("next/link", () => ({
  default: ({
    href,
    children,
    prefetch: _,
    ...rest
  }: {
    href: string;
    children: React.ReactNode;
    prefetch?: boolean;
  }) => (
    <a href={href} {...rest}>
      {children}
    </a>
  ),
}));

beforeEach(() => {
  router.push.mockClear();
  router.refresh.mockClear();
  router.replace.mockClear();
  pathname.now = "/";
});

// how long a screen may take to show what it fetched is the machine's affair: a busy one takes seconds for a part
configure({ asyncUtilTimeout: 20_000 });

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** For tests: the server's answers, in the order they are asked for; gives back what was sent. */
export function serverAnswers(...answers: unknown[]): { sent: { url: string; method: string; body: unknown }[] } {
  const sent: { url: string; method: string; body: unknown }[] = [];
  vi.stubGlobal("fetch", (url: string, init?: { method?: string; body?: string }) => {
    sent.push({ url, method: init?.method ?? "GET", body: init?.body ? (JSON.parse(init.body) as unknown) : null });
    const answer = answers[Math.min(sent.length, answers.length) - 1];
    return answer instanceof Error ? Promise.reject(answer) : Promise.resolve({ json: () => Promise.resolve(answer) });
  });
  return { sent };
}

/** For tests: files that are sent, in order; each is told how far it is, and answered, by the test. */
export function filesSent(): { sent: SentFile[] } {
  const sent: SentFile[] = [];
  vi.stubGlobal(
    "XMLHttpRequest",
    class {
      upload: { onprogress?: (e: { lengthComputable: boolean; loaded: number; total: number }) => void } = {};
      responseText = "";
      onload?: () => void;
      onerror?: () => void;
      onabort?: () => void;
      private of = { method: "", url: "" };
      open(method: string, url: string) {
        this.of = { method, url };
      }
      setRequestHeader() {
        // nothing of it is looked at
      }
      send(body: unknown) {
        sent.push({
          ...this.of,
          body,
          reached: (share) => this.upload.onprogress?.({ lengthComputable: true, loaded: share, total: 1 }),
          answered: (answer) => {
            this.responseText = JSON.stringify(answer);
            this.onload?.();
          },
          lost: () => this.onerror?.(),
        });
      }
      abort() {
        this.onabort?.();
      }
    },
  );
  return { sent };
}

interface SentFile {
  method: string;
  url: string;
  body: unknown;
  reached: (share: number) => void;
  answered: (answer: unknown) => void;
  lost: () => void;
}
