"use client";
import type { Recipe } from "@/core/measure/protocol";
import type { Problem } from "@/core/base/result";

/** What the run answers to each of the page's samples. */
export interface LoadAnswer {
  acknowledged: number;
  state: "waiting" | "idle" | "load" | "paused" | "cool" | "done";
  load: { cpu: number; gpu: number; drive: boolean } | null;
  leftS: number | null;
  remainingS: number | null;
  nowS: number;
}

export interface RunToken {
  runId: number;
  kind: string;
  recipe: Recipe;
}

/** A request with the run's token; null where nobody answers in time. */
async function asked<T>(token: string, path: string, init: RequestInit = {}): Promise<T | { problem: Problem } | null> {
  try {
    const response = await fetch(`/api/v1${path}`, {
      ...init,
      headers: { authorization: `Bearer ${token}` },
      signal: AbortSignal.timeout(4_000),
    });
    return (await response.json()) as T | { problem: Problem };
  } catch {
    return null;
  }
}

/** The run a token opens. */
export const runOf = (token: string) => asked<RunToken>(token, "/runs");

/** Sends what is not acknowledged yet, and hears what the run asks for. */
export const sendWork = (token: string, runId: number, lines: string) =>
  asked<LoadAnswer>(token, `/runs/${runId}/samples?source=load`, { method: "POST", body: lines });

/** Stops the load of the run; a page that goes away may still send it. */
export const sendStop = (token: string, runId: number, why: "hand" | "hidden") =>
  asked<LoadAnswer>(token, `/runs/${runId}/stop?why=${why}`, { method: "POST", keepalive: true });
