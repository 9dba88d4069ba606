"use client";
import "reflect-metadata";
import { Input, Textarea } from "@headlessui/react";
import { classValidatorResolver } from "@hookform/resolvers/class-validator";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Controller, useForm, useWatch, type Control, type Resolver } from "react-hook-form";
import type { Problem } from "@/core/base/result";
import { ENVIRONMENTS, FORMS, IntakeInput } from "@/input/machine";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Pick } from "@/ui/kit/controls/Pick";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { send } from "@/ui/kit/controls/send";
import { BaseOutline } from "@/ui/drawing/underside/BaseOutline";
import { ENVIRONMENT_WORDS, FORM_WORDS } from "./words";

type Draft = Omit<IntakeInput, "limitC"> & { limitC: string | null };

/** A machine comes in: which it is, where it lives, and what for. */
export function IntakeForm({ models }: { models: string[] }) {
  const work = useIntake();
  const { submit, errors, form } = work;
  return (
    <form
      onSubmit={(e) => void submit(e)}
      noValidate
      className="grid flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_380px]"
    >
      <div className="bg-sheet px-4 sm:px-10 py-7">
        <h1 className="text-step font-bold">New intake</h1>
        <p className="mt-1 text-lead text-ink-2">
          Which machine, and what it is in for. The load run comes next, before anything is opened.
        </p>
        <div className="mt-6 grid max-w-190 grid-cols-1 gap-x-7 gap-y-5 sm:grid-cols-2">
          <Field label="Tag" hint="The mark on the machine, such as LR-21" error={errors.tag?.message}>
            <Input className="field num" autoFocus invalid={Boolean(errors.tag)} {...form.register("tag")} />
          </Field>
          <Field label="Model" hint="From the label under the base" error={errors.model?.message}>
            <Input className="field" list="models" invalid={Boolean(errors.model)} {...form.register("model")} />
          </Field>
          <datalist id="models">
            {models.map((m) => (
              <option key={m} value={m} />
            ))}
          </datalist>
          <Field label="Variant" hint="With or without graphics chip" error={errors.variant?.message}>
            <Input className="field" {...form.register("variant")} />
          </Field>
          <Field label="Place or use" hint="A role, not a person" error={errors.place?.message}>
            <Input className="field" {...form.register("place")} />
          </Field>
          <Field label="Where it lives" error={errors.environment?.message}>
            <PickedField
              control={form.control}
              name="environment"
              label="Where it lives"
              values={ENVIRONMENTS}
              names={ENVIRONMENT_WORDS}
            />
          </Field>
          <Field label="Throttle limit, °C" hint="Where known, such as 97" error={errors.limitC?.message}>
            <Input
              className="field num"
              inputMode="decimal"
              invalid={Boolean(errors.limitC)}
              {...form.register("limitC")}
            />
          </Field>
          <Field label="Complaint" error={errors.complaint?.message} className="sm:col-span-2">
            <Textarea className="field" rows={3} invalid={Boolean(errors.complaint)} {...form.register("complaint")} />
          </Field>
        </div>
      </div>
      <BaseSide work={work} />
    </form>
  );
}

/** The intake as typed, checked by the class the server checks it with. */
function useIntake() {
  const router = useRouter();
  const [problem, setProblem] = useState<Problem | null>(null);
  const form = useForm<Draft>({
    resolver: classValidatorResolver(IntakeInput) as unknown as Resolver<Draft>,
    defaultValues: {
      tag: "",
      model: "",
      variant: "",
      place: "",
      environment: "office",
      form: "fifteen",
      limitC: "",
      complaint: "",
    },
  });
  const { errors, isSubmitting } = form.formState;
  const shape = useWatch({ control: form.control, name: "form" });
  const submit = form.handleSubmit(async () => {
    setProblem(null);
    const sent = await send<{ jobId: number }>("POST", "/api/intake", form.getValues());
    if (sent.ok) return router.push(`/jobs/${sent.value.jobId}/before`);
    for (const [name, message] of Object.entries(sent.problem.fields ?? {}))
      form.setError(name as keyof Draft, { message });
    setProblem(sent.problem);
  });
  return { submit, errors, form, shape, problem, isSubmitting };
}

interface BaseSideProps {
  work: ReturnType<typeof useIntake>;
}

/** The base to scale, the caution, and the act. */
function BaseSide({ work }: BaseSideProps) {
  const { errors, form, shape, problem, isSubmitting } = work;
  return (
    <aside className="flex flex-col gap-5 border-l-[1.5px] border-line bg-plane p-7">
      <Field label="Size of the base" error={errors.form?.message}>
        <PickedField control={form.control} name="form" label="Size of the base" values={FORMS} names={FORM_WORDS} />
      </Field>
      <div className="grid h-57.5 place-items-center">
        <BaseOutline form={shape} pxPerMm={0.76} />
      </div>
      <CautionBand>
        <b className="font-strong">Battery swollen?</b> If the base bulges or the touchpad lifts: stop, no load run.
        Move it away from anything that burns and follow the local rules for damaged lithium batteries.
      </CautionBand>
      <div className="flex-1" />
      {problem ? (
        <CautionBand role="alert">
          {problem.message} {problem.action}
        </CautionBand>
      ) : null}
      <Button type="submit" look="main" big disabled={isSubmitting} keyCap="Enter">
        Take it in
      </Button>
    </aside>
  );
}

interface PickedFieldProps<T extends string> {
  control: Control<Draft>;
  name: "environment" | "form";
  label: string;
  values: readonly T[];
  names: Record<T, string>;
}

function PickedField<T extends string>({ control, name, label, values, names }: PickedFieldProps<T>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <Pick
          label={label}
          value={field.value}
          options={values.map((value) => ({ value, name: names[value] }))}
          onChange={field.onChange}
        />
      )}
    />
  );
}
