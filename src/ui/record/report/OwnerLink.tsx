"use client";
import { Input } from "@headlessui/react";
import { useState } from "react";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { send } from "@/ui/kit/controls/send";
import { When } from "@/ui/kit/controls/days";
import { useSubmit } from "@/ui/kit/controls/useSubmit";

/** Makes a link by which the owner reads this report for some days, and nothing else. */
export function OwnerLink({ jobId }: { jobId: number }) {
  const [days, setDays] = useState("14");
  const [made, setMade] = useState<{ url: string; endsMs: number } | null>(null);
  const { act, problem, fields } = useSubmit();
  const make = async (e: React.FormEvent) => {
    e.preventDefault();
    const body = { days: Number(days) };
    const sent = await act(() => send<{ path: string; endsMs: number }>("POST", `/api/jobs/${jobId}/owner`, body));
    setMade(sent ? { url: window.location.origin + sent.value.path, endsMs: sent.value.endsMs } : null);
  };
  return (
    <form noValidate onSubmit={(e) => void make(e)} className="grid gap-3 border-t-[1.5px] border-line pt-4">
      <h2 className="text-sub font-strong">A link for the owner</h2>
      <Field label="For so many days" error={fields.days ?? problem?.message}>
        <Input
          className="field num w-24"
          inputMode="numeric"
          maxLength={2}
          value={days}
          onChange={(e) => setDays(e.target.value)}
        />
      </Field>
      <Button type="submit">Make a link</Button>
      <div role="status">
        {made ? (
          <>
            <Input
              readOnly
              aria-label="Link for the owner"
              className="field num w-full text-tag"
              value={made.url}
              onFocus={(e) => e.target.select()}
            />
            <p className="mt-1 text-body text-ink-2">
              Opens this report alone, until <When at={made.endsMs} form="long" />. The owner’s device has to reach this
              workshop.
            </p>
          </>
        ) : null}
      </div>
    </form>
  );
}
