"use client";
import { Checkbox, Field as HeadlessField, Input, Label, Textarea } from "@headlessui/react";
import { Check } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Field } from "@/ui/kit/controls/Field";
import { send } from "@/ui/kit/controls/send";
import { useSubmit, Refusal } from "@/ui/kit/controls/useSubmit";
import { FormDialog } from "@/ui/kit/controls/FormDialog";

interface Props {
  jobId: number;
  suggested: { dueOn: string; why: string };
  /** Leaving a lost path unmended, or a job without comparison, needs a written reason. */
  reasonNeeded: string | null;
  onClose: () => void;
}

/** The next due date, and the end of the job. */
export function DueDialog({ jobId, suggested, reasonNeeded, onClose }: Props) {
  const {
    submit,
    problem,
    fields,
    dueOn,
    setDueOn,
    why,
    setWhy,
    close,
    setClose,
    note,
    setNote,
    checkOn,
    setCheckOn,
    busy,
  } = useDue(suggested, reasonNeeded, jobId);
  return (
    <FormDialog
      title="Next due date"
      onClose={onClose}
      onSubmit={submit}
      submit={close ? "Set the date and close" : "Set the date"}
      busy={busy}
    >
      <div className="mt-4 grid gap-4">
        <Field label="Due on" error={fields.dueOn}>
          <Input type="date" className="field num" value={dueOn} onChange={(e) => setDueOn(e.target.value)} />
        </Field>
        <Field label="Why then" error={fields.why}>
          <Input className="field" value={why} onChange={(e) => setWhy(e.target.value)} />
        </Field>
        <HeadlessField className="flex min-h-11 items-center gap-3">
          <Checkbox
            checked={close}
            onChange={setClose}
            className="grid size-7 place-items-center rounded-tight border-2 border-ink bg-sheet
                  data-checked:bg-copper data-checked:text-on-copper"
          >
            {close ? <Check aria-hidden size={19} strokeWidth={2.6} /> : null}
          </Checkbox>
          <Label className="text-lead">Close the job with it</Label>
        </HeadlessField>
        {close ? (
          <Field label="Check run on" hint="Some days after new paste; hangs from the bench edge. May stay empty.">
            <Input type="date" className="field num" value={checkOn} onChange={(e) => setCheckOn(e.target.value)} />
          </Field>
        ) : null}
        {close ? (
          <Field
            label={reasonNeeded ? "Why it is closed anyway" : "What was found and done"}
            hint={reasonNeeded ?? "Kept with the job"}
            error={fields.note}
          >
            <Textarea className="field" rows={3} value={note} onChange={(e) => setNote(e.target.value)} />
          </Field>
        ) : null}
        <Refusal problem={problem} />
      </div>
    </FormDialog>
  );
}

/** The next due date and the closing note as typed. */
function useDue(suggested: { dueOn: string; why: string }, reasonNeeded: string | null, jobId: number) {
  const router = useRouter();
  const [dueOn, setDueOn] = useState(suggested.dueOn);
  const [why, setWhy] = useState(suggested.why);
  const [close, setClose] = useState(true);
  const [note, setNote] = useState("");
  const [checkOn, setCheckOn] = useState("");
  const { act, busy, problem, fields, tell } = useSubmit();
  const missing = close && reasonNeeded !== null && note.trim() === "";
  const submit = async () => {
    if (missing) {
      tell({
        code: "reason-missing",
        message: `${reasonNeeded}.`,
        action: "Write why the job is closed anyway.",
      });
      return;
    }
    const body = {
      dueOn: dueOn || null,
      why,
      close,
      note,
      checkOn: checkOn || null,
    };
    const sent = await act(() => send<{ machineId: number }>("POST", `/api/jobs/${jobId}/due`, body));
    if (!sent) return;
    router.push(close ? "/" : `/machines/${sent.value.machineId}`);
    router.refresh();
  };
  return {
    submit,
    problem,
    fields,
    dueOn,
    setDueOn,
    why,
    setWhy,
    close,
    setClose,
    note,
    setNote,
    checkOn,
    setCheckOn,
    busy,
  };
}
