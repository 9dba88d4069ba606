"use client";
import { Camera } from "lucide-react";
import { useRef, useState } from "react";
import type { ServiceContext, Step } from "@/core/handwork/service";
import { centreOf } from "@/core/drawing/parts";
import { KeyCap } from "@/ui/kit/controls/Button";
import { send } from "@/ui/kit/controls/send";

/** A photo of what is at hand, pinned where the step's part lies. */
export function StepPhoto({ jobId, ctx, step }: { jobId: number; ctx: ServiceContext; step: Step }) {
  const input = useRef<HTMLInputElement>(null);
  const [said, setSaid] = useState("");
  const take = async (file: File) => {
    setSaid("Keeping the photo");
    const phase =
      step.stage === "clean" ? "cleaned" : step.stage === "paste" || step.stage === "close" ? "after" : "found";
    try {
      const response = await fetch(`/api/jobs/${jobId}/photos?phase=${phase}`, {
        method: "POST",
        headers: { "content-type": "application/octet-stream" },
        body: file,
      });
      const answer = (await response.json()) as
        { ok: true; value: { photoId: number } } | { ok: false; problem: { message: string } };
      if (!answer.ok) return setSaid(answer.problem.message);
      const part = step.parts.length === 1 ? ctx.map?.part(step.parts[0] ?? "") : undefined;
      const [x, y] = part ? centreOf(part) : [null, null];
      const noted = await send("PATCH", `/api/photos/${answer.value.photoId}`, {
        note: [step.title, step.mark && !step.title.includes(step.mark) ? step.mark : ""].filter(Boolean).join(" "),
        ...(x === null ? {} : { xMm: x, yMm: y }),
      });
      setSaid(noted.ok ? "Photo kept" : "Photo kept, but not where it was taken: pin it on the photos page.");
    } catch {
      setSaid("The server did not answer: take it again later.");
    }
  };
  return (
    <div className="mt-1 flex items-center gap-3">
      <button
        type="button"
        onClick={() => input.current?.click()}
        className="link inline-flex min-h-11 items-center gap-2 text-body"
      >
        <Camera aria-hidden size={19} /> Photo
      </button>
      <input
        ref={input}
        type="file"
        accept="image/*"
        capture="environment"
        aria-label="Photo of this step"
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = "";
          if (file) void take(file);
        }}
      />
      <span role="status" className="text-body text-ink-2">
        {said}
      </span>
      <span aria-hidden className="ml-auto hidden items-center gap-1.5 text-tag text-ink-2 lg:flex">
        <KeyCap>B</KeyCap> back
      </span>
    </div>
  );
}
