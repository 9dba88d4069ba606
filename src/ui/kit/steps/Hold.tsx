"use client";
import { Input } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { JobWaits } from "@/core/workshop/job";
import { Field } from "@/ui/kit/controls/Field";
import { Pick } from "@/ui/kit/controls/Pick";
import { send } from "@/ui/kit/controls/send";
import { useSubmit } from "@/ui/kit/controls/useSubmit";
import { FormDialog } from "@/ui/kit/controls/FormDialog";

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
  const { act, busy, problem, fields } = useSubmit();
  const submit = async () => {
    const body = { for: of, what, until: until || null, limit: limit.trim() || null };
    if (!(await act(() => send("PUT", `/api/jobs/${jobId}/waits`, body)))) return;
    onClose();
    router.refresh();
  };
  return (
    <FormDialog
      title="Put this job on hold"
      onClose={onClose}
      width="narrow"
      onSubmit={submit}
      submit="Put it on hold"
      busy={busy}
    >
      <div className="mt-4 grid gap-4">
        <Field label="It waits for">
          <Pick label="It waits for" value={of} options={FOR} onChange={setOf} />
        </Field>
        <Field
          label={of === "part" ? "Which part" : "What is asked"}
          error={fields.what ?? (problem && !problem.fields ? problem.message : undefined)}
        >
          <Input className="field" value={what} maxLength={120} onChange={(e) => setWhat(e.target.value)} />
        </Field>
        <div className="grid grid-cols-2 gap-4">
          <Field label="Expected by" hint="may stay empty" error={fields.until}>
            <Input type="date" className="field num" value={until} onChange={(e) => setUntil(e.target.value)} />
          </Field>
          <Field label="Up to what price" hint="may stay empty" error={fields.limit}>
            <Input className="field num" inputMode="decimal" value={limit} onChange={(e) => setLimit(e.target.value)} />
          </Field>
        </div>
      </div>
    </FormDialog>
  );
}
