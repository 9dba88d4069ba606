"use client";
import { Input } from "@headlessui/react";
import { useEffect, useState } from "react";
import { PASSPHRASE_WORDS, wordsOf } from "@/core/workshop/trust";
import { words } from "@/core/base/words";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { send } from "@/ui/kit/controls/send";
import { forgetBench } from "./deviceTags";
import { JoinPicture } from "./JoinPicture";
import { useSubmit } from "@/ui/kit/controls/useSubmit";

/** What is typed, and how it is given. */
function useJoin() {
  const [passphrase, setPassphrase] = useState("");
  const [name, setName] = useState("");
  const { act, busy, fields, rest } = useSubmit();
  const join = async (e: React.FormEvent) => {
    e.preventDefault();
    if (await act(() => send<null>("POST", "/api/trust/join", { passphrase, name }))) window.location.assign("/locked");
  };
  return { passphrase, setPassphrase, name, setName, fields, rest, busy, join };
}

/** A device nobody knows joins the workshop: the one page it sees. */
export function JoinScreen({ digits, ready }: { digits: string; ready: boolean }) {
  const { passphrase, setPassphrase, name, setName, fields, rest, busy, join } = useJoin();
  const [shown, setShown] = useState(false);
  // a device that is asked to join is no bench, or is none any more
  useEffect(() => void forgetBench().catch(() => undefined), []);
  const count = wordsOf(passphrase);
  return (
    <main className="flex flex-1 flex-col">
      <h1 className="border-b-[1.5px] border-line bg-sheet px-4 py-4 text-step leading-9.5 font-bold sm:px-10">
        Plug this bench into the workshop. <span className="font-regular text-ink-2">Once, then never again here.</span>
      </h1>
      <div className="grid flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_minmax(20rem,28.75rem)]">
        <Plugged digits={digits} name={name} />
        <form
          noValidate
          onSubmit={(e) => void join(e)}
          className="flex flex-col gap-5 border-line bg-sheet px-4 py-6 sm:px-7 lg:border-l-[1.5px]"
        >
          {ready ? null : (
            <CautionBand role="status">
              No passphrase was set for this workshop yet. It is set on the machine Ovrant runs on, under Bench network.
            </CautionBand>
          )}
          <div>
            <Field
              label="Workshop passphrase"
              error={fields.passphrase}
              hint="Six words; a technician has them. Once per bench."
            >
              <Input
                type={shown ? "text" : "password"}
                autoComplete="off"
                maxLength={300}
                value={passphrase}
                onChange={(e) => setPassphrase(e.target.value)}
                className="field min-h-15 w-full text-title"
              />
            </Field>
            <div className="mt-1 flex items-center justify-between text-body">
              <b className="font-strong">
                {Math.min(count, PASSPHRASE_WORDS)} of {PASSPHRASE_WORDS} words
              </b>
              <button type="button" className="link min-h-11" onClick={() => setShown(!shown)}>
                {shown ? "Hide" : "Show"}
              </button>
            </div>
          </div>
          <Field label="Name of this bench" error={fields.name} hint="As it stands in the audit: Bench 3, say.">
            <Input
              value={name}
              maxLength={40}
              autoComplete="off"
              onChange={(e) => setName(e.target.value)}
              className="field w-full"
            />
          </Field>
          {rest}
          <After />
          <div className="flex-1" />
          <Button
            look="main"
            big
            type="submit"
            keyCap="Enter"
            className="min-h-21 text-title"
            disabled={busy || !ready}
          >
            Join the workshop
          </Button>
        </form>
      </div>
    </main>
  );
}

function Plugged({ digits, name }: { digits: string; name: string }) {
  return (
    <section className="bg-plane" aria-label="What is plugged into what">
      <JoinPicture digits={digits} name={name.trim() || "This bench"} />
      <div className="grid max-w-170 gap-4 px-4 pb-6 text-lead text-ink-2 sm:px-10">
        <p>
          The workshop shows the same four digits on its own screen, under Bench network. If they differ, this is
          another machine on the network: do not go on.
        </p>
        <p>Phones and strangers on the same network see one page: this one.</p>
      </div>
    </section>
  );
}

function After() {
  return (
    <ul className="grid gap-1.5 text-lead">
      {AFTER.map(([what, how]) => (
        <li key={what} className="flex items-baseline gap-2.5">
          <span aria-hidden className="size-2.5 shrink-0 rounded-full bg-copper" />
          <span>
            <b className="font-strong">{what}:</b> <span className="text-ink-2">{how}</span>
          </span>
        </li>
      ))}
    </ul>
  );
}

const AFTER = [
  ["Who you are", "your tag, then your PIN"],
  ["Locks itself", `after ${words.counted(10, "minute")}, or by the lock beside your initials`],
  ["A run goes on", "locked or not; Stop is never locked"],
] as const;
