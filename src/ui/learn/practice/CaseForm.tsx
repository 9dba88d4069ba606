"use client";
import { Input, Textarea } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import {
  chipsOf,
  complaintWhole,
  LEVELS,
  LOGGED,
  modelOf,
  PRACTICE_KINDS,
  SIZES,
  type Level,
  type Logged,
  type PracticeKind,
} from "@/core/learn/practice";
import {
  atChip,
  COMPLAINTS,
  DUST_PARTS,
  FAULTS,
  faultName,
  SUSPECT_WORDS,
  suspectOf,
  type Complaint,
  type Fault,
  type FaultKind,
} from "@/core/learn/suspects";
import { words } from "@/core/base/words";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { Pick } from "@/ui/kit/controls/Pick";
import { send } from "@/ui/kit/controls/send";
import { whoWorks } from "@/ui/kit/controls/who";
import { useSubmit } from "@/ui/kit/controls/useSubmit";

const LOGGED_WORDS: Readonly<Record<Logged, string>> = {
  all: "everything",
  "no-fan": "no fan speed",
  "one-core": "no single cores, no memory",
  bare: "neither fan speed nor cores",
};

const first: Fault = { kind: "dust", size: 4 / SIZES, chip: "cpu", part: "fins" };

/** What is typed of a case, and how it is kept. */
function useCaseForm() {
  const router = useRouter();
  const [form, setForm] = useState({
    title: "",
    kind: "tessaly" as PracticeKind,
    level: "fair" as Level,
    faults: [first, null] as (Fault | null)[],
    complaint: "loud" as Complaint,
    words: "",
    opened: false,
    logged: "all" as Logged,
  });
  const [made, setMade] = useState<string | null>(null);
  const { act, fields, rest } = useSubmit();
  const submit = async (e: React.FormEvent) => {
    e.preventDefault();
    const body = {
      ...form,
      faults: form.faults.filter((f) => f !== null),
      who: whoWorks(),
    };
    const sent = await act(() => send<{ code: string }>("POST", "/api/practice/cases", body));
    setMade(sent ? sent.value.code : null);
    if (sent) router.refresh();
  };
  const set = (change: Partial<typeof form>) => setForm((now) => ({ ...now, ...change }));
  return { form, set, made, fields, rest, submit };
}

const named = <T extends string>(of: readonly T[], say: (v: T) => string) =>
  of.map((value) => ({ value, name: words.capital(say(value)) }));

/** A case a teacher makes: the machine, its faults, what the owner says and what is logged. */
export function CaseForm() {
  const { form, set, made, fields, rest, submit } = useCaseForm();
  return (
    <form className="mt-4 grid grid-cols-[minmax(0,1fr)] gap-4" onSubmit={(e) => void submit(e)}>
      <Field label="Name of the case" error={fields.title} hint="It must not give the fault away.">
        <Input
          value={form.title}
          maxLength={60}
          onChange={(e) => set({ title: e.target.value })}
          className="field w-full"
        />
      </Field>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-4 sm:grid-cols-2">
        <Field label="Machine" error={fields.kind}>
          <Pick
            label="Machine"
            value={form.kind}
            options={named(PRACTICE_KINDS, modelOf)}
            onChange={(kind) => set({ kind })}
          />
        </Field>
        <Field label="How hard" error={fields.level}>
          <Pick label="How hard" value={form.level} options={LEVEL_OPTIONS} onChange={(level) => set({ level })} />
        </Field>
      </div>
      <FaultFields
        kind={form.kind}
        faults={form.faults}
        error={fields.faults}
        onChange={(at, f) => set({ faults: form.faults.map((x, i) => (i === at ? f : x)) })}
      />
      <Owner form={form} set={set} fields={fields} />
      {rest}
      <div className="flex flex-wrap items-center gap-4">
        <Button look="main" big type="submit">
          Keep the case
        </Button>
        <p role="status" className="text-lead">
          {made ? (
            <>
              Kept. Its code is <b className="num font-bold">{made}</b>.
            </>
          ) : null}
        </p>
      </div>
    </form>
  );
}

const LEVEL_OPTIONS = named(LEVELS, (l) => l);

