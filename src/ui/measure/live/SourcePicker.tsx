"use client";
import { Radio, RadioGroup } from "@headlessui/react";
import { STAND_IN_STATES, STAND_IN_WORDS } from "@/core/simulate";
import { Pick } from "@/ui/kit/controls/Pick";
import { SPEEDS, type SetUpWork } from "./useSetUp";

/** Where the readings come from: the machine itself, or one that stands in for it. */
export function SourcePicker({ work }: { work: SetUpWork }) {
  const { simulated, setSimulated, state, setState, speed, setSpeed } = work;
  const look =
    "min-h-16 cursor-pointer rounded-control border-2 border-line px-3 py-2 hover:border-ink-3 " +
    "data-checked:border-ink data-checked:bg-copper-wash";
  return (
    <div>
      <RadioGroup
        value={simulated}
        onChange={setSimulated}
        aria-label="Readings from"
        className="grid gap-2 md:grid-cols-2"
      >
        <Radio value={false} className={look}>
          <span className="block text-lead font-strong">The machine under test</span>
          <span className="block text-note text-ink-2">
            Its probe, its load page, or a program of your own; shown next
          </span>
        </Radio>
        <Radio value={true} className={look}>
          <span className="block text-lead font-strong">A machine of this kind, simulated</span>
          <span className="block text-note text-ink-2">Stands in for a real one: it feels what the job does to it</span>
        </Radio>
      </RadioGroup>
      {simulated ? (
        <div className="mt-3 flex flex-wrap gap-3">
          <Pick
            label="What is wrong with it"
            value={state}
            onChange={setState}
            options={STAND_IN_STATES.map((value) => ({ value, name: STAND_IN_WORDS[value] }))}
            className="w-64"
          />
          <Pick
            label="How fast it runs"
            value={speed}
            onChange={setSpeed}
            options={SPEEDS.map((value) => ({ value, name: `${value} times as fast` }))}
            className="w-52"
          />
        </div>
      ) : null}
    </div>
  );
}
