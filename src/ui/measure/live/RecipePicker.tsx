"use client";
import { Radio, RadioGroup } from "@headlessui/react";
import { useState } from "react";
import { RECIPE_NAMES, RECIPES, recipeTitle, type Recipe, type RecipeName } from "@/core/measure/protocol";
import type { SetUpWork } from "./useSetUp";

/** Recipes side by side, each with its length; an own one with its figures. */
export function RecipePicker({ work, before }: { work: SetUpWork; before: Recipe | null }) {
  const { name, setName, own, setOwn, untilEnough, setUntilEnough } = work;
  const lengthOf = (n: RecipeName) => {
    const r = n === "own" ? own : before?.name === n ? before : RECIPES[n];
    return Math.round((r.idleS + r.loadS + r.coolS) / 60);
  };
  return (
    <div>
      <RadioGroup value={name} onChange={setName} aria-label="Recipe" className="grid grid-cols-2 gap-2 md:grid-cols-5">
        {RECIPE_NAMES.map((n) => (
          <Radio
            key={n}
            value={n}
            className="min-h-16 cursor-pointer rounded-control border-2 border-line px-3 py-2 hover:border-ink-3
              data-checked:border-ink data-checked:bg-copper-wash"
          >
            <span className="block text-lead font-strong">{recipeTitle(n)}</span>
            <span className="block text-note text-ink-2">
              <span className="num">{lengthOf(n)}</span> min{before?.name === n ? ", as before" : ""}
            </span>
          </Radio>
        ))}
      </RadioGroup>
      {name === "own" ? (
        <div className="mt-3 flex flex-wrap gap-3">
          <Minutes name="Idle" s={own.idleS} onChange={(idleS) => setOwn({ ...own, idleS })} />
          <Minutes name="Load" s={own.loadS} onChange={(loadS) => setOwn({ ...own, loadS })} />
          <Minutes name="Cool-down" s={own.coolS} onChange={(coolS) => setOwn({ ...own, coolS })} />
          <Share name="Processor" share={own.cpu} onChange={(cpu) => setOwn({ ...own, cpu })} />
          <Share name="Graphics" share={own.gpu} onChange={(gpu) => setOwn({ ...own, gpu })} />
          <label className="flex min-h-12 items-center gap-2 self-end text-body font-medium">
            <input
              type="checkbox"
              className="size-5 accent-copper"
              checked={own.drive}
              onChange={(e) => setOwn({ ...own, drive: e.target.checked })}
            />
            Copy a file
          </label>
        </div>
      ) : null}
      <label className="mt-2 flex min-h-12 w-fit items-center gap-2.5 text-body">
        <input
          type="checkbox"
          className="size-5 accent-copper"
          checked={untilEnough}
          onChange={(e) => setUntilEnough(e.target.checked)}
        />
        End the load as soon as the run can be judged
      </label>
    </div>
  );
}

const Minutes = ({ name, s, onChange }: { name: string; s: number; onChange: (s: number) => void }) => (
  <TypedNumber name={`${name}, min`} value={s / 60} onChange={(v) => onChange(Math.round(v * 60))} />
);
const Share = ({ name, share, onChange }: { name: string; share: number; onChange: (share: number) => void }) => (
  <TypedNumber name={`${name}, %`} value={Math.round(100 * share)} onChange={(v) => onChange(v / 100)} />
);

/** A number as typed: what is none yet stays in its field. */
function TypedNumber({ name, value, onChange }: { name: string; value: number; onChange: (v: number) => void }) {
  const [text, setText] = useState(String(value));
  return (
    <label className="w-28 text-body font-medium">
      {name}
      <input
        className="field num mt-1"
        inputMode="decimal"
        value={text}
        onChange={(e) => {
          setText(e.target.value);
          const v = Number(e.target.value.replace(",", "."));
          if (e.target.value.trim() !== "" && Number.isFinite(v)) onChange(v);
        }}
      />
    </label>
  );
}
