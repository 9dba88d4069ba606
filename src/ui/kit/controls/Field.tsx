import { Description, Field as HeadlessField, Label } from "@headlessui/react";
import type { ReactNode } from "react";

/** A labelled control with its hint or what is wrong with it. */
export function Field({
  label,
  hint,
  error,
  children,
  className = "",
}: {
  label: string;
  hint?: string;
  error?: string;
  children: ReactNode;
  className?: string;
}) {
  return (
    <HeadlessField className={className}>
      <Label className="mb-1 block text-body font-medium">{label}</Label>
      {children}
      {error ? (
        <Description role="alert" className="caution-band mt-1 px-2 py-1 text-note">
          {error}
        </Description>
      ) : hint ? (
        <Description className="mt-1 text-note text-ink-2">{hint}</Description>
      ) : null}
    </HeadlessField>
  );
}
