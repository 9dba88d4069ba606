"use client";
import { Pick } from "@/ui/kit/controls/Pick";
import { useId, useState } from "react";
import { exhaustOf, exhaustText } from "@/core/drawing/cooling";
import { useWorkshop } from "@/ui/kit/controls/workshop";
import { words } from "@/core/base/words";
import { type SettingDifference, settingDifferences, type RunConditions } from "@/core/measure/pair";
import { settingWords } from "@/core/measure/says";

/** The conditions of a run as typed: numbers stay text until they are sent. */
export type ConditionsDraft = Record<keyof Required<RunConditions>, string>;

export const draftOf = (c: RunConditions | null): ConditionsDraft => ({
  roomStartC: text(c?.roomStartC),
  roomEndC: text(c?.roomEndC),
  thermometer: c?.thermometer ?? "",
  thermometerHighK: text(c?.thermometerHighK),
  supply: c?.supply ?? "",
  adapterW: text(c?.adapterW),
  charging: c?.charging ?? "",
  powerMode: c?.powerMode ?? "",
  graphicsMode: c?.graphicsMode ?? "",
  surface: c?.surface ?? "",
  lid: c?.lid ?? "",
  recipe: c?.recipe ?? "",
  fanPolicy: c?.fanPolicy ?? "",
  exhaust: c?.exhaust ?? "",
});

const text = (v: number | null | undefined): string => (v === null || v === undefined ? "" : String(v));
const num = (s: string): number | null => {
  const v = Number(s.trim().replace(",", "."));
  return s.trim() === "" || !Number.isFinite(v) ? null : v;
};

export const conditionsOf = (d: ConditionsDraft): RunConditions => ({
  ...d,
  roomStartC: num(d.roomStartC),
  roomEndC: num(d.roomEndC),
  thermometerHighK: num(d.thermometerHighK),
  adapterW: num(d.adapterW),
  supply: d.supply === "mains" || d.supply === "battery" ? d.supply : null,
  charging: d.charging === "charging" || d.charging === "full" ? d.charging : null,
  lid: d.lid === "open" || d.lid === "closed" ? d.lid : null,
});

interface Row {
  field: keyof RunConditions;
  label: string;
  unit?: string;
  options?: readonly [string, string][];
  suggest?: readonly string[];
}

const ROOM: readonly Row[] = [
  { field: "roomStartC", label: "Room, start", unit: "°C" },
  { field: "roomEndC", label: "Room, end", unit: "°C" },
];

const ROWS: readonly Row[] = [
  {
    field: "supply",
    label: "Power from",
    options: [
      ["mains", "Mains"],
      ["battery", "Battery"],
    ],
  },
  { field: "adapterW", label: "Adapter", unit: "W" },
  {
    field: "charging",
    label: "Battery",
    options: [
      ["charging", "Charging"],
      ["full", "Full, or out"],
    ],
  },
  { field: "powerMode", label: "Power mode", suggest: ["Performance", "Balanced", "Quiet"] },
  { field: "graphicsMode", label: "Graphics", suggest: ["Graphics chip on", "Processor graphics only", "Automatic"] },
  { field: "surface", label: "Surface", suggest: ["Hard table", "Stand", "Soft mat"] },
  {
    field: "lid",
    label: "Lid",
    options: [
      ["open", "Open"],
      ["closed", "Closed"],
    ],
  },
  { field: "recipe", label: "Load", suggest: ["All cores, 15 min", "All cores and graphics, 15 min"] },
  { field: "fanPolicy", label: "Fans", suggest: ["Automatic", "Full speed", "Fixed"] },
];

interface Props {
  draft: ConditionsDraft;
  onChange: (d: ConditionsDraft) => void;
  before: RunConditions | null;
  logged: { power: boolean; fan: boolean; room: boolean };
  errors: Record<string, string>;
  /** Tags of the fin stacks whose outlets the drawing knows: their air may be read, and is never asked for twice. */
  outlets?: readonly string[];
}

