"use client";
import { Checkbox, Field, Input, Label } from "@headlessui/react";
import {
  type FieldSpec,
  KINDS,
  type PathPoint,
  isBox,
  isPath,
  kindFor,
  partName,
  type CoolingMap,
  type Layout,
  type Part,
  type PathPart,
  type BoxPart,
  type Figures,
} from "@/core/drawing/parts";
import { withPoint } from "@/core/drawing/edit";
import { Button } from "@/ui/kit/controls/Button";
import { Pick } from "@/ui/kit/controls/Pick";
import { NumberField } from "@/ui/kit/controls/NumberField";

interface Props {
  map: CoolingMap;
  layout: Layout;
  selected: readonly Part[];
  onChange: (layout: Layout, what: string, joins?: boolean) => void;
}

const replaced = (layout: Layout, part: Part): Layout => ({
  ...layout,
  parts: layout.parts.map((p) => (p.id === part.id ? part : p)),
});

/**
 * The part in hand as typed millimetres, choices and points; with nothing in hand, the base and the estimates' figures.
 */
export function Properties({ map, layout, selected, onChange }: Props) {
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

function Points({
  part,
  onChange,
}: {
  part: Extract<Part, { points: unknown }>;
  onChange: (p: Part, what: string) => void;
}) {
  const name = part.tag || KINDS[part.kind].name;
  const bends = part.kind === "pipe" || part.kind === "cable";
  return (
    <table className="w-full text-left">
      <caption className="pb-1 text-left text-body font-strong">Points</caption>
      <PointHeads bends={bends} />
      <tbody>
        {part.points.map((p, i) => (
          <tr key={i}>
            <td className="num pr-1 text-note">{i + 1}</td>
            {(["xMm", "yMm"] as const).map((key) => (
              <td key={key} className="p-0.5">
                <NumberField
                  hideLabel
                  label={`Point ${i + 1} ${key === "xMm" ? "across" : "down"}`}
                  unit="mm"
                  value={p[key]}
                  min={-500}
                  max={1500}
                  onChange={(v) => onChange(withPoint(part, i, { [key]: v }), `Point ${i + 1} of ${name}`)}
                />
              </td>
            ))}
            <BendCell bends={bends} i={i} part={part} p={p} onChange={onChange} name={name} />
            <td>
              {part.points.length > 2 ? (
                <button
                  type="button"
                  aria-label={`Remove point ${i + 1}`}
                  className="grid size-9 place-items-center rounded-tight text-sub hover:bg-plane"
                  onClick={() =>
                    onChange(
                      { ...part, points: part.points.filter((_, k) => k !== i) },
                      `Point ${i + 1} of ${name} removed`,
                    )
                  }
                >
                  ×
                </button>
              ) : null}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

interface PointHeadsProps {
  bends: boolean;
}

/** Headings of the points of a path. */
function PointHeads({ bends }: PointHeadsProps) {
  return (
    <thead className="text-note text-ink-2">
      <tr>
        <th scope="col">
          <span className="sr-only">Point</span>
        </th>
        <th scope="col" className="font-regular">
          across
        </th>
        <th scope="col" className="font-regular">
          down
        </th>
        {bends ? (
          <th scope="col" className="font-regular">
            bend
          </th>
        ) : null}
        <th scope="col">
          <span className="sr-only">Remove</span>
        </th>
      </tr>
    </thead>
  );
}

interface BendCellProps {
  bends: boolean;
  i: number;
  part: PathPart;
  p: PathPoint;
  onChange: (p: Part, what: string) => void;
  name: string;
}

/** The bend of a path at a point; its ends have none. */
function BendCell({ bends, i, part, p, onChange, name }: BendCellProps) {
  return (
    <>
      {bends ? (
        <td className="p-0.5">
          {i > 0 && i < part.points.length - 1 ? (
            <NumberField
              hideLabel
              label={`Bend at point ${i + 1}`}
              unit="mm"
              value={p.bendMm}
              min={0}
              max={200}
              onChange={(v) => onChange(withPoint(part, i, { bendMm: v }), `Bend ${i + 1} of ${name}`)}
            />
          ) : null}
        </td>
      ) : null}
    </>
  );
}

const LINK_WORDS: Record<string, string> = {
  "pipe-on-plate": "lies on",
  "plate-on-chip": "lies on",
  "pipe-on-chip": "lies on",
  "pipe-into-fins": "goes into",
  "plate-into-fins": "goes into",
  "blower-through-fins": "blows through",
  "pad-on-chip": "lies on",
  "pad-under": "is under",
};

/** What the overlap says belongs together, to be overruled where it is not so. */
function Links({
  map,
  layout,
  part,
  onChange,
}: {
  map: CoolingMap;
  layout: Layout;
  part: Part;
  onChange: Props["onChange"];
}) {
  const own = map.links.filter((l) => l.a === part.id || l.b === part.id);
  const denied = layout.links.filter((l) => !l.is && (l.a === part.id || l.b === part.id));
  if (own.length === 0 && denied.length === 0) return null;
  const label = (id: string) => {
    const p = map.part(id);
    return p ? p.tag || partName(p) : "a part that is gone";
  };
  const tell = (a: string, b: string, is: boolean | null) =>
    onChange(
      {
        ...layout,
        links: [
          ...layout.links.filter((l) => !((l.a === a && l.b === b) || (l.a === b && l.b === a))),
          ...(is === null ? [] : [{ a, b, is }]),
        ],
      },
      `Link of ${label(a)} and ${label(b)}`,
    );
  return (
    <section aria-label="What it belongs to">
      <h3 className="border-t border-line pt-2 text-body font-strong">Belongs together</h3>
      <ul>
        {own.map((l) => (
          <li key={`${l.a}-${l.b}-${l.kind}`} className="flex min-h-11 items-center justify-between gap-2 text-body">
            <span>
              {label(l.a)} {LINK_WORDS[l.kind]} {label(l.b)}
              {l.by === "told" ? <span className="text-ink-2">, told</span> : null}
            </span>
            <button
              type="button"
              className="link min-h-11 px-1"
              onClick={() => tell(l.a, l.b, l.by === "told" ? null : false)}
            >
              Not so
            </button>
          </li>
        ))}
        {denied.map((l) => (
          <li key={`${l.a}-${l.b}`} className="flex min-h-11 items-center justify-between gap-2 text-body text-ink-2">
            <span>
              {label(l.a)} and {label(l.b)}: not linked, told
            </span>
            <button type="button" className="link min-h-11 px-1" onClick={() => tell(l.a, l.b, null)}>
              As drawn
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Several({ map, layout, selected, onChange }: Props) {
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

/** Figures of the estimates a machine can set: name, unit, bounds and step. */
const FIGURES: readonly (readonly [keyof Figures, string, string, min: number, max: number, step?: number])[] = [
  ["pipe6W", "Pipe of 6 mm", "W", 1, 200, 1],
  ["perBend", "Lost per right angle", "", 0, 0.5, 0.01],
  ["pasteWmK", "Paste", "W/m·K", 0.1, 100],
  ["padWmK", "Pads", "W/m·K", 0.1, 50],
  ["sprungN", "Sprung screw", "N", 0.5, 200, 1],
  ["fixedN", "Plain screw", "N", 0.5, 200, 1],
  ["bottomN", "One that bottoms", "N", 0.5, 200, 1],
  ["springMm", "Way of a spring", "mm", 0.2, 20],
  ["rearUpDeg", "Stands, rear up by", "°", -90, 90, 1],
];

function BaseFields({ layout, onChange }: { layout: Layout; onChange: Props["onChange"] }) {
  const { base, figures } = layout;
  const setBase = (more: Partial<Layout["base"]>) =>
    onChange({ ...layout, base: { ...base, ...more } }, "Size of the base", true);
  const setFigure = (more: Partial<Layout["figures"]>) =>
    onChange({ ...layout, figures: { ...figures, ...more } }, "Figures of the estimates", true);
  return (
    <div className="flex flex-col gap-3">
      <h2 className="text-sub font-bold">Base</h2>
      <div className="grid grid-cols-3 gap-2">
        <NumberField
          label="Width"
          unit="mm"
          value={base.widthMm}
          min={50}
          max={1000}
          step={1}
          onChange={(widthMm) => setBase({ widthMm })}
        />
        <NumberField
          label="Depth"
          unit="mm"
          value={base.depthMm}
          min={50}
          max={1000}
          step={1}
          onChange={(depthMm) => setBase({ depthMm })}
        />
        <NumberField
          label="Corners"
          unit="mm"
          value={base.cornerMm}
          min={0}
          max={60}
          step={1}
          onChange={(cornerMm) => setBase({ cornerMm })}
        />
      </div>
      <details>
        <summary className="min-h-11 cursor-pointer py-2.5 text-body font-strong">Figures of the estimates</summary>
        <div className="grid grid-cols-2 gap-2">
          {FIGURES.map(([key, label, unit, min, max, step]) => (
            <NumberField
              key={key}
              label={label}
              {...(unit ? { unit } : {})}
              value={figures[key]}
              min={min}
              max={max}
              {...(step ? { step } : {})}
              onChange={(v) => setFigure({ [key]: v })}
            />
          ))}
        </div>
      </details>
    </div>
  );
}
