"use client";
import { Input } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { ERASED_WITH, STAYS_AFTER } from "@/core/workshop/erasure";
import type { Machine } from "@/core/workshop/job";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { FormDialog } from "@/ui/kit/controls/FormDialog";
import { send } from "@/ui/kit/controls/send";
import { useDraft } from "@/ui/kit/controls/useDraft";

type Named = Pick<Machine, "id" | "tag">;

/** Everything known of a machine as one file, and all of it erased: for whoever asks for it. */
export function EraseMachine({ machine }: { machine: Named }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <a href={`/api/machines/${machine.id}/all`} download className="link inline-flex min-h-11 items-center text-lead">
        All that is known of it, as one file
      </a>
      <Button onClick={() => setOpen(true)}>Erase it</Button>
      {open ? <EraseDialog machine={machine} onClose={() => setOpen(false)} /> : null}
    </>
  );
}

function EraseDialog({ machine, onClose }: { machine: Named; onClose: () => void }) {
  const router = useRouter();
  const { act, busy, draft, fields, rest, text } = useDraft({ tag: "" });
  const submit = async () => {
    if (!(await act(() => send("POST", `/api/machines/${machine.id}/erase`, draft)))) return;
    router.push("/machines");
    router.refresh();
  };
  return (
    <FormDialog
      title={<>Erase {machine.tag}</>}
      onClose={onClose}
      onSubmit={submit}
      submit="Erase it for good"
      busy={busy}
      width="narrow"
    >
      <div className="mt-4">
        <CautionBand>With it go {ERASED_WITH}. This cannot be taken back.</CautionBand>
      </div>
      <p className="mt-3 text-body text-ink-2">{STAYS_AFTER}</p>
      <div className="mt-4">
        <Field label={`Type ${machine.tag} to say that it is meant`} error={fields.tag}>
          <Input className="field num" autoComplete="off" {...text("tag")} />
        </Field>
      </div>
      {rest}
    </FormDialog>
  );
}
