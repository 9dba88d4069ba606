"use client";
import { useId, useState } from "react";

interface Props {
  label: string;
  unit?: string;
  value: number;
  min: number;
  max: number;
  step?: number;
  onChange: (v: number) => void;
  hideLabel?: boolean;
}

/**
 * A figure that is typed: takes a comma or a point, arrow keys step it, wrong input stays visible and changes nothing.
 */
export function NumberField({ label, unit = "", value, min, max, step = 0.5, onChange, hideLabel = false }: Props) {
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const shown = draft ?? String(Math.round(value * 100) / 100);
  const parsed = Number(shown.replace(",", "."));
  const wrong = draft !== null && !(shown.trim() !== "" && Number.isFinite(parsed) && parsed >= min && parsed <= max);
  const take = (text: string) => {
    setDraft(text);
    const v = Number(text.replace(",", "."));
    if (text.trim() !== "" && Number.isFinite(v) && v >= min && v <= max && v !== value) onChange(v);
  };
  return (
    <div className="min-w-0">
      <label htmlFor={id} className={hideLabel ? "sr-only" : "block truncate text-note text-ink-2"}>
        {label}
        {unit ? `, ${unit}` : ""}
      </label>
      <input
        id={id}
        inputMode="decimal"
        className="field num px-2 text-body font-strong"
        value={shown}
        aria-invalid={wrong}
        aria-describedby={wrong ? `${id}-why` : undefined}
        onChange={(e) => take(e.target.value)}
        onBlur={() => setDraft(null)}
        onKeyDown={(e) => {
          if (e.key !== "ArrowUp" && e.key !== "ArrowDown") return;
          e.preventDefault();
          const by = (e.key === "ArrowUp" ? 1 : -1) * (e.shiftKey ? 10 : 1) * step;
          const v = Math.min(max, Math.max(min, Math.round((value + by) * 100) / 100));
          setDraft(null);
          onChange(v);
        }}
      />
      {wrong ? (
        <span id={`${id}-why`} role="alert" className="text-tag text-caution-ink">
          From {min} to {max}
        </span>
      ) : null}
    </div>
  );
}