/** Settings a run cannot be compared without; those of the run before stand beside, differences are pointed out. */
export function Conditions({ draft, onChange, before, logged, errors, outlets = [] }: Props) {
  const id = useId();
  const differences = before ? settingDifferences(before, conditionsOf(draft), logged) : [];
  const noRoom = !logged.room && num(draft.roomStartC) === null && num(draft.roomEndC) === null;
  const row = (r: Row) => (
    <ConditionRow
      key={r.field}
      r={r}
      difference={differences.find((d) => d.field === r.field)}
      before={before}
      fieldId={`${id}-${r.field}`}
      draft={draft}
      onChange={onChange}
      error={errors[`conditions.${r.field}`] ?? errors[r.field]}
      noRoom={noRoom}
    />
  );
  return (
    <section aria-labelledby={`${id}-h`}>
      <h2 id={`${id}-h`} className="text-lead font-bold">
        {before ? "Same place, same settings?" : "Where and how it ran"}
      </h2>
      {before ? (
        <div className="grid grid-cols-[86px_86px_1fr] gap-x-2 pt-1 text-note text-ink-2">
          <span />
          <span>Run before</span>
          <span>This run</span>
        </div>
      ) : null}
      <div className="mt-1">
        {ROOM.map(row)}
        <ThermometerRow before={before} draft={draft} onChange={onChange} fieldId={`${id}-thermometer`} />
        {ROWS.map(row)}
        {outlets.length ? (
          <Outlets
            tags={outlets}
            text={draft.exhaust}
            error={errors["conditions.exhaust"] ?? errors.exhaust}
            onChange={(exhaust) => onChange({ ...draft, exhaust })}
          />
        ) : null}
      </div>
    </section>
  );
}

interface OutletsProps {
  tags: readonly string[];
  text: string;
  error: string | undefined;
  onChange: (text: string) => void;
}

/** Air at each outlet late in the load, where somebody held a thermometer to it. */
function Outlets({ tags, text: kept, error, onChange }: OutletsProps) {
  // as typed: what is no number yet stays in its field, and only numbers are kept
  const [typed, setTyped] = useState<ReadonlyMap<string, string>>(
    () => new Map([...exhaustOf(kept)].map(([tag, C]) => [tag, String(C)])),
  );
  const change = (tag: string, value: string) => {
    const next = new Map(typed).set(tag, value);
    setTyped(next);
    onChange(exhaustText(new Map([...next].flatMap(([t, v]) => (num(v) === null ? [] : [[t, num(v) ?? 0] as const])))));
  };
  return (
    <fieldset className="border-b border-line-2 py-1.5">
      <legend className="contents">
        <span className="block text-body">Air at the outlets, late in the load</span>
      </legend>
      <div className="mt-1 flex flex-wrap gap-x-3 gap-y-1">
        {tags.map((tag) => (
          <label key={tag} className="flex items-center gap-1.5 text-body">
            {tag}
            <input
              value={typed.get(tag) ?? ""}
              inputMode="decimal"
              aria-label={`Air at the outlet of ${tag}, °C`}
              onChange={(e) => change(tag, e.target.value)}
              className="field num min-h-9.5! w-17 px-2! py-1! text-body! font-strong"
            />
          </label>
        ))}
        <span className="num self-center text-note">°C</span>
      </div>
      {error ? (
        <p role="alert" className="caution-band mt-1 px-2 text-note">
          {error}
        </p>
      ) : (
        <p className="pt-0.5 text-note leading-4.5 text-ink-2">
          If you have a thermometer at hand: it tells how the heat parts among the stacks.
        </p>
      )}
    </fieldset>
  );
}

interface ConditionRowProps {
  r: Row;
  difference: SettingDifference | undefined;
  before: RunConditions | null;
  fieldId: string;
  draft: ConditionsDraft;
  onChange: (d: ConditionsDraft) => void;
  error: string | undefined;
  noRoom: boolean;
}

