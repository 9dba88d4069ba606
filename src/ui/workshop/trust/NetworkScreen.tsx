"use client";
import { Input } from "@headlessui/react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { ROLE_WORDS, ROLES, type NetworkView, type Role } from "@/core/workshop/trust";
import { words } from "@/core/base/words";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { Pick } from "@/ui/kit/controls/Pick";
import { send } from "@/ui/kit/controls/send";
import { PinField } from "./PinField";
import { When } from "@/ui/kit/controls/days";
import { useSubmit } from "@/ui/kit/controls/useSubmit";

interface Props {
  view: NetworkView;
}

/** Who may work over the network, and from which benches. */
export function NetworkScreen({ view }: Props) {
  const router = useRouter();
  const { act: submit, fields, rest } = useSubmit();
  const [said, setSaid] = useState("");
  const act = async (method: "POST" | "PUT" | "PATCH" | "DELETE", path: string, body: unknown, done: string) => {
    const sent = await submit(() => send<unknown>(method, `/api/trust/${path}`, body));
    setSaid(sent ? done : "");
    if (sent) router.refresh();
    return sent !== null;
  };
  return (
    <main className="grid flex-1 grid-cols-1 lg:grid-cols-[minmax(0,30rem)_minmax(0,1fr)]">
      <div className="border-line bg-sheet px-4 py-6 sm:px-10 lg:border-r-[1.5px]">
        <Passphrase view={view} act={act} fields={fields} />
        <p className="mt-6 border-t border-line pt-4 text-lead leading-5.5 text-ink-2">
          This machine answers itself alone until it is told to listen: <b className="num text-ink">HOST=0.0.0.0</b> and
          its name in <b className="num text-ink">OVRANT_HOSTS</b>. What then comes over the network needs a bench that
          joined and a person’s PIN. Everybody in the same room may read what goes over plain HTTP: put TLS before it
          (docs/security.md).
        </p>
      </div>
      <div className="min-w-0 bg-sheet px-4 py-6 sm:px-10">
        {rest}
        <p role="status" className="min-h-6 text-body">
          {said}
        </p>
        <People view={view} act={act} fields={fields} />
        <Benches view={view} act={act} />
        <Link prefetch={false} href="/audit" className="link mt-4 inline-flex min-h-11 items-center text-body">
          Audit: who did what
        </Link>
      </div>
    </main>
  );
}

type Act = (method: "POST" | "PUT" | "PATCH" | "DELETE", path: string, body: unknown, done: string) => Promise<boolean>;
type Fields = Readonly<Record<string, string>>;

function Passphrase({ view, act, fields }: { view: NetworkView; act: Act; fields: Fields }) {
  const [text, setText] = useState("");
  const shown = `${view.digits.slice(0, 2)} ${view.digits.slice(2)}`;
  const suggest = async () => {
    const sent = await send<string>("GET", "/api/trust/passphrase");
    if (sent.ok) setText(sent.value);
  };
  const set = async (e: React.FormEvent) => {
    e.preventDefault();
    if (await act("PUT", "passphrase", { passphrase: text }, "The passphrase is set. Benches give it once more."))
      setText("");
  };
  return (
    <>
      <h1 className="text-step leading-8.5 font-bold">
        {view.hasPassphrase ? "A bench joins by the passphrase" : "Set a passphrase first"}
      </h1>
      <p className="mt-2 text-lead text-ink-2">A device that joins shows these four digits too, now:</p>
      <p className="num my-2 text-[44px] leading-13 font-bold" aria-label={`Digits ${view.digits}`}>
        {shown}
      </p>
      <form noValidate onSubmit={(e) => void set(e)} className="mt-4 grid gap-3">
        <Field
          label={view.hasPassphrase ? "Another passphrase" : "Passphrase"}
          error={fields.passphrase}
          hint={
            view.hasPassphrase
              ? "Every bench is sent away by it and has to join once more."
              : "Six words or more. Write it where only the workshop looks: it is shown here never again."
          }
        >
          <Input
            value={text}
            maxLength={300}
            autoComplete="off"
            onChange={(e) => setText(e.target.value)}
            className="field num w-full"
          />
        </Field>
        <div className="flex flex-wrap gap-3">
          <Button onClick={() => void suggest()}>Make one up</Button>
          <Button look="main" type="submit" disabled={text.trim() === ""}>
            Set it
          </Button>
        </div>
      </form>
    </>
  );
}

const ROLE_OPTIONS = ROLES.map((value) => ({ value, name: words.capital(ROLE_WORDS[value].name) }));

