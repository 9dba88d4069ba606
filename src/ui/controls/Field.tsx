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
      <Label className="mb-1 block text-[16px] font-[560]">{label}</Label>
      {children}
      {error ? (
        <Description
          role="alert"
          className="mt-1 border-l-[4px] border-caution bg-caution-wash px-2 py-1 text-[15px] text-caution-ink"
        >
          {error}
        </Description>
      ) : hint ? (
        <Description className="mt-1 text-[14.5px] text-ink-2">{hint}</Description>
      ) : null}
    </HeadlessField>
  );
}
