"use client";
import { Input, Radio, RadioGroup } from "@headlessui/react";
import { Pencil, Trash2, TriangleAlert } from "lucide-react";
import { useState } from "react";
import {
  ASIDE_KINDS,
  ASIDE_LENGTH,
  asideComesTo,
  asideFaults,
  asideLine,
  ASIDES,
  asideStep,
  asideText,
  asideWords,
  type Aside,
  type AsideKind,
} from "@/core/handwork/service";
import { words } from "@/core/base/words";
import { Button, KeyCap } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { useKeys } from "@/ui/kit/controls/keys";
import { freshId } from "@/ui/kit/outbox/outbox";
import { FormDialog } from "@/ui/kit/controls/FormDialog";

interface Props {
  asides: readonly Aside[];
  closed: boolean;
  onKeep: (step: string, value: string, note: string) => void;
  onTakeBack: (step: string) => void;
}

/** Parts found on the way, and the form that takes them: a row beneath the step, behind the key A. */
export function Asides(p: Props) {
  const [open, setOpen] = useState(false);
  useKeys({ a: () => setOpen(true) });
  const kinds = [...new Set(p.asides.map((a) => ASIDES[a.kind].title.toLowerCase()))];
  return (
    <div className="border-t border-line px-5 py-2">
      <button
        type="button"
        onClick={() => setOpen(true)}
        className="flex min-h-11 w-full items-center gap-2 text-left text-body font-medium hover:bg-plane"
      >
        <span className="min-w-0 flex-1">
          Found on the way
          {kinds.length ? <span className="font-regular text-ink-2">: {kinds.join(", ")}</span> : null}
        </span>
        <KeyCap>A</KeyCap>
      </button>
      {open ? <AsideDialog {...p} onClose={() => setOpen(false)} /> : null}
    </div>
  );
}

type Typed = { step: string | null; kind: AsideKind; values: Record<string, string>; note: string };
const typedOf = ({ step, kind, values, note }: Aside): Typed => ({ step, kind, values: { ...values }, note });
const blank = (kind: AsideKind = "memory"): Typed => ({ step: null, kind, values: {}, note: "" });

function AsideDialog({ asides, closed, onKeep, onTakeBack, onClose }: Props & { onClose: () => void }) {
  const [typed, setTyped] = useState<Typed>(blank);
  const [gone, setGone] = useState<string | null>(null);
  const keep = () => {
    setGone(null);
    const { step, kind, values, note } = typed;
    onKeep(step ?? asideStep(kind, freshId().replace(/\W/g, "").slice(0, 12)), asideText(kind, values), note.trim());
    setTyped(blank(kind));
  };
  return (
    <FormDialog title="Found on the way" onClose={onClose}>
      <p className="mt-1 text-body text-ink-2">
        Parts you come by that are not the job itself, with what is printed on them. Search finds them by their number,
        and the machine’s history shows how they change.
      </p>
      <AsideList
        asides={asides}
        closed={closed}
        onPick={(a) => {
          setTyped(typedOf(a));
          setGone(null);
        }}
        onTakeBack={(a) => {
          onTakeBack(a.step);
          // it stands in the form: kept, it is there again
          setTyped(typedOf(a));
          setGone(ASIDES[a.kind].title.toLowerCase());
        }}
      />
      {gone ? (
        <p role="status" className="caution-band mt-4 px-3 py-2 text-body">
          The {gone} was taken back. It stands below: keep it to have it again.
        </p>
      ) : null}
      {closed ? null : <AsideForm key={typed.step ?? "new"} typed={typed} onType={setTyped} onKeep={keep} />}
      <div className="mt-5 flex justify-end">
        <Button onClick={onClose} keyCap="Esc">
          Close
        </Button>
      </div>
    </FormDialog>
  );
}

interface AsideListProps {
  asides: readonly Aside[];
  closed: boolean;
  onPick: (a: Aside) => void;
  onTakeBack: (a: Aside) => void;
}

