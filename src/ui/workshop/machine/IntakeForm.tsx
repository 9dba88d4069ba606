"use client";
import { Input, Textarea } from "@headlessui/react";
import { useRouter } from "next/navigation";
import type { Problem } from "@/core/base/result";
import { FORMS } from "@/core/workshop/job";
import { ENVIRONMENTS } from "@/core/workshop/upkeep";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Pick } from "@/ui/kit/controls/Pick";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { send } from "@/ui/kit/controls/send";
import { BaseOutline } from "@/ui/drawing/underside/BaseOutline";
import { ENVIRONMENT_WORDS, FORM_WORDS } from "./words";
import { useDraft } from "@/ui/kit/controls/useDraft";

/** A machine comes in: which it is, where it lives, and what for. */
export function IntakeForm({ models }: { models: string[] }) {
  const work = useIntake();
  const { submit, text, fields, draft, set } = work;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void submit();
      }}
      noValidate
      className="grid flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_380px]"
    >
      <div className="bg-sheet px-4 sm:px-10 py-7">
        <h1 className="text-step font-bold">New intake</h1>
        <p className="mt-1 text-lead text-ink-2">
          Which machine, and what it is in for. The load run comes next, before anything is opened.
        </p>
        <div className="mt-6 grid max-w-190 grid-cols-1 gap-x-7 gap-y-5 sm:grid-cols-2">
          <Field label="Tag" hint="The mark on the machine, such as LR-21" error={fields.tag}>
            <Input className="field num" autoFocus {...text("tag")} />
          </Field>
          <Field label="Model" hint="From the label under the base" error={fields.model}>
            <Input className="field" list="models" {...text("model")} />
          </Field>
          <datalist id="models">
            {models.map((m) => (
              <option key={m} value={m} />
            ))}
          </datalist>
          <Field label="Variant" hint="With or without graphics chip" error={fields.variant}>
            <Input className="field" {...text("variant")} />
          </Field>
          <Field label="Place or use" hint="A role, not a person" error={fields.place}>
            <Input className="field" {...text("place")} />
          </Field>
          <Field label="Where it lives" error={fields.environment}>
            <Pick
              label="Where it lives"
              value={draft.environment}
              options={ENVIRONMENTS.map((value) => ({ value, name: ENVIRONMENT_WORDS[value] }))}
              onChange={(environment) => set({ environment })}
            />
          </Field>
          <Field label="Throttle limit, °C" hint="Where known, such as 97" error={fields.limitC}>
            <Input className="field num" inputMode="decimal" {...text("limitC")} />
          </Field>
          <Field label="Complaint" error={fields.complaint} className="sm:col-span-2">
            <Textarea className="field" rows={3} {...text("complaint")} />
          </Field>
        </div>
      </div>
      <BaseSide work={work} />
    </form>
  );
}

/** What is wrong with an intake, by the class the server checks it with; it comes when it is first asked for. */
async function wrongIn(draft: object): Promise<Problem | null> {
  const [{ check }, { IntakeInput }] = await Promise.all([import("@/input/check"), import("@/input/machine")]);
  const checked = check(IntakeInput, draft);
  if (checked.ok) return null;
  const message = "The intake is not complete.";
  return { code: "bad-fields", message, action: "See the fields that are marked.", fields: checked.fields };
}

/** The intake as typed, and how it is sent. */
function useIntake() {
  const router = useRouter();
  const intake = useDraft({
    tag: "",
    model: "",
    variant: "",
    place: "",
    environment: "office" as (typeof ENVIRONMENTS)[number],
    form: "fifteen" as (typeof FORMS)[number],
    limitC: "",
    complaint: "",
  });
  const submit = async () => {
    const wrong = await wrongIn(intake.draft);
    if (wrong) return intake.tell(wrong);
    const sent = await intake.act(() => send<{ jobId: number }>("POST", "/api/intake", intake.draft));
    if (sent) router.push(`/jobs/${sent.value.jobId}/before`);
  };
  return { ...intake, submit };
}

interface BaseSideProps {
  work: ReturnType<typeof useIntake>;
}

/** The base to scale, the caution, and the act. */
function BaseSide({ work }: BaseSideProps) {
  const { fields, draft, set, rest, busy } = work;
  return (
    <aside className="flex flex-col gap-5 border-l-[1.5px] border-line bg-plane p-7">
      <Field label="Size of the base" error={fields.form}>
        <Pick
          label="Size of the base"
          value={draft.form}
          options={FORMS.map((value) => ({ value, name: FORM_WORDS[value] }))}
          onChange={(form) => set({ form })}
        />
      </Field>
      <div className="grid h-57.5 place-items-center">
        <BaseOutline form={draft.form} pxPerMm={0.76} />
      </div>
      <CautionBand>
        <b className="font-strong">Battery swollen?</b> If the base bulges or the touchpad lifts: stop, no load run.
        Move it away from anything that burns and follow the local rules for damaged lithium batteries.
      </CautionBand>
      <div className="flex-1" />
      {rest}
      <Button type="submit" look="main" big disabled={busy} keyCap="Enter">
        Take it in
      </Button>
    </aside>
  );
}