/** One setting: that of the run before, this run's, and what is wrong or differs. */
function ConditionRow({ r, difference, before, fieldId, draft, onChange, error, noRoom }: ConditionRowProps) {
  return (
    <div
      className={`border-b border-line-2 py-0.75 ${difference ? "-mx-2 bg-caution-wash px-2 text-caution-ink" : ""}`}
    >
      <div className={`grid items-center gap-x-2 ${columns(before)}`}>
        <label htmlFor={fieldId} className="text-body">
          {r.label}
        </label>
        {before ? (
          <span className={`truncate text-note ${difference ? "" : "text-ink-2"} ${r.unit ? "num" : ""}`}>
            {shown(before, r)}
          </span>
        ) : null}
        <span className="flex min-w-0 items-center gap-1.5">
          {r.options ? (
            <Pick
              id={fieldId}
              label={r.label}
              value={draft[r.field]}
              options={[{ value: "", name: "Not said" }, ...r.options.map(([value, name]) => ({ value, name }))]}
              onChange={(v) => onChange({ ...draft, [r.field]: v })}
              className={PICK}
            />
          ) : (
            <input
              id={fieldId}
              value={draft[r.field]}
              list={r.suggest ? `${fieldId}-list` : undefined}
              inputMode={r.unit ? "decimal" : undefined}
              aria-invalid={Boolean(error)}
              aria-describedby={error ? `${fieldId}-error` : undefined}
              onChange={(e) => onChange({ ...draft, [r.field]: e.target.value })}
              title={draft[r.field]}
              className={`field min-h-9.5! px-2! py-1! text-body! font-strong ${r.unit ? "num" : ""}`}
            />
          )}
          {r.unit ? <span className="num w-6 shrink-0 text-note">{r.unit}</span> : null}
          {r.suggest ? (
            <datalist id={`${fieldId}-list`}>
              {r.suggest.map((s) => (
                <option key={s} value={s} />
              ))}
            </datalist>
          ) : null}
        </span>
      </div>
      {error ? (
        <p id={`${fieldId}-error`} role="alert" className="caution-band mt-1 px-2 text-note">
          {error}
        </p>
      ) : null}
      {difference ? <p className="pt-0.5 text-note leading-4.5">{settingWords(difference.effect)}</p> : null}
      {r.field === "roomEndC" && noRoom ? (
        <p
          className="caution-band mt-1 px-2 py-0.5 text-note
          leading-4.5"
        >
          Without a room temperature airflow cannot be judged. Read it at the air inlet.
        </p>
      ) : null}
    </div>
  );
}

interface ThermometerRowProps {
  before: RunConditions | null;
  draft: ConditionsDraft;
  onChange: (d: ConditionsDraft) => void;
  fieldId: string;
}

/** Which thermometer showed the room; nothing where the workshop keeps none and none was said. */
function ThermometerRow({ before, draft, onChange, fieldId }: ThermometerRowProps) {
  const { thermometers } = useWorkshop();
  // one that was taken from the list since stays as it was kept with the run
  const kept = draft.thermometer && !thermometers.some((t) => t.name === draft.thermometer);
  const all = kept
    ? [...thermometers, { name: draft.thermometer, highK: num(draft.thermometerHighK) ?? 0 }]
    : thermometers;
  if (all.length === 0) return null;
  const highK = num(draft.thermometerHighK) ?? 0;
  const pick = (name: string) => {
    const found = all.find((t) => t.name === name);
    onChange({ ...draft, thermometer: name, thermometerHighK: found ? String(found.highK) : "" });
  };
  return (
    <div className="border-b border-line-2 py-0.75">
      <div className={`grid items-center gap-x-2 ${columns(before)}`}>
        <label htmlFor={fieldId} className="truncate text-body">
          Read by
        </label>
        {before ? <span className="truncate text-note text-ink-2">{before.thermometer || "—"}</span> : null}
        <Pick
          id={fieldId}
          label="Thermometer"
          value={draft.thermometer}
          options={[{ value: "", name: "Not said" }, ...all.map(({ name }) => ({ value: name, name }))]}
          onChange={pick}
          className={PICK}
        />
      </div>
      {draft.thermometer && highK !== 0 ? (
        <p className="pt-0.5 text-note text-ink-2">
          Shows {words.with(Math.abs(highK), "K", 1)} too {highK > 0 ? "much" : "little"}: that is taken off.
        </p>
      ) : null}
    </div>
  );
}

/** The run before stands between label and field, where there is one. */
const columns = (before: RunConditions | null): string =>
  before ? "grid-cols-[86px_86px_1fr]" : "grid-cols-[110px_1fr]";
const PICK = "min-h-9.5! px-1.5! py-1! text-body! font-strong";

function shown(c: RunConditions, r: Row): string {
  const v = c[r.field];
  if (v === null || v === undefined || v === "") return "—";
  return r.options?.find(([o]) => o === v)?.[1] ?? `${v}${r.unit ? `\u00a0${r.unit}` : ""}`;
}
