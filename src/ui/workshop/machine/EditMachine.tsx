"use client";
import { Dialog, DialogPanel, DialogTitle, Input } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Machine } from "@/core/workshop/job";
import type { Problem } from "@/core/base/result";
import { ENVIRONMENTS, FORMS } from "@/input/machine";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { Pick } from "@/ui/kit/controls/Pick";
import { send } from "@/ui/kit/controls/send";
import { ENVIRONMENT_WORDS, FORM_WORDS, USE_WORDS } from "./words";

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
  const [draft, setDraft] = useState({
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
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);
  const set = (part: Partial<typeof draft>) => setDraft({ ...draft, ...part });
  const submit = async (e: React.FormEvent) => {
    e.preventDefault();
    setBusy(true);
    const sent = await send("PUT", `/api/machines/${machine.id}`, draft);
    setBusy(false);
    if (!sent.ok) return setProblem(sent.problem);
    onClose();
    router.refresh();
  };
  return { draft, problem, busy, set, submit };
}

function EditDialog({ machine, onClose }: { machine: Machine; onClose: () => void }) {
  const { draft, problem, busy, set, submit } = useEdit(machine, onClose);
  const text = (key: "tag" | "model" | "variant" | "place" | "limitC", label: string) => (
    <Field label={label} error={problem?.fields?.[key]}>
      <Input className="field" value={draft[key]} onChange={(e) => set({ [key]: e.target.value })} />
    </Field>
  );
  return (
    <Dialog open onClose={onClose} className="relative z-50">
      <div aria-hidden className="fixed inset-0 bg-ink/40" />
      <div className="fixed inset-0 grid place-items-center overflow-y-auto p-5">
        <DialogPanel
          as="form"
          onSubmit={(e: React.FormEvent) => void submit(e)}
          className="w-full max-w-160 border-2 border-ink bg-sheet p-7"
        >
          <DialogTitle className="text-head font-bold">What is known of {machine.tag}</DialogTitle>
          <div className="mt-4 grid gap-4 sm:grid-cols-2">
            {text("tag", "Tag")}
            {text("model", "Model")}
            {text("variant", "Variant")}
            {text("place", "Place or use")}
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
            {text("limitC", "Throttle limit, °C")}
            <Field label="Bought in" hint="Year and month" error={problem?.fields?.bought}>
              <Input
                className="field num"
                placeholder="2031-03"
                value={draft.bought}
                onChange={(e) => set({ bought: e.target.value })}
              />
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
          {problem && !problem.fields ? (
            <div className="mt-4">
              <CautionBand role="alert">
                {problem.message} {problem.action}
              </CautionBand>
            </div>
          ) : null}
          <div className="mt-6 flex justify-end gap-3">
            <Button big onClick={onClose} keyCap="Esc">
              Back
            </Button>
            <Button type="submit" look="main" big disabled={busy}>
              Keep it
            </Button>
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
