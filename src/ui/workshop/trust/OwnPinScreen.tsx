"use client";
import { useState } from "react";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { send } from "@/ui/kit/controls/send";
import { PinField } from "./PinField";
import { useSubmit } from "@/ui/kit/controls/useSubmit";

/** Changes one's own PIN, the old one first; whoever did signs in by the new one. */
export function OwnPinScreen({ signedIn }: { signedIn: boolean }) {
  const [old, setOld] = useState("");
  const [pin, setPin] = useState("");
  const { act, fields, rest } = useSubmit();
  const change = async (e: React.FormEvent) => {
    e.preventDefault();
    if (await act(() => send<null>("POST", "/api/trust/pin", { old, pin }))) window.location.assign("/locked");
  };
  return (
    <main className="flex-1 bg-sheet px-4 py-6 sm:px-10">
      <h1 className="text-step leading-8.5 font-bold">Another PIN</h1>
      {signedIn ? (
        <form noValidate onSubmit={(e) => void change(e)} className="mt-4 grid max-w-90 gap-4">
          <Field label="Your PIN now" error={fields.old}>
            <PinField value={old} onChange={setOld} />
          </Field>
          <Field label="The new one" error={fields.pin} hint="Four digits, not in a row, not all one.">
            <PinField value={pin} onChange={setPin} />
          </Field>
          {rest}
          <Button look="main" big type="submit" disabled={old.length < 4 || pin.length < 4}>
            Change it
          </Button>
          <p className="text-note text-ink-2">You sign in with it at once, here and wherever you are signed in.</p>
        </form>
      ) : (
        <p className="mt-2 text-lead text-ink-2">
          Nobody signs in on the machine Ovrant runs on. PINs are given under Bench network.
        </p>
      )}
    </main>
  );
}
