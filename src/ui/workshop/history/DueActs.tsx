"use client";
import { Input } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Machine } from "@/core/workshop/job";
import type { NextDue } from "@/core/workshop/upkeep";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { useKeys } from "@/ui/kit/controls/keys";
import { send } from "@/ui/kit/controls/send";
import { useSubmit } from "@/ui/kit/controls/useSubmit";
import { dayAfter, dayInWords } from "@/core/base/days";
import { useDays } from "@/ui/kit/controls/days";
import { FormDialog } from "@/ui/kit/controls/FormDialog";

type Asked = "set" | "snooze";

/** Takes the date that was reckoned, sets another, puts it off, or says that it is done. */
export function DueActs({ machine, next }: { machine: Machine; next: NextDue }) {
  const router = useRouter();
  const { act, busy, refusal } = useSubmit();
  const [asked, setAsked] = useState<Asked | null>(null);
  const taken = machine.dueOn === next.dueOn && machine.dueBy === next.by;
  const press = async (body: object) => {
    const done = await act(() => send("POST", `/api/machines/${machine.id}/due`, body));
    if (!done) return;
    setAsked(null);
    router.refresh();
  };
  useKeys({ Enter: taken || asked ? undefined : () => void press({ act: "take" }) });
  return (
    <div className="sticky bottom-0 -mx-6 -mb-4 grid gap-3 border-t-[1.5px] border-line bg-plane px-6 pt-3 pb-4">
      {asked ? null : refusal}
      <div className="grid grid-cols-3 gap-2 [&>button]:px-1 [&>button]:text-body">
        <Button onClick={() => setAsked("snooze")} disabled={busy || machine.dueOn === null}>
          Put off
        </Button>
        <Button onClick={() => void press({ act: "done" })} disabled={busy || machine.dueOn === null}>
          Done
        </Button>
        <Button look="plain" onClick={() => setAsked("set")} disabled={busy}>
          Other date
        </Button>
      </div>
      <Button
        look="main"
        big
        className="min-h-17 text-title"
        keyCap={taken ? undefined : "Enter"}
        disabled={busy || taken}
        onClick={() => void press({ act: "take" })}
      >
        {taken ? "It is set" : `Set ${dayInWords(next.dueOn, "spoken")}`}
      </Button>
      {asked ? (
        <AskDay
          machine={machine}
          next={next}
          asked={asked}
          busy={busy}
          refusal={refusal}
          onPress={press}
          onClose={() => setAsked(null)}
        />
      ) : null}
    </div>
  );
}

interface AskDayProps {
  machine: Machine;
  next: NextDue;
  asked: Asked;
  busy: boolean;
  refusal: React.ReactNode;
  onPress: (body: object) => Promise<void>;
  onClose: () => void;
}

function AskDay({ machine, next, asked, busy, refusal, onPress, onClose }: AskDayProps) {
  const from = machine.dueOn ?? next.dueOn;
  const { today } = useDays();
  const [dueOn, setDueOn] = useState(asked === "snooze" ? dayAfter(later(from, today()), PUT_OFF_DAYS) : from);
  const [why, setWhy] = useState("");
  return (
    <FormDialog
      title={asked === "snooze" ? "Put it off" : "Another date"}
      onClose={onClose}
      width="narrow"
      onSubmit={() => onPress({ act: asked, dueOn: dueOn || null, why })}
      submit={asked === "snooze" ? "Put it off" : "Set the date"}
      busy={busy}
    >
      <div className="mt-4 grid gap-4">
        <Field label={asked === "snooze" ? "To" : "Due on"} hint={asked === "set" ? "Empty: no date" : undefined}>
          <Input type="date" className="field num" value={dueOn} onChange={(e) => setDueOn(e.target.value)} />
        </Field>
        <Field label="Why" hint={asked === "snooze" ? "May stay empty" : "Shown beside the date"}>
          <Input className="field" value={why} maxLength={200} onChange={(e) => setWhy(e.target.value)} />
        </Field>
        {refusal}
      </div>
    </FormDialog>
  );
}

/** A date that is past is put off from today. */
const later = (day: string, today: string): string => (day > today ? day : today);

/** What is put off is put off for so long, unless told otherwise. */
const PUT_OFF_DAYS = 14;
