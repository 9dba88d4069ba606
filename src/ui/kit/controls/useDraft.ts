import { useState, type ChangeEvent } from "react";
import { useSubmit, type Submit } from "./useSubmit";

/** What a field of text needs of its draft. */
export interface TextField {
  value: string;
  invalid: boolean;
  onChange: (e: ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) => void;
}

export interface Draft<T> extends Submit {
  draft: T;
  set: (part: Partial<T>) => void;
  /** Begins anew from other fields. */
  setDraft: (draft: T) => void;
  /** A field of text by its name: `<Input {...text("tag")} />`. */
  text: (name: keyof T & string) => TextField;
}

/** The one way of forms: its fields as one draft, sent by {@link useSubmit}, checked where they are stored. */
export function useDraft<T extends object>(start: T | (() => T)): Draft<T> {
  const [draft, setDraft] = useState<T>(start);
  const submit = useSubmit();
  const set = (part: Partial<T>) => setDraft((now) => ({ ...now, ...part }));
  const text = (name: keyof T & string): TextField => ({
    value: String(draft[name]),
    invalid: Boolean(submit.fields[name]),
    onChange: (e) => set({ [name]: e.target.value } as Partial<T>),
  });
  return { ...submit, draft, set, setDraft, text };
}
