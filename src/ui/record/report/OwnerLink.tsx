"use client";
import { Input } from "@headlessui/react";
import { useState } from "react";
import useSWR from "swr";
import type { OwnerLinkNow } from "@/core/record/jobfile";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { send } from "@/ui/kit/controls/send";
import { When } from "@/ui/kit/controls/days";
import { useSubmit } from "@/ui/kit/controls/useSubmit";

/** Makes a link by which the owner reads this report for some days, and nothing else; those that open it are listed. */
export function OwnerLink({ jobId }: { jobId: number }) {
  const [days, setDays] = useState("14");
  const [made, setMade] = useState<{ url: string; endsMs: number } | null>(null);
  const { act, problem, fields } = useSubmit();
  const { data: links = [], mutate } = useSWR(`/api/jobs/${jobId}/owner`, async (url: string) => {
    const sent = await send<OwnerLinkNow[]>("GET", url);
    return sent.ok && Array.isArray(sent.value) ? sent.value : [];
  });
  const takeBack = async (id: string) => {
    await act(() => send("DELETE", `/api/jobs/${jobId}/owner?link=${id}`));
    setMade(null);
    await mutate();
  };
  const make = async (e: React.FormEvent) => {
    e.preventDefault();
    const body = { days: Number(days) };
    const sent = await act(() => send<{ path: string; endsMs: number }>("POST", `/api/jobs/${jobId}/owner`, body));
    setMade(sent ? { url: window.location.origin + sent.value.path, endsMs: sent.value.endsMs } : null);
    if (sent) await mutate();
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
      {links.length ? (
        <ul aria-label="Links that open this report" className="border-t border-line-2">
          {links.map((l) => (
            <li
              key={l.id}
              className="flex min-h-11 items-center justify-between gap-3 border-b border-line-2 py-1 text-body"
            >
              <span>
                Open until <When at={l.endsMs} form="long" />
                {l.madeBy ? <span className="text-ink-2">, made by {l.madeBy}</span> : null}
              </span>
              <Button look="plain" onClick={() => void takeBack(l.id)}>
                Take back
              </Button>
            </li>
          ))}
        </ul>
      ) : null}
    </form>
  );
}