type CaseDraft = ReturnType<typeof useCaseForm>;

/** What the owner says of it, and what its sensors log. */
function Owner({
  form,
  set,
  fields,
}: Pick<CaseDraft, "form" | "set"> & {
  fields: Readonly<Record<string, string>>;
}) {
  return (
    <>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-4 sm:grid-cols-2">
        <Field label="What the owner says" error={fields.complaint}>
          <Pick
            label="What the owner says"
            value={form.complaint}
            options={named(COMPLAINTS, complaintWhole)}
            onChange={(complaint) => set({ complaint })}
          />
        </Field>
        <Field label="What is logged" error={fields.logged}>
          <Pick
            label="What is logged"
            value={form.logged}
            options={named(LOGGED, (l) => LOGGED_WORDS[l])}
            onChange={(logged) => set({ logged })}
          />
        </Field>
      </div>
      <Field label="In other words" error={fields.words} hint="Left empty, the owner says what is chosen above.">
        <Textarea
          value={form.words}
          maxLength={200}
          rows={2}
          onChange={(e) => set({ words: e.target.value })}
          className="field w-full"
        />
      </Field>
      <label className="flex min-h-11 cursor-pointer items-center gap-2.5 text-lead">
        <input
          type="checkbox"
          className="size-5 accent-(--copper)"
          checked={form.opened}
          onChange={(e) => set({ opened: e.target.checked })}
        />
        Somebody had it open before
      </label>
    </>
  );
}

interface FaultFieldsProps {
  kind: PracticeKind;
  faults: readonly (Fault | null)[];
  error: string | undefined;
  onChange: (at: number, fault: Fault | null) => void;
}

const SIZE_WORDS = ["slight", "fair", "bad"] as const;
const sizeOf = (word: (typeof SIZE_WORDS)[number]): number => (SIZE_WORDS.indexOf(word) * 3 + 1) / SIZES;
const sizeWord = (size: number): (typeof SIZE_WORDS)[number] =>
  SIZE_WORDS[Math.min(2, Math.max(0, Math.round((size * SIZES - 1) / 3)))] ?? "fair";

/** One fault or two, how bad each is, and where it lies. */
function FaultFields({ kind, faults, error, onChange }: FaultFieldsProps) {
  const kinds = [
    { value: "none" as const, name: "None" },
    ...FAULTS.filter((k) => k !== "nothing").map((value) => ({
      value,
      name: words.capital(faultName(value)),
      group: SUSPECT_WORDS[suspectOf(value)],
    })),
  ];
  return (
    <fieldset className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <legend className="mb-1 text-body font-medium">What is wrong</legend>
      {faults.map((f, at) => (
        <div
          key={at}
          className="grid grid-cols-[minmax(0,1fr)] gap-2 sm:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)_minmax(0,1fr)]"
        >
          <Pick<FaultKind | "none">
            label={at === 0 ? "Fault" : "Second fault"}
            value={f?.kind ?? "none"}
            options={kinds}
            onChange={(k) => onChange(at, k === "none" ? null : { ...(f ?? first), kind: k })}
          />
          {f ? (
            <Pick
              label="How bad"
              value={sizeWord(f.size)}
              options={SIZE_WORDS.map((value) => ({ value, name: words.capital(value) }))}
              onChange={(w) => onChange(at, { ...f, size: sizeOf(w) })}
            />
          ) : null}
          {f && atChip(f.kind) && chipsOf(kind).length > 1 ? (
            <Pick
              label="At which chip"
              value={f.chip}
              options={chipsOf(kind).map((value) => ({ value, name: words.capital(words.chip(value)) }))}
              onChange={(chip) => onChange(at, { ...f, chip })}
            />
          ) : null}
          {f?.kind === "dust" ? (
            <Pick
              label="Where the lint lies"
              value={f.part}
              options={DUST_PARTS.map((value) => ({ value, name: words.capital(value) }))}
              onChange={(part) => onChange(at, { ...f, part })}
            />
          ) : null}
        </div>
      ))}
      {error ? (
        <p role="alert" className="caution-band px-2 py-1 text-note">
          {error}
        </p>
      ) : null}
    </fieldset>
  );
}
