"use client";
import { Allowed } from "@/ui/kit/controls/Allowed";
import { Input } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useState, useSyncExternalStore } from "react";
import { Button, LinkButton } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { PrintButton } from "@/ui/kit/controls/PrintButton";
import { send } from "@/ui/kit/controls/send";
import { useSubmit } from "@/ui/kit/controls/useSubmit";
import { useSignedIn } from "@/ui/kit/controls/signedIn";
import { onWhoChange, whoWorks } from "@/ui/kit/controls/who";
import { OwnerLink } from "./OwnerLink";
import { When } from "@/ui/kit/controls/days";

export interface SignedShown {
  revision: number;
  at: string;
  by: { role: string; initials: string };
  checkedBy: { role: string; initials: string } | null;
  sha256: string;
}

interface Props {
  jobId: number;
  closed: boolean;
  signed: SignedShown | null;
  /** Every revision that was signed. */
  revisions: readonly SignedShown[];
}

const FILE =
  "inline-flex min-h-12 items-center justify-center rounded-control border-2 border-line bg-sheet px-5 text-lead " +
  "font-medium hover:border-ink-3";

/** Print, files, and the signature that freezes the job. */
export function ReportActions({ jobId, closed, signed, revisions }: Props) {
  return (
    <aside className="flex flex-col gap-5 border-l-[1.5px] border-line bg-plane p-6 text-lead print:hidden">
      <div className="grid gap-3">
        <PrintButton look={signed ? "main" : "plain"} />
        <a className={FILE} href={`/api/jobs/${jobId}/report`} download>
          Save as PDF
        </a>
        <a className={FILE} href={`/api/jobs/${jobId}/export`} download>
          Export the whole job
        </a>
        <p className="text-body text-ink-2">
          The export is one zip: logs, photos, drawing, report and data. Another Ovrant takes it in whole.
        </p>
      </div>
      {signed ? (
        <Signed signed={signed} />
      ) : closed ? (
        <Sign jobId={jobId} next={(revisions.at(-1)?.revision ?? 0) + 1} />
      ) : (
        <section className="grid gap-3 border-t-[1.5px] border-line pt-4">
          <h2 className="text-sub font-strong">Not to be signed yet</h2>
          <p className="text-body">The job is open: set its next date and close it, then sign.</p>
          <LinkButton href={`/jobs/${jobId}/verdict`}>To the verdict</LinkButton>
        </section>
      )}
      {closed ? (
        <Allowed right="close" quiet>
          <OwnerLink jobId={jobId} />
        </Allowed>
      ) : null}
      {revisions.length > (signed ? 1 : 0) ? (
        <section className="text-body">
          <h2 className="font-strong">Signed before</h2>
          <ul>
            {revisions
              .filter((r) => r.revision !== signed?.revision)
              .map((r) => (
                <li key={r.revision}>
                  Revision {r.revision}, <When at={r.at} />, {r.by.initials}
                </li>
              ))}
          </ul>
        </section>
      ) : null}
    </aside>
  );
}

function Signed({ signed }: { signed: SignedShown }) {
  return (
    <section className="grid gap-2 border-t-[1.5px] border-line pt-4">
      <h2 className="text-sub font-strong">Signed, revision {signed.revision}</h2>
      <p className="text-body">
        <When at={signed.at} /> by {signed.by.role}, {signed.by.initials}
        {signed.checkedBy ? `; checked by ${signed.checkedBy.role}, ${signed.checkedBy.initials}` : ""}.
      </p>
      <p className="num text-note break-all text-ink-2">{signed.sha256}</p>
      <p className="text-body text-ink-2">
        The job is frozen as this report shows it. Opened again, and closed anew, it makes a further revision.
      </p>
    </section>
  );
}

function Sign({ jobId, next }: { jobId: number; next: number }) {
  const router = useRouter();
  const { act, busy, fields, refusal } = useSubmit();
  const who = useSyncExternalStore(onWhoChange, whoWorks, () => "");
  const [role, setRole] = useState("Bench technician");
  const [initials, setInitials] = useState<string | null>(null);
  const [checkedRole, setCheckedRole] = useState("");
  const [checkedInitials, setCheckedInitials] = useState("");
  const [checkedPin, setCheckedPin] = useState("");
  const { person } = useSignedIn();
  const submit = async (e: React.FormEvent) => {
    e.preventDefault();
    const body = { role, initials: person ?? initials ?? who, checkedRole, checkedInitials, checkedPin };
    if (await act(() => send("POST", `/api/jobs/${jobId}/sign`, body))) router.refresh();
  };
  return (
    <form className="grid gap-3 border-t-[1.5px] border-line pt-4" onSubmit={(e) => void submit(e)}>
      <h2 className="text-sub font-strong">Sign{next > 1 ? `, revision ${next}` : ""}</h2>
      <div className="grid grid-cols-[minmax(0,1fr)_88px] gap-3">
        <Field label="Role">
          <Input className="field" value={role} onChange={(e) => setRole(e.target.value)} />
        </Field>
        <Field label="Initials">
          <Input
            className="field"
            value={person ?? initials ?? who}
            readOnly={person !== null}
            onChange={(e) => setInitials(e.target.value)}
          />
        </Field>
        <Field label="Checked by, role" hint="May stay empty">
          <Input className="field" value={checkedRole} onChange={(e) => setCheckedRole(e.target.value)} />
        </Field>
        <Field label="Initials">
          <Input className="field" value={checkedInitials} onChange={(e) => setCheckedInitials(e.target.value)} />
        </Field>
        {checkedInitials && (person !== null || fields.checkedPin) ? (
          <Field label={`PIN of ${checkedInitials}`} hint="Who checked gives their own" error={fields.checkedPin}>
            <Input
              className="field num"
              type="password"
              inputMode="numeric"
              autoComplete="off"
              maxLength={4}
              value={checkedPin}
              onChange={(e) => setCheckedPin(e.target.value)}
            />
          </Field>
        ) : null}
      </div>
      {refusal}
      <Button type="submit" look="main" big disabled={busy}>
        Sign and freeze
      </Button>
    </form>
  );
}
