"use client";
import { Input } from "@headlessui/react";
import { Plus, X } from "lucide-react";
import { useId } from "react";
import { Button } from "@/ui/kit/controls/Button";

/** A thermometer as typed: the figure stays text until it is sent. */
export interface ThermometerDraft {
  key: number;
  name: string;
  highK: string;
}

interface Props {
  list: readonly ThermometerDraft[];
  onChange: (list: ThermometerDraft[]) => void;
  errors: Record<string, string>;
}

/** Thermometers the room is read by, each with what it shows too much; a run keeps both as they were. */
export function Thermometers({ list, onChange, errors }: Props) {
  const id = useId();
  const change = (key: number, part: Partial<ThermometerDraft>) =>
    onChange(list.map((t) => (t.key === key ? { ...t, ...part } : t)));
  const add = () => onChange([...list, { key: 1 + Math.max(0, ...list.map((t) => t.key)), name: "", highK: "0" }]);
  return (
    <fieldset>
      <legend className="mb-1 text-body font-medium">Thermometers</legend>
      <p className="mb-2 text-note text-ink-2">
        Lay them side by side for an hour: how much more than the one you trust does each show? A run keeps the figure
        it was read with; the judge takes it off the room.
      </p>
      {list.length ? (
        <ul className="grid gap-2">
          {list.map((t, i) => {
            const error = errors[`thermometers.${i}.name`] ?? errors[`thermometers.${i}.highK`];
            const errorId = `${id}-${t.key}-error`;
            return (
              <li key={t.key}>
                <div className="flex items-center gap-2">
                  <Input
                    aria-label={`Name of thermometer ${i + 1}`}
                    placeholder="Such as: bench probe"
                    className="field"
                    value={t.name}
                    maxLength={40}
                    aria-describedby={error ? errorId : undefined}
                    onChange={(e) => change(t.key, { name: e.target.value })}
                  />
                  <span className="shrink-0 text-body text-ink-2">shows</span>
                  <Input
                    aria-label={`How much thermometer ${i + 1} shows too much, K`}
                    className="field num w-20! shrink-0"
                    value={t.highK}
                    inputMode="text"
                    aria-describedby={error ? errorId : undefined}
                    onChange={(e) => change(t.key, { highK: e.target.value })}
                  />
                  <span className="shrink-0 text-body text-ink-2">K too much</span>
                  <Button
                    aria-label={`Take ${t.name || `thermometer ${i + 1}`} from the list`}
                    onClick={() => onChange(list.filter((o) => o.key !== t.key))}
                  >
                    <X aria-hidden size={18} />
                  </Button>
                </div>
                {error ? (
                  <p id={errorId} role="alert" className="caution-band mt-1 px-2 py-1 text-note">
                    {error}
                  </p>
                ) : null}
              </li>
            );
          })}
        </ul>
      ) : null}
      <Button look="plain" className="mt-2" onClick={add}>
        <Plus aria-hidden size={18} /> Add a thermometer
      </Button>
    </fieldset>
  );
}
