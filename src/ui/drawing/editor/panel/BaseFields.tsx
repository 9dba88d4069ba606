"use client";
import type { Layout, Figures } from "@/core/drawing/parts";
import { NumberField } from "@/ui/kit/controls/NumberField";
import type { PropertiesGiven } from "./edits";

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

export function BaseFields({ layout, onChange }: { layout: Layout; onChange: PropertiesGiven["onChange"] }) {
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
