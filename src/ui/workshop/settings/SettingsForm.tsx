"use client";
import { Input } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { CURRENCIES, THRESHOLDS_K, type Workshop } from "@/core/workshop/job";
import type { Problem } from "@/core/base/result";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { Pick } from "@/ui/kit/controls/Pick";
import { send } from "@/ui/kit/controls/send";
import { Thermometers, type ThermometerDraft } from "./Thermometers";

const MONEY = CURRENCIES.map((value) => ({ value, name: value }));
const TONGUES = [
  { value: "en" as const, name: "English" },
  { value: "de" as const, name: "Deutsch" },
  { value: "fr" as const, name: "Français" },
];
const DEGREES = [
  { value: "C" as const, name: "°C, differences in K" },
  { value: "F" as const, name: "°F, K beside" },
];
const listed = (text: string): string[] => text.split(/[\s,;]+/).filter(Boolean);

const drafts = (w: Workshop): ThermometerDraft[] =>
  w.thermometers.map((t, key) => ({ key, name: t.name, highK: String(t.highK) }));

/** The workshop's name, its money, the initials of those who work here, its thermometers. */
export function SettingsForm({ start }: { start: Workshop }) {
  const router = useRouter();
  const [name, setName] = useState(start.name);
  const [currency, setCurrency] = useState(start.currency);
  const [language, setLanguage] = useState(start.language);
  const [unit, setUnit] = useState(start.unit);
  const [thresholdK, setThresholdK] = useState(String(start.thresholdK));
  const [people, setPeople] = useState(start.people.join(", "));
  const [thermometers, setThermometers] = useState(() => drafts(start));
  const [said, setSaid] = useState("");
  const [problem, setProblem] = useState<Problem | null>(null);
  const save = async (e: React.FormEvent) => {
    e.preventDefault();
    setSaid("");
    const sent = await send<Workshop>("PUT", "/api/settings", {
      name,
      currency,
      language,
      unit,
      thresholdK,
      people: listed(people),
      thermometers: thermometers.map((t) => ({ name: t.name, highK: t.highK.replace("\u2212", "-") })),
    });
    setProblem(sent.ok ? null : sent.problem);
    if (!sent.ok) return;
    setPeople(sent.value.people.join(", "));
    setThermometers(drafts(sent.value));
    setSaid("Kept");
    router.refresh();
  };
  return (
    <form onSubmit={(e) => void save(e)} noValidate className="mt-5 grid max-w-160 gap-5">
      <Field label="Name" hint="Stands on the rack and in what is printed" error={problem?.fields?.name}>
        <Input className="field" value={name} maxLength={60} onChange={(e) => setName(e.target.value)} />
      </Field>
      <Field label="Money" hint="What lots cost, and what a job's materials come to" error={problem?.fields?.currency}>
        <Pick label="Money" value={currency} options={MONEY} onChange={setCurrency} className="max-w-40" />
      </Field>
      <div className="grid gap-5 sm:grid-cols-2">
        <Field label="Language of reports" error={problem?.fields?.language}>
          <Pick label="Language of reports" value={language} options={TONGUES} onChange={setLanguage} />
        </Field>
        <Field label="Temperatures in reports" error={problem?.fields?.unit}>
          <Pick label="Temperatures in reports" value={unit} options={DEGREES} onChange={setUnit} />
        </Field>
      </div>
      <ThresholdField value={thresholdK} error={problem?.fields?.thresholdK} onChange={setThresholdK} />
      <Field
        label="Who works here"
        hint="Initials, with commas; roles and names are kept nowhere"
        error={problem?.fields?.people}
      >
        <Input className="field" value={people} maxLength={400} onChange={(e) => setPeople(e.target.value)} />
      </Field>
      <Thermometers list={thermometers} onChange={setThermometers} errors={problem?.fields ?? {}} />
      <div className="flex items-center gap-4">
        <Button type="submit" look="main" big keyCap="Enter">
          Keep these settings
        </Button>
        <span role="status" className="text-lead text-ink-2">
          {said}
        </span>
        {problem && !problem.fields ? (
          <span role="alert" className="text-lead text-stop-ink">
            {problem.message} {problem.action}
          </span>
        ) : null}
      </div>
    </form>
  );
}

const { least, usual, most } = THRESHOLDS_K;

function ThresholdField({
  value,
  error,
  onChange,
}: {
  value: string;
  error: string | undefined;
  onChange: (v: string) => void;
}) {
  return (
    <Field
      label="No real change below, K"
      hint={
        `The judge calls a smaller difference no change; ${least} to ${most}, usually ${usual}. ` +
        "Open jobs are judged by it, closed ones stay as they are"
      }
      error={error}
    >
      <Input
        className="field num max-w-40"
        inputMode="decimal"
        value={value}
        maxLength={5}
        onChange={(e) => onChange(e.target.value)}
      />
    </Field>
  );
}
