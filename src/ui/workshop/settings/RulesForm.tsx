"use client";
import { Input } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { ENVIRONMENTS, usualRules, type UpkeepRules } from "@/core/workshop/upkeep";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { send } from "@/ui/kit/controls/send";
import { ENVIRONMENT_WORDS } from "@/ui/workshop/machine/words";
import { useDraft } from "@/ui/kit/controls/useDraft";

const FACTORS = [
  ["light", "Used now and then", "months times"],
  ["long", "Used all day, hard", "months times"],
  ["old", "From that age on", "months times"],
  ["clogged", "Found felted", "months times"],
] as const;
const WHOLE = [
  ["oldYears", "Age that counts as old", "years"],
  ["leastMonths", "Never sooner than", "months"],
  ["mostMonths", "Never later than", "months"],
  ["aheadDays", "Before an edge", "days"],
] as const;

type Draft = Record<string, string>;
const draftOf = ({ months, ...rest }: UpkeepRules): Draft =>
  Object.fromEntries([
    ...Object.entries(months).map(([k, v]) => [`months.${k}`, String(v)] as const),
    ...Object.entries(rest).map(([k, v]) => [k, String(v)] as const),
  ]);

/** What goes for the next service while nothing is measured, each rule to be seen and set. */
export function RulesForm({ start }: { start: UpkeepRules }) {
  const router = useRouter();
  const { act, draft, setDraft, text, fields, rest } = useDraft<Record<string, string>>(() => draftOf(start));
  const [said, setSaid] = useState("");
  const save = async (e: React.FormEvent) => {
    e.preventDefault();
    setSaid("");
    const number = (key: string) => Number((draft[key] ?? "").replace(",", "."));
    const months = Object.fromEntries(ENVIRONMENTS.map((k) => [k, number(`months.${k}`)]));
    const others = Object.fromEntries([...FACTORS, ...WHOLE].map(([k]) => [k, number(k)]));
    const body = { months, ...others };
    if (!(await act(() => send<UpkeepRules>("PUT", "/api/upkeep", body)))) return;
    setSaid("Kept; dates that go by rule move");
    router.refresh();
  };
  const field = (key: string, label: string, hint: string) => (
    <Field key={key} label={label} hint={hint} error={fields[key]}>
      <Input className="field num" inputMode="decimal" {...text(key)} />
    </Field>
  );
  return (
    <section id="rules" aria-labelledby="rules-heading" className="mt-10 max-w-160 scroll-mt-6">
      <h2 id="rules-heading" className="border-t-[1.5px] border-line pt-5 text-head font-bold">
        Rules for the next service
      </h2>
      <p className="mt-2 text-lead text-ink-2">
        They go while fewer than two intervals between services are measured; a date says which of them made it.
      </p>
      <form onSubmit={(e) => void save(e)} noValidate className="mt-4 grid gap-4">
        <div className="grid gap-4 sm:grid-cols-3">
          {ENVIRONMENTS.map((k) => field(`months.${k}`, ENVIRONMENT_WORDS[k], "months"))}
        </div>
        <div className="grid gap-4 sm:grid-cols-4">
          {[...FACTORS, ...WHOLE].map(([key, label, hint]) => field(key, label, hint))}
        </div>
        <div className="flex flex-wrap items-center gap-4">
          <Button type="submit" look="plain">
            Keep these rules
          </Button>
          <Button onClick={() => setDraft(draftOf(usualRules))}>Ours again</Button>
          <span role="status" className="text-lead text-ink-2">
            {said}
          </span>
          {rest}
        </div>
      </form>
    </section>
  );
}