function People({ view, act, fields }: { view: NetworkView; act: Act; fields: Fields }) {
  const [initials, setInitials] = useState("");
  const [role, setRole] = useState<Role>("technician");
  const [pin, setPin] = useState("");
  const add = async (e: React.FormEvent) => {
    e.preventDefault();
    if (await act("POST", "people", { initials, role, pin }, `Tag ${initials} hangs on its hook.`)) {
      setInitials("");
      setPin("");
    }
  };
  return (
    <section aria-labelledby="people">
      <h2 id="people" className="text-title font-bold">
        Tags
      </h2>
      {view.people.length ? (
        <ul className="mt-2">
          {view.people.map((p) => (
            <li key={p.id} className="flex flex-wrap items-center gap-3 border-t border-line-2 py-1.5">
              <b className="num w-20 text-title">{p.initials}</b>
              <span className="w-44">
                <Pick
                  label={`${p.initials} is a`}
                  value={p.role}
                  options={ROLE_OPTIONS}
                  onChange={(to) => void act("PATCH", `people/${p.id}`, { role: to }, ROLE_SET)}
                />
              </span>
              <span className="min-w-0 flex-1 text-note text-ink-2">{p.rests ? "rests after wrong PINs" : ""}</span>
              <NewPin initials={p.initials} onSet={(next) => act("PATCH", `people/${p.id}`, { pin: next }, PIN_SET)} />
              <Button
                aria-label={`Take tag ${p.initials} away`}
                onClick={() => void act("DELETE", `people/${p.id}`, {}, `Tag ${p.initials} is gone.`)}
              >
                Take away
              </Button>
            </li>
          ))}
        </ul>
      ) : (
        <p className="mt-2 text-lead text-ink-2">None yet. The first one should be a technician’s.</p>
      )}
      <form noValidate onSubmit={(e) => void add(e)} className="mt-3 flex flex-wrap items-end gap-3">
        <Field label="Initials" error={fields.initials} className="w-28">
          <Input
            value={initials}
            maxLength={8}
            onChange={(e) => setInitials(e.target.value)}
            className="field w-full"
          />
        </Field>
        <Field label="Is a" error={fields.role} className="w-44">
          <Pick label="Is a" value={role} options={ROLE_OPTIONS} onChange={setRole} />
        </Field>
        <Field label="First PIN" error={fields.pin} className="w-36">
          <PinField value={pin} onChange={setPin} />
        </Field>
        <Button look="plain" type="submit" disabled={!initials || !pin}>
          Hang a tag
        </Button>
      </form>
    </section>
  );
}

const ROLE_SET = "The role is set; whoever was signed in by that tag is out.";
const PIN_SET = "The PIN is set; whoever was signed in by it is out.";

/** Another PIN for a tag whose own was forgotten. */
function NewPin({ initials, onSet }: { initials: string; onSet: (pin: string) => Promise<boolean> }) {
  const [pin, setPin] = useState<string | null>(null);
  if (pin === null)
    return (
      <Button aria-label={`Another PIN for ${initials}`} onClick={() => setPin("")}>
        Another PIN
      </Button>
    );
  return (
    <form
      className="flex items-center gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        void onSet(pin).then((set) => set && setPin(null));
      }}
    >
      <span className="w-24">
        <PinField value={pin} onChange={setPin} label={`PIN for ${initials}`} />
      </span>
      <Button type="submit" look="plain" disabled={pin.length < 4}>
        Set
      </Button>
    </form>
  );
}

function Benches({ view, act }: { view: NetworkView; act: Act }) {
  return (
    <section aria-labelledby="benches" className="mt-8">
      <h2 id="benches" className="text-title font-bold">
        Benches
      </h2>
      {view.benches.length ? (
        <ul className="mt-2">
          {view.benches.map((b) => (
            <li key={b.id} className="flex flex-wrap items-center gap-3 border-t border-line-2 py-1.5">
              <b className="min-w-0 flex-1 text-lead font-strong">{b.name}</b>
              <span className="text-note text-ink-2">
                joined <When at={b.joinedAt} />, last at work <When at={b.lastAt} form="moment" />
              </span>
              <Button
                aria-label={`Send ${b.name} away`}
                onClick={() =>
                  void act("DELETE", `benches/${b.id}`, {}, `${b.name} is sent away: it needs the passphrase again.`)
                }
              >
                Send away
              </Button>
            </li>
          ))}
        </ul>
      ) : (
        <p className="mt-2 text-lead text-ink-2">No device joined yet.</p>
      )}
    </section>
  );
}
