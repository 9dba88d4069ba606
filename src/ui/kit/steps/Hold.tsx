"use client";
import { Dialog, DialogPanel, DialogTitle, Input } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { JobWaits } from "@/core/workshop/job";
import type { Problem } from "@/core/base/result";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { Pick } from "@/ui/kit/controls/Pick";
import { send } from "@/ui/kit/controls/send";

const FOR: readonly { value: JobWaits["for"]; name: string }[] = [
  { value: "part", name: "a part" },
  { value: "word", name: "the owner's word" },
];

/** Puts a job on hold where hands cannot go on; nothing while it is on hold, for the band says so. */
export function Hold({ jobId, waits }: { jobId: number; waits: JobWaits | null }) {
  const [open, setOpen] = useState(false);
  if (waits) return null;
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        className="min-h-11 rounded-control px-2.5 text-body text-ink-2 hover:bg-plane"
      >
        Hold
      </button>
      {open ? <HoldDialog jobId={jobId} onClose={() => setOpen(false)} /> : null}
    </>
  );
}

/** What it waits for, until when, and up to what price. */
function HoldDialog({ jobId, onClose }: { jobId: number; onClose: () => void }) {
  const router = useRouter();
  const [of, setOf] = useState<JobWaits["for"]>("part");
  const [what, setWhat] = useState("");
  const [until, setUntil] = useState("");
  const [limit, setLimit] = useState("");
  const [problem, setProblem] = useState<Problem | null>(null);
  const submit = async (e: React.FormEvent) => {
    e.preventDefault();
    const body = { for: of, what, until: until || null, limit: limit.trim() || null };
    const sent = await send("PUT", `/api/jobs/${jobId}/waits`, body);
    if (!sent.ok) return setProblem(sent.problem);
    onClose();
    router.refresh();
  };
  return (
    <Dialog open onClose={onClose} className="relative z-50">
      <div aria-hidden className="fixed inset-0 bg-ink/40" />
      <div className="fixed inset-0 grid place-items-center overflow-y-auto p-5">
        <DialogPanel
          as="form"
          onSubmit={(e: React.FormEvent) => void submit(e)}
          className="w-full max-w-130 border-2 border-ink bg-sheet p-7"
        >
          <DialogTitle className="text-head font-bold">Put this job on hold</DialogTitle>
          <div className="mt-4 grid gap-4">
            <Field label="It waits for">
              <Pick label="It waits for" value={of} options={FOR} onChange={setOf} />
            </Field>
            <Field
              label={of === "part" ? "Which part" : "What is asked"}
              error={problem?.fields?.what ?? (problem && !problem.fields ? problem.message : undefined)}
            >
              <Input className="field" value={what} maxLength={120} onChange={(e) => setWhat(e.target.value)} />
            </Field>
            <div className="grid grid-cols-2 gap-4">
              <Field label="Expected by" hint="may stay empty" error={problem?.fields?.until}>
                <Input type="date" className="field num" value={until} onChange={(e) => setUntil(e.target.value)} />
              </Field>
              <Field label="Up to what price" hint="may stay empty" error={problem?.fields?.limit}>
                <Input
                  className="field num"
                  inputMode="decimal"
                  value={limit}
                  onChange={(e) => setLimit(e.target.value)}
                />
              </Field>
            </div>
          </div>
          <div className="mt-6 flex justify-end gap-3">
            <Button big onClick={onClose} keyCap="Esc">
              Back
            </Button>
            <Button type="submit" look="main" big>
              Put it on hold
            </Button>
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
