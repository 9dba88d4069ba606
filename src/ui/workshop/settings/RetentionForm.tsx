"use client";
import { Input } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useState, type FormEvent } from "react";
import { words } from "@/core/base/words";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { When } from "@/ui/kit/controls/days";
import { send } from "@/ui/kit/controls/send";
import { useDraft } from "@/ui/kit/controls/useDraft";

interface Due {
  count: number;
  machines: { id: number; tag: string; model: string; lastClosed: string }[];
}

interface Stone {
  sha256: string;
  revision: number;
  signedAt: string;
  role: string;
  erasedAt: string;
}

interface Props {
  retention: { years: number | null };
  due: Due;
  stones: readonly Stone[];
}

/** After how long machines are erased by themselves, which they would be now, and what is left of signed documents. */
export function RetentionForm({ retention, due, stones }: Props) {
  const router = useRouter();
  const { act, draft, fields, rest, text } = useDraft({
    years: retention.years === null ? "" : String(retention.years),
  });
  const [seen, setSeen] = useState<{ years: string; due: Due } | null>(null);
  const [said, setSaid] = useState("");
  const typed = draft.years.trim();
  // what is no number is refused by the server, and is never taken for "never"
  const rule = { years: typed === "" ? null : /^\d+$/.test(typed) ? Number(typed) : typed };
  const shown = seen?.years === draft.years ? seen.due : retention.years === rule.years ? due : null;
  const look = async () => {
    setSaid("");
    await act(async () => {
      const sent = await send<Due>("POST", "/api/settings/retention", rule);
      if (sent.ok) setSeen({ years: draft.years, due: sent.value });
      return sent;
    });
  };
  const save = async (e: FormEvent) => {
    e.preventDefault();
    setSaid("");
    // nothing is erased by a rule nobody saw the outcome of
    if (rule.years !== null && shown === null) return look();
    if (!(await act(() => send("PUT", "/api/settings/retention", rule)))) return;
    setSaid("Kept");
    router.refresh();
  };
  return (
    <section id="erasing" aria-labelledby="erasing-heading" className="mt-10 max-w-160 scroll-mt-6">
      <h2 id="erasing-heading" className="border-t-[1.5px] border-line pt-5 text-head font-bold">
        What is kept, and for how long
      </h2>
      <p className="mt-2 text-lead">
        A machine is erased on its own page, with all that is known of it. A rule can do it for those nobody brought for
        years.
      </p>
      <form onSubmit={(e) => void save(e)} noValidate className="mt-4 grid gap-4">
        <Field
          label="Erase machines so many years after their last job was closed"
          hint="Empty: never"
          error={fields.years}
        >
          <Input className="field num max-w-40" inputMode="numeric" {...text("years")} />
        </Field>
        {shown ? <WouldGo due={shown} /> : null}
        <div className="flex items-center gap-4">
          <Button look="plain" type="submit">
            {rule.years !== null && shown === null ? "Show which would go" : "Keep this rule"}
          </Button>
          <span role="status" className="text-lead text-ink-2">
            {said}
          </span>
        </div>
        {rest}
      </form>
      {stones.length ? <Stones stones={stones} /> : null}
    </section>
  );
}

function WouldGo({ due: { count, machines } }: { due: Due }) {
  if (count === 0) return <p className="text-lead">By this rule none goes now.</p>;
  return (
    <div role="status">
      <p className="text-lead font-strong">
        By this rule {words.counted(count, "machine")} {words.agreeing(count, "goes", "go")} now, for good:
      </p>
      <ul className="mt-1 text-body">
        {machines.map((m) => (
          <li key={m.id}>
            <span className="num font-strong">{m.tag}</span>, {m.model}, closed <When at={m.lastClosed} form="plain" />
          </li>
        ))}
        {count > machines.length ? <li>and {count - machines.length} more</li> : null}
      </ul>
    </div>
  );
}

function Stones({ stones }: { stones: readonly Stone[] }) {
  return (
    <>
      <h3 className="mt-6 text-lead font-bold">Signed documents that were erased</h3>
      <ul className="mt-1 text-body">
        {stones.map((s) => (
          <li key={`${s.sha256} ${s.revision}`}>
            Signed <When at={s.signedAt} form="plain" />, {s.role}, revision {s.revision}; erased{" "}
            <When at={s.erasedAt} form="plain" />.<br />
            <span className="num break-all text-ink-2">SHA-256 {s.sha256}</span>
          </li>
        ))}
      </ul>
    </>
  );
}
