"use client";
import { Input } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { send } from "@/ui/kit/controls/send";
import { useSubmit } from "@/ui/kit/controls/useSubmit";

/** A further variant that starts as a copy: with or without graphics chip, another heatsink. */
export function ForkForm({ revisionId }: { revisionId: number }) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [variant, setVariant] = useState("");
  const { act, problem, fields } = useSubmit();
  if (!open)
    return (
      <Button className="mt-1" onClick={() => setOpen(true)}>
        Fork a variant
      </Button>
    );
  const submit = async (e: React.FormEvent) => {
    e.preventDefault();
    if (!(await act(() => send("POST", `/api/layouts/${revisionId}/fork`, { variant })))) return;
    setOpen(false);
    setVariant("");
    router.refresh();
  };
  return (
    <form noValidate onSubmit={(e) => void submit(e)} className="mt-1 flex max-w-105 flex-wrap items-end gap-3">
      <Field
        label="Name of the variant"
        hint="Such as: without graphics chip"
        error={fields.variant ?? problem?.message}
        className="min-w-55 flex-1"
      >
        <Input
          className="field"
          autoFocus
          value={variant}
          maxLength={60}
          onChange={(e) => setVariant(e.target.value)}
        />
      </Field>
      <Button type="submit" look="plain">
        Fork
      </Button>
    </form>
  );
}
