import { Input } from "@headlessui/react";

interface Props {
  value: string;
  onChange: (pin: string) => void;
  label?: string;
}

/** A field that takes the four digits of a PIN, and shows none. */
export function PinField({ value, onChange, label }: Props) {
  return (
    <Input
      type="password"
      inputMode="numeric"
      autoComplete="new-password"
      aria-label={label}
      maxLength={4}
      value={value}
      onChange={(e) => onChange(e.target.value.replace(/\D/g, ""))}
      className="field num w-full"
    />
  );
}
