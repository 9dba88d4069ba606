"use client";
import { Checkbox, Field, Input, Label } from "@headlessui/react";
import { type FieldSpec, KINDS, isBox, isPath, kindFor, partName, type BoxPart } from "@/core/drawing/parts";
import { Button } from "@/ui/kit/controls/Button";
import { Pick } from "@/ui/kit/controls/Pick";
import { NumberField } from "@/ui/kit/controls/NumberField";
import { Points } from "./Points";
import { Links } from "./Links";
import { BaseFields } from "./BaseFields";
import { type PropertiesGiven, replaced } from "./edits";

/**
 * The part in hand as typed millimetres, choices and points; with nothing in hand, the base and the estimates' figures.
 */
export function Properties({ map, layout, selected, onChange }: PropertiesGiven) {
  const part = selected.length === 1 ? selected[0] : undefined;
  if (!part)
    return selected.length > 1 ? (
      <Several map={map} layout={layout} selected={selected} onChange={onChange} />
    ) : (
      <BaseFields layout={layout} onChange={onChange} />
    );
  const name = part.tag || KINDS[part.kind].name;
  const set = (more: object, what: string) => onChange(replaced(layout, { ...part, ...more }), what, true);
  const value = (key: string) => (part as unknown as Record<string, unknown>)[key];
  return (
    <fieldset disabled={part.locked} className="flex flex-col gap-3">
      <h2 className="flex items-baseline gap-3">
        <span className="text-step leading-9 font-heavy">{part.tag}</span>
        <span className="text-sub font-strong">
          {part.kind === "chip" || part.kind === "screw" ? partName(part) : KINDS[part.kind].name}
        </span>
      </h2>
      {part.locked ? <p className="text-body text-ink-2">Locked: L frees it.</p> : null}
      <div className="grid grid-cols-3 gap-2">
        {KINDS[part.kind].letter ? (
          <TextField label="Tag" value={part.tag} max={8} onChange={(tag) => set({ tag }, `Tag of ${name}`)} />
        ) : null}
        {isBox(part) ? <BoxFields part={part} set={set} name={name} /> : null}
        {KINDS[part.kind].fields
          .filter((f) => f.type === "number")
          .map((f) => (
            <NumberField
              key={f.key}
              label={f.label}
              unit={f.unit}
              value={Number(value(f.key))}
              min={f.min}
              max={f.max}
              step={f.unit === "" ? 1 : 0.1}
              onChange={(v) => set({ [f.key]: v }, `${f.label} of ${name}`)}
            />
          ))}
      </div>
      {KINDS[part.kind].fields.map((f) => (
        <FieldFor key={f.key} f={f} value={value} set={set} name={name} />
      ))}
      {isPath(part) ? <Points part={part} onChange={(p, what) => onChange(replaced(layout, p), what, true)} /> : null}
      <Links map={map} layout={layout} part={part} onChange={onChange} />
    </fieldset>
  );
}

interface BoxFieldsProps {
  part: BoxPart;
  set: (more: object, what: string) => void;
  name: string;
}

/** Where a part lies, how large it is, and how it is turned. */
function BoxFields({ part, set, name }: BoxFieldsProps) {
  return (
    <>
      <NumberField
        label="Across"
        unit="mm"
        value={part.xMm}
        min={-500}
        max={1500}
        onChange={(xMm) => set({ xMm }, `Place of ${name}`)}
      />
      <NumberField
        label="Down"
        unit="mm"
        value={part.yMm}
        min={-500}
        max={1500}
        onChange={(yMm) => set({ yMm }, `Place of ${name}`)}
      />
      <NumberField
        label="Width"
        unit="mm"
        value={part.wMm}
        min={0.2}
        max={1000}
        onChange={(wMm) => set(part.kind === "screw" ? { wMm, hMm: wMm } : { wMm }, `Size of ${name}`)}
      />
      {part.kind === "screw" ? null : (
        <NumberField
          label="Height"
          unit="mm"
          value={part.hMm}
          min={0.2}
          max={1000}
          onChange={(hMm) => set({ hMm }, `Size of ${name}`)}
        />
      )}
      <NumberField
        label="Turn"
        unit="°"
        value={part.turnDeg}
        min={-360}
        max={360}
        step={5}
        onChange={(turnDeg) => set({ turnDeg }, `Turn of ${name}`)}
      />
    </>
  );
}