function AsideList({ asides, closed, onPick, onTakeBack }: AsideListProps) {
  if (asides.length === 0) return closed ? <p className="mt-4 text-lead">Nothing was written down.</p> : null;
  return (
    <ul aria-label="Written down" className="mt-4 border-t border-line">
      {asides.map((a) => (
        <li key={a.step} className="flex items-center gap-2 border-b border-line-2 py-1">
          <span className="flex min-w-0 flex-1 items-center gap-2 text-body">
            {asideComesTo(a)?.poor ? (
              <TriangleAlert aria-hidden size={18} className="shrink-0 text-caution-ink" />
            ) : null}
            {asideLine(a)}
          </span>
          {closed ? null : (
            <>
              <IconButton name={`Change ${ASIDES[a.kind].title.toLowerCase()}`} onClick={() => onPick(a)}>
                <Pencil aria-hidden size={18} />
              </IconButton>
              <IconButton name={`Take back ${ASIDES[a.kind].title.toLowerCase()}`} onClick={() => onTakeBack(a)}>
                <Trash2 aria-hidden size={18} />
              </IconButton>
            </>
          )}
        </li>
      ))}
    </ul>
  );
}

function IconButton({ name, ...rest }: { name: string; onClick: () => void; children: React.ReactNode }) {
  return (
    <button
      type="button"
      aria-label={name}
      className="grid size-11 shrink-0 place-items-center rounded-control hover:bg-plane"
      {...rest}
    />
  );
}

interface AsideFormProps {
  typed: Typed;
  onType: (t: Typed) => void;
  onKeep: () => void;
}

function AsideForm({ typed, onType, onKeep }: AsideFormProps) {
  const [faults, setFaults] = useState<Record<string, string>>({});
  const { kind, values, note } = typed;
  const { title, fields } = ASIDES[kind];
  const comes = asideWords(typed);
  const submit = (e: React.FormEvent) => {
    e.preventDefault();
    const found = asideFaults(kind, values);
    setFaults(found);
    if (Object.keys(found).length === 0) onKeep();
  };
  return (
    <form noValidate onSubmit={submit} className="mt-4 grid gap-4">
      <RadioGroup
        aria-label="What kind of part"
        value={kind}
        disabled={typed.step !== null}
        onChange={(k: AsideKind) => {
          setFaults({});
          onType({ ...blank(k), note });
        }}
        className="flex flex-wrap gap-2"
      >
        {ASIDE_KINDS.map((k) => (
          <Radio
            key={k}
            value={k}
            className="flex min-h-12 cursor-pointer items-center rounded-control border-2 border-line px-4 text-lead
              data-checked:border-ink data-checked:font-strong data-disabled:opacity-55"
          >
            {ASIDES[k].title}
          </Radio>
        ))}
      </RadioGroup>
      <div className="grid gap-4 sm:grid-cols-2">
        {fields.map((f) => (
          <Field
            key={f.key}
            label={f.unit ? `${f.label}, ${f.unit}` : f.label}
            error={faults[f.key]}
            className={f.key === "part" ? "sm:col-span-2" : ""}
          >
            <Input
              className={`field ${f.unit || f.key === "part" ? "num" : ""}`}
              inputMode={f.unit ? "decimal" : "text"}
              autoComplete="off"
              maxLength={ASIDE_LENGTH}
              value={values[f.key] ?? ""}
              onChange={(e) => onType({ ...typed, values: { ...values, [f.key]: e.target.value } })}
            />
          </Field>
        ))}
        <Field label="Note" className="sm:col-span-2">
          <Input
            className="field"
            autoComplete="off"
            maxLength={200}
            value={note}
            onChange={(e) => onType({ ...typed, note: e.target.value })}
          />
        </Field>
      </div>
      <div className="flex min-h-15 items-center justify-between gap-4">
        <p role="status" className="text-body text-ink-2">
          {comes && `${words.capital(comes)}.`}
        </p>
        <Button type="submit" look="main" big>
          {typed.step ? `Keep this ${title.toLowerCase()}` : "Write it down"}
        </Button>
      </div>
    </form>
  );
}
