"use client";
import { Textarea } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { send } from "@/ui/kit/controls/send";
import { useSubmit } from "@/ui/kit/controls/useSubmit";

/** A further job for this machine; one that was served may have come back. */
export function NewJob({ machineId, served = false }: { machineId: number; served?: boolean }) {
  const router = useRouter();
  const [complaint, setComplaint] = useState("");
  const [comesBack, setComesBack] = useState(false);
  const { act, problem, fields } = useSubmit();
  const submit = async (e: React.FormEvent) => {
    e.preventDefault();
    const body = { complaint, comesBack };
    const sent = await act(() => send<{ jobId: number }>("POST", `/api/machines/${machineId}/jobs`, body));
    if (sent) router.push(`/jobs/${sent.value.jobId}/before`);
  };
  return (
    <form onSubmit={(e) => void submit(e)} noValidate className="flex flex-col gap-3">
      <Field label="In again for" error={fields.complaint ?? problem?.message}>
        <Textarea className="field" rows={3} value={complaint} onChange={(e) => setComplaint(e.target.value)} />
      </Field>
      {served ? (
        <label className="flex min-h-11 items-center gap-2.5 text-lead">
          <input
            type="checkbox"
            className="size-5 accent-[var(--copper)]"
            checked={comesBack}
            onChange={(e) => setComesBack(e.target.checked)}
          />
          It came back: link it to the last job
        </label>
      ) : null}
      <Button type="submit" look="plain" big>
        New job
      </Button>
    </form>
  );
}
