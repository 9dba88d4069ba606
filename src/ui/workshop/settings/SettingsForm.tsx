"use client";
import { Input } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useId, useState } from "react";
import { CURRENCIES, THRESHOLDS_K, type Workshop } from "@/core/workshop/job";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { Pick } from "@/ui/kit/controls/Pick";
import { send } from "@/ui/kit/controls/send";
import { Thermometers, type ThermometerDraft } from "./Thermometers";
import { useDraft, type TextField } from "@/ui/kit/controls/useDraft";

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

const thermometersOf = (w: Workshop): ThermometerDraft[] =>
  w.thermometers.map((t, key) => ({ key, name: t.name, highK: String(t.highK) }));

const draftOf = (w: Workshop) => ({
  name: w.name,
  currency: w.currency,
  language: w.language,
  unit: w.unit,
  zone: w.zone,
  thresholdK: String(w.thresholdK),
  people: w.people.join(", "),
  thermometers: thermometersOf(w),
});

/** Zones as the server knows them, and its own. */
export interface Zones {
  here: string;
  known: readonly string[];
}

/** The workshop's name, its money, where its days begin, the initials of those who work here, its thermometers. */
export function SettingsForm({ start, zones }: { start: Workshop; zones: Zones }) {
  const router = useRouter();
  const { act, draft, set, text, fields, rest } = useDraft(() => draftOf(start));
  const [said, setSaid] = useState("");
  const save = async (e: React.FormEvent) => {
    e.preventDefault();
    setSaid("");
    const body = {
      ...draft,
      people: listed(draft.people),
      thermometers: draft.thermometers.map((t) => ({ name: t.name, highK: t.highK.replace("\u2212", "-") })),
    };
    const sent = await act(() => send<Workshop>("PUT", "/api/settings", body));
    if (!sent) return;
    set({ people: sent.value.people.join(", "), thermometers: thermometersOf(sent.value) });
    setSaid("Kept");
    router.refresh();
  };
  return (
    <form onSubmit={(e) => void save(e)} noValidate className="mt-5 grid max-w-160 gap-5">
      <Field label="Name" hint="Stands on the rack and in what is printed" error={fields.name}>
        <Input className="field" maxLength={60} {...text("name")} />
      </Field>
      <Field label="Money" hint="What lots cost, and what a job's materials come to" error={fields.currency}>
        <Pick
          label="Money"
          value={draft.currency}
          options={MONEY}
          onChange={(currency) => set({ currency })}
          className="max-w-40"
        />
      </Field>
      <div className="grid gap-5 sm:grid-cols-2">
        <Field label="Language of reports" error={fields.language}>
          <Pick
            label="Language of reports"
            value={draft.language}
            options={TONGUES}
            onChange={(language) => set({ language })}
          />
        </Field>
        <Field label="Temperatures in reports" error={fields.unit}>
          <Pick
            label="Temperatures in reports"
            value={draft.unit}
            options={DEGREES}
            onChange={(unit) => set({ unit })}
          />
        </Field>
      </div>
      <ZoneField field={text("zone")} error={fields.zone} zones={zones} />
      <ThresholdField field={text("thresholdK")} error={fields.thresholdK} />
      <Field
        label="Who works here"
        hint="Initials, with commas; roles and names are kept nowhere"
        error={fields.people}
      >
        <Input className="field" maxLength={400} {...text("people")} />
      </Field>
      <Thermometers list={draft.thermometers} onChange={(thermometers) => set({ thermometers })} errors={fields} />
      <div className="flex items-center gap-4">
        <Button type="submit" look="main" big keyCap="Enter">
          Keep these settings
        </Button>
        <span role="status" className="text-lead text-ink-2">
          {said}
        </span>
        {rest}
      </div>
    </form>
  );
}

const { least, usual, most } = THRESHOLDS_K;

interface OneField {
  field: TextField;
  error: string | undefined;
}

/** Where a day begins: today, late and tomorrow follow from it. */
function ZoneField({ field, error, zones }: OneField & { zones: Zones }) {
  const id = useId();
  return (
    <Field
      label="Time zone"
      hint={`Where your days begin, such as Europe/Vienna. Empty: that of the server, ${zones.here}`}
      error={error}
    >
      <Input className="field max-w-90" list={id} maxLength={60} {...field} />
      <datalist id={id}>
        {zones.known.map((zone) => (
          <option key={zone} value={zone} />
        ))}
      </datalist>
    </Field>
  );
}

function ThresholdField({ field, error }: OneField) {
  return (
    <Field
      label="No real change below, K"
      hint={
        `The judge calls a smaller difference no change; ${least} to ${most}, usually ${usual}. ` +
        "Open jobs are judged by it, closed ones stay as they are"
      }
      error={error}
    >
      <Input className="field num max-w-40" inputMode="decimal" maxLength={5} {...field} />
    </Field>
  );
}
