"use client";
import { Input } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Machine } from "@/core/workshop/job";
import { FORMS } from "@/core/workshop/job";
import { ENVIRONMENTS } from "@/core/workshop/upkeep";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { Pick } from "@/ui/kit/controls/Pick";
import { send } from "@/ui/kit/controls/send";
import { ENVIRONMENT_WORDS, FORM_WORDS, USE_WORDS } from "./words";
import { FormDialog } from "@/ui/kit/controls/FormDialog";
import { useDraft } from "@/ui/kit/controls/useDraft";

const options = <T extends string>(values: readonly T[], names: Record<T, string>) =>
  values.map((value) => ({ value, name: names[value] }));
const USES = ["", "light", "daily", "long"] as const;

/** What is known of a machine, to be put right. */
export function EditMachine({ machine }: { machine: Machine }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>Change what is known of it</Button>
      {open ? <EditDialog machine={machine} onClose={() => setOpen(false)} /> : null}
    </>
  );
}

/** What is known of a machine as typed, and how it is sent. */
function useEdit(machine: Machine, onClose: () => void) {
  const router = useRouter();
  const form = useDraft({
    tag: machine.tag,
    model: machine.model,
    variant: machine.variant,
    place: machine.place,
    environment: machine.environment as (typeof ENVIRONMENTS)[number],
    form: machine.form as (typeof FORMS)[number],
    limitC: machine.limitC === null ? "" : String(machine.limitC),
    used: machine.used as (typeof USES)[number],
    bought: machine.bought ?? "",
  });
  const submit = async () => {
    if (!(await form.act(() => send("PUT", `/api/machines/${machine.id}`, form.draft)))) return;
    onClose();
    router.refresh();
  };
  return { ...form, submit };
}

function EditDialog({ machine, onClose }: { machine: Machine; onClose: () => void }) {
  const { draft, text, fields, rest, busy, set, submit } = useEdit(machine, onClose);
  const field = (key: "tag" | "model" | "variant" | "place" | "limitC", label: string) => (
    <Field label={label} error={fields[key]}>
      <Input className="field" {...text(key)} />
    </Field>
  );
  return (
    <FormDialog
      title={<>What is known of {machine.tag}</>}
      onClose={onClose}
      onSubmit={submit}
      submit="Keep it"
      busy={busy}
    >
      <div className="mt-4 grid gap-4 sm:grid-cols-2">
        {field("tag", "Tag")}
        {field("model", "Model")}
        {field("variant", "Variant")}
        {field("place", "Place or use")}
        <Field label="Where it lives">
          <Pick
            label="Where it lives"
            value={draft.environment}
            options={options(ENVIRONMENTS, ENVIRONMENT_WORDS)}
            onChange={(environment) => set({ environment })}
          />
        </Field>
        <Field label="How hard it is used">
          <Pick
            label="How hard it is used"
            value={draft.used}
            options={options(USES, USE_WORDS)}
            onChange={(used) => set({ used })}
          />
        </Field>
        {field("limitC", "Throttle limit, °C")}
        <Field label="Bought in" hint="Year and month" error={fields.bought}>
          <Input className="field num" placeholder="2031-03" {...text("bought")} />
        </Field>
        <Field label="Size of the base" className="sm:col-span-2">
          <Pick
            label="Size of the base"
            value={draft.form}
            options={options(FORMS, FORM_WORDS)}
            onChange={(form) => set({ form })}
          />
        </Field>
      </div>
      {rest ? <div className="mt-4">{rest}</div> : null}
    </FormDialog>
  );
}
