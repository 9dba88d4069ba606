import type { Squaring } from "@/core/drawing/photo";
import type { Result } from "@/core/base/result";

export type Phase = "found" | "cleaned" | "after" | "tracing";

/** A photo of the job as pages show it. */
export interface PhotoView {
  id: number;
  phase: Phase;
  note: string;
  xMm: number | null;
  yMm: number | null;
  width: number;
  height: number;
  squaring: Squaring | null;
  createdAt: string;
}

export const PHASE_WORDS: Record<Phase, string> = {
  found: "As found",
  cleaned: "Cleaned",
  after: "After",
  tracing: "To trace",
};

/** Sends a picture to a job. */
export async function sendPhoto(jobId: number, phase: Phase, file: File): Promise<Result<{ photoId: number }>> {
  try {
    const response = await fetch(`/api/jobs/${jobId}/photos?phase=${phase}`, {
      method: "POST",
      headers: { "content-type": "application/octet-stream" },
      body: file,
    });
    return (await response.json()) as Result<{ photoId: number }>;
  } catch {
    return {
      ok: false,
      problem: {
        code: "unreachable",
        message: "Ovrant's server did not answer.",
        action: "The photo is still in its place; send it again.",
      },
    };
  }
}
