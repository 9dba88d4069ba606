"use client";
import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from "@headlessui/react";
import { Check, ChevronDown } from "lucide-react";

export interface PickOption<T extends string> {
  value: T;
  name: string;
  /** Heads the options that share it. */
  group?: string;
  disabled?: boolean;
}

interface Props<T extends string> {
  /** What is picked: said before the value to whoever cannot see it. */
  label: string;
  value: T;
  options: readonly PickOption<T>[];
  onChange: (value: T) => void;
  id?: string;
  disabled?: boolean;
  className?: string;
}

/** One of several, as a list that opens; keys: arrows, first letters, Enter, Esc. */
export function Pick<T extends string>({ label, value, options, onChange, id, disabled, className = "" }: Props<T>) {
  const current = options.find((o) => o.value === value);
  return (
    <Listbox value={value} onChange={onChange} disabled={disabled}>
      <ListboxButton
        id={id}
        aria-label={`${label}: ${current?.name ?? "nothing picked"}`}
        className={`field flex items-center gap-1.5 text-left ${className}`}
      >
        <span className="min-w-0 flex-1 truncate">{current?.name ?? ""}</span>
        <ChevronDown aria-hidden size={17} className="shrink-0 text-ink-2" />
      </ListboxButton>
      <ListboxOptions
        anchor={{ to: "bottom start", gap: 4, padding: 8 }}
        className="z-60 min-w-[var(--button-width)] overflow-y-auto border-2 border-ink bg-sheet py-1
          text-body text-ink shadow-lg"
      >
        {options.map((o, i) => (
          <Option key={o.value} option={o} heading={o.group !== options[i - 1]?.group ? o.group : undefined} />
        ))}
      </ListboxOptions>
    </Listbox>
  );
}

function Option<T extends string>({ option, heading }: { option: PickOption<T>; heading: string | undefined }) {
  return (
    <>
      {heading ? (
        <div role="presentation" className="px-3 pt-2 pb-0.5 text-tag text-ink-2">
          {heading}
        </div>
      ) : null}
      <ListboxOption
        value={option.value}
        disabled={option.disabled}
        className="group flex min-h-11 cursor-pointer items-center gap-2 px-3 data-disabled:cursor-not-allowed
          data-disabled:text-ink-2 data-focus:bg-copper-wash"
      >
        <Check aria-hidden size={17} className="invisible shrink-0 group-data-selected:visible" />
        {option.name}
      </ListboxOption>
    </>
  );
}
