"use client";
import { useDrag } from "@use-gesture/react";
import { useRef, useState } from "react";
import { Button } from "@/ui/kit/controls/Button";
import { PHASE_WORDS, type PhotoView } from "./photo";

/** Two photos on each other with a slider between: left of the line the first, right of it the second. */
export function Compare({ left, right, onEnd }: { left: PhotoView; right: PhotoView; onEnd: () => void }) {
  const [at, setAt] = useState(50);
  const pane = useRef<HTMLDivElement>(null);
  const bind = useDrag(
    ({ xy: [x], event }) => {
      event.preventDefault();
      const box = pane.current?.getBoundingClientRect();
      if (box) setAt(Math.max(0, Math.min(100, ((x - box.left) / box.width) * 100)));
    },
    { pointer: { keys: false } },
  );
  const key = (e: React.KeyboardEvent) => {
    const by = { ArrowLeft: -2, ArrowRight: 2, PageDown: -10, PageUp: 10 }[e.key];
    if (by === undefined) return;
    e.preventDefault();
    setAt((v) => Math.max(0, Math.min(100, v + by)));
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col p-4">
      <div
        ref={pane}
        {...bind()}
        className="relative min-h-75 flex-1 cursor-ew-resize touch-none overflow-hidden bg-ink select-none"
      >
        {}
        <img
          src={`/api/photos/${right.id}`}
          alt={`${PHASE_WORDS[right.phase]}${right.note ? `: ${right.note}` : ""}`}
          draggable={false}
          className="absolute inset-0 size-full object-contain"
        />
        <div className="absolute inset-0" style={{ clipPath: `inset(0 ${100 - at}% 0 0)` }}>
          {}
          <img
            src={`/api/photos/${left.id}`}
            alt={`${PHASE_WORDS[left.phase]}${left.note ? `: ${left.note}` : ""}`}
            draggable={false}
            className="absolute inset-0 size-full bg-ink object-contain"
          />
        </div>
        <div className="absolute inset-y-0 w-0.75 -translate-x-1/2 bg-white" style={{ left: `${at}%` }} />
        <button
          type="button"
          role="slider"
          aria-label="Line between the photos"
          aria-valuemin={0}
          aria-valuemax={100}
          aria-valuenow={Math.round(at)}
          onKeyDown={key}
          className="absolute top-1/2 grid size-13 -translate-1/2 place-items-center rounded-full
            border-[3px] border-ink bg-white text-title text-[#16211F]"
          style={{ left: `${at}%` }}
        >
          ⇔
        </button>
        <span className="absolute top-3 left-3 bg-white px-2.5 py-1 text-body font-strong text-[#16211F]">
          {PHASE_WORDS[left.phase]}
        </span>
        <span className="absolute top-3 right-3 bg-white px-2.5 py-1 text-body font-strong text-[#16211F]">
          {PHASE_WORDS[right.phase]}
        </span>
      </div>
      <div className="flex justify-end pt-3">
        <Button look="plain" onClick={onEnd}>
          Back to the drawing
        </Button>
      </div>
    </div>
  );
}
