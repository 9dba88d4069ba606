"use client";
import {
  Checkbox,
  Dialog,
  DialogPanel,
  DialogTitle,
  Field as HeadlessField,
  Input,
  Label,
  Textarea,
} from "@headlessui/react";
import { Check } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Problem } from "@/core/base/result";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { send } from "@/ui/kit/controls/send";

interface Props {
  jobId: number;
  suggested: { dueOn: string; why: string };
  /** Leaving a lost path unmended, or a job without comparison, needs a written reason. */
  reasonNeeded: string | null;
  onClose: () => void;
}

/** The next due date, and the end of the job. */
export function DueDialog({ jobId, suggested, reasonNeeded, onClose }: Props) {
  const { submit, problem, dueOn, setDueOn, why, setWhy, close, setClose, note, setNote, checkOn, setCheckOn, busy } =
    useDue(suggested, reasonNeeded, jobId);
  return (
    <Dialog open onClose={onClose} className="relative z-50">
      <div aria-hidden className="fixed inset-0 bg-ink/40" />
      <div className="fixed inset-0 grid place-items-center overflow-y-auto p-5">
        <DialogPanel
          as="form"
          onSubmit={(e: React.FormEvent) => void submit(e)}
          className="w-full max-w-140 border-2 border-ink bg-sheet p-7"
        >
          <DialogTitle className="text-head font-bold">Next due date</DialogTitle>
          <div className="mt-4 grid gap-4">
            <Field label="Due on" error={problem?.fields?.dueOn}>
              <Input type="date" className="field num" value={dueOn} onChange={(e) => setDueOn(e.target.value)} />
            </Field>
            <Field label="Why then" error={problem?.fields?.why}>
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
                error={problem?.fields?.note}
              >
                <Textarea className="field" rows={3} value={note} onChange={(e) => setNote(e.target.value)} />
              </Field>
            ) : null}
            {problem ? (
              <CautionBand role="alert">
                {problem.message} {problem.action}
              </CautionBand>
            ) : null}
          </div>
          <div className="mt-6 flex justify-end gap-3">
            <Button big onClick={onClose} keyCap="Esc">
              Back
            </Button>
            <Button type="submit" look="main" big disabled={busy}>
              {close ? "Set the date and close" : "Set the date"}
            </Button>
          </div>
        </DialogPanel>
      </div>
    </Dialog>
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
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);
  const missing = close && reasonNeeded !== null && note.trim() === "";
  const submit = async (e: React.FormEvent) => {
    e.preventDefault();
    if (missing) {
      setProblem({
        code: "reason-missing",
        message: `${reasonNeeded}.`,
        action: "Write why the job is closed anyway.",
      });
      return;
    }
    setBusy(true);
    const sent = await send<{ machineId: number }>("POST", `/api/jobs/${jobId}/due`, {
      dueOn: dueOn || null,
      why,
      close,
      note,
      checkOn: checkOn || null,
    });
    setBusy(false);
    if (!sent.ok) return setProblem(sent.problem);
    router.push(close ? "/" : `/machines/${sent.value.machineId}`);
    router.refresh();
  };
  return { submit, problem, dueOn, setDueOn, why, setWhy, close, setClose, note, setNote, checkOn, setCheckOn, busy };
}
