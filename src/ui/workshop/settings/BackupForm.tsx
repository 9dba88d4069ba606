"use client";
import { Input } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import useSWR from "swr";
import { piecesWords, type BackupPlan, type BackupState, type PiecesState } from "@/core/workshop/keeping";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { Progress } from "@/ui/kit/controls/Progress";
import { send } from "@/ui/kit/controls/send";
import { useSubmit } from "@/ui/kit/controls/useSubmit";
import { When } from "@/ui/kit/controls/days";
import { useDraft } from "@/ui/kit/controls/useDraft";

interface Props {
  plan: BackupPlan;
  state: BackupState;
  folder: string;
  /** How the last slow reading of all that is kept went. */
  pieces: PiecesState | null;
}

/** Back-ups: how the last one went, one now, and how they are made by themselves. */
export function BackupForm({ plan, state, folder, pieces }: Props) {
  const router = useRouter();
  const { act, busy, refusal } = useSubmit();
  const now = async () => {
    await act(() => send("POST", "/api/backup", {}));
    router.refresh();
  };
  const { good, trouble } = state;
  return (
    <section id="backup" aria-labelledby="backup-heading" className="mt-10 max-w-160 scroll-mt-6">
      <h2 id="backup-heading" className="border-t-[1.5px] border-line pt-5 text-head font-bold">
        Back-ups
      </h2>
      <p className="mt-2 text-lead">
        {good ? (
          <>
            The last good one is of{" "}
            <b className="num font-strong">
              <When at={good.at} form="minute" />
            </b>
            , {(good.bytes / 1e6).toFixed(1)} MB: {good.says}
          </>
        ) : (
          "None was made yet."
        )}
      </p>
      <p className="num mt-1 text-body break-all text-ink-2">{good?.file ?? folder}</p>
      {trouble ? (
        <div className="mt-3">
          <CautionBand>
            <When at={trouble.at} form="moment" />: {trouble.says}
          </CautionBand>
        </div>
      ) : null}
      <div className="mt-4 flex flex-wrap items-center gap-4">
        {busy ? (
          <UnderWay />
        ) : (
          <Button look="plain" big onClick={() => void now()}>
            Back up now
          </Button>
        )}
        {refusal}
      </div>
      <PlanForm plan={plan} folder={folder} />
      <p className="mt-3 text-lead">
        {pieces ? (
          <>
            All that is kept was read through <When at={pieces.at} form="moment" />: {piecesWords(pieces)}
          </>
        ) : (
          "All that is kept is read through once a day, in the quiet; it was not yet."
        )}
      </p>
      <p className="mt-3 text-body text-ink-2">
        A copy is made while Ovrant is in use, and read back before it counts. To put one in place of the database, stop
        Ovrant and run <code className="num">ovrant restore FILE --dry-run</code>, then without{" "}
        <code className="num">--dry-run</code>.
      </p>
    </section>
  );
}

const LOOK_MS = 700;

/** A back-up on its way: how far the copy is, then that it is read back. */
function UnderWay() {
  const { data } = useSWR(
    "/api/backup",
    async (url: string) => {
      const sent = await send<{ share: number | null } | null>("GET", url);
      return sent.ok ? sent.value : null;
    },
    { refreshInterval: LOOK_MS },
  );
  return (
    <Progress
      label={data && data.share === null ? "Reading the copy back" : "Copying the database"}
      share={data ? data.share : 0}
      onCancel={() => void send("DELETE", "/api/backup")}
    />
  );
}

function PlanForm({ plan, folder }: { plan: BackupPlan; folder: string }) {
  const router = useRouter();
  const { act, text, draft, fields, rest } = useDraft({
    folder: plan.folder,
    everyDays: String(plan.everyDays),
    keep: String(plan.keep),
    keepMonths: String(plan.keepMonths),
  });
  const [said, setSaid] = useState("");
  const save = async (e: React.FormEvent) => {
    e.preventDefault();
    setSaid("");
    if (!(await act(() => send("PUT", "/api/backup", draft)))) return;
    setSaid("Kept");
    router.refresh();
  };
  return (
    <form onSubmit={(e) => void save(e)} noValidate className="mt-5 grid gap-4">
      <Field label="Folder" hint={`On another disk where you can. Empty: ${folder}`} error={fields.folder}>
        <Input className="field num" {...text("folder")} />
      </Field>
      <div className="grid gap-4 sm:grid-cols-3">
        <Field label="Every so many days" hint="0: none by itself" error={fields.everyDays}>
          <Input className="field num" inputMode="numeric" {...text("everyDays")} />
        </Field>
        <Field label="Newest kept" error={fields.keep}>
          <Input className="field num" inputMode="numeric" {...text("keep")} />
        </Field>
        <Field label="One a month, for months" error={fields.keepMonths}>
          <Input className="field num" inputMode="numeric" {...text("keepMonths")} />
        </Field>
      </div>
      <div className="flex items-center gap-4">
        <Button type="submit" look="plain">
          Keep this plan
        </Button>
        <span role="status" className="text-lead text-ink-2">
          {said}
        </span>
      </div>
      {rest}
    </form>
  );
}