interface FieldForProps {
  f: FieldSpec;
  value: (key: string) => unknown;
  set: (more: object, what: string) => void;
  name: string;
}

/** A field that is no number: a choice, words, or yes and no. */
function FieldFor({ f, value, set, name }: FieldForProps) {
  if (f.type === "choice") {
    return (
      <div className="grid grid-cols-[108px_1fr] items-center gap-2">
        <span aria-hidden className="text-body text-ink-2">
          {f.label}
        </span>
        <Pick
          label={f.label}
          value={String(value(f.key))}
          options={f.options.map(([v, l]) => ({ value: v, name: l }))}
          onChange={(v) => set({ [f.key]: v }, `${f.label} of ${name}`)}
        />
      </div>
    );
  }
  if (f.type === "text")
    return (
      <TextField
        row
        label={f.label}
        value={String(value(f.key))}
        max={f.max}
        onChange={(v) => set({ [f.key]: v }, `${f.label} of ${name}`)}
      />
    );
  if (f.type === "flag")
    return (
      <Flag
        label={f.label}
        value={Boolean(value(f.key))}
        onChange={(v) => set({ [f.key]: v }, `${f.label} of ${name}`)}
      />
    );
  return null;
}

function TextField({
  label,
  value,
  max,
  onChange,
  row = false,
}: {
  label: string;
  value: string;
  max: number;
  onChange: (v: string) => void;
  row?: boolean;
}) {
  return (
    <label className={row ? "grid grid-cols-[108px_1fr] items-center gap-2" : "min-w-0"}>
      <span className="block truncate text-note text-ink-2">{label}</span>
      <Input className="field px-2" value={value} maxLength={max} onChange={(e) => onChange(e.target.value)} />
    </label>
  );
}

function Flag({ label, value, onChange }: { label: string; value: boolean; onChange: (v: boolean) => void }) {
  return (
    <Field className="flex min-h-11 items-center gap-3">
      <Checkbox
        checked={value}
        onChange={onChange}
        className="grid size-6 place-items-center rounded-tight border-2 border-ink bg-sheet data-checked:bg-ink"
      >
        <svg aria-hidden viewBox="0 0 14 14" className={`size-4 ${value ? "" : "invisible"}`}>
          <path d="M2 7.5l3.4 3.4L12 4" fill="none" stroke="var(--sheet)" strokeWidth={2.4} />
        </svg>
      </Checkbox>
      <Label className="text-lead">{label}</Label>
    </Field>
  );
}

function Several({ map, layout, selected, onChange }: PropertiesGiven) {
  const [a, b] = selected;
  const pair = selected.length === 2 && a && b && (kindFor(a, b) ?? kindFor(b, a)) ? ([a, b] as const) : null;
  const linked = pair
    ? map.links.some((l) => (l.a === pair[0].id && l.b === pair[1].id) || (l.a === pair[1].id && l.b === pair[0].id))
    : false;
  const kinds = new Map<string, number>();
  for (const p of selected) kinds.set(KINDS[p.kind].name, (kinds.get(KINDS[p.kind].name) ?? 0) + 1);
  return (
    <div className="flex flex-col gap-3">
      <h2 className="text-head font-heavy">{selected.length} parts</h2>
      <p className="text-lead text-ink-2">
        {[...kinds].map(([k, n]) => `${n} ${k.toLowerCase()}${n > 1 ? "s" : ""}`).join(", ")}
      </p>
      {pair && !linked ? (
        <Button
          onClick={() =>
            onChange(
              {
                ...layout,
                links: [
                  ...layout.links.filter(
                    (l) => !((l.a === pair[0].id && l.b === pair[1].id) || (l.a === pair[1].id && l.b === pair[0].id)),
                  ),
                  { a: pair[0].id, b: pair[1].id, is: true },
                ],
              },
              `Link of ${partName(pair[0])} and ${partName(pair[1])}`,
            )
          }
        >
          They belong together
        </Button>
      ) : null}
    </div>
  );
}
