"use client";
import { PastePicture } from "@/ui/handwork/service/pictures/PastePicture";

const SIGNS: Record<string, string> = {
  even: "soft, to every edge",
  dry: "hard, in flakes: age and heat",
  pumped: "thick rim, bare middle: cycles",
  little: "an island: too little, or a gap",
  over: "on the parts round it: too much",
};

/** Old paste in five pictures to hold beside the chip. */
export function PasteRow({
  options,
  was,
  question,
  onPick,
}: {
  options: readonly (readonly [string, string])[];
  was: string;
  question: string;
  onPick: (state: string) => void;
}) {
  return (
    <section aria-label="Which paste is it?">
      <p className="text-lead font-medium">{question}</p>
      <div role="group" aria-label="Pictures of old paste" className="mt-2 grid grid-cols-5 gap-3">
        {options.map(([value, label], i) => (
          <button
            key={value}
            type="button"
            aria-pressed={was === value}
            onClick={() => onPick(value)}
            className="group flex flex-col justify-start text-left"
          >
            <span
              className={`block h-26 overflow-hidden rounded-tight border-[3px] group-hover:border-ink
                ${was === value ? "border-ink" : "border-line"}`}
            >
              <PastePicture state={value} />
            </span>
            <span
              className={`mt-1.5 flex items-start gap-2 border-b-[5px] pb-1
                ${was === value ? "border-copper-fill" : "border-transparent"}`}
            >
              <span aria-hidden className="num text-head leading-6.5 font-heavy">
                {i + 1}
              </span>
              <span className="min-w-0">
                <span className="block text-body leading-4.75">{label}</span>
                <span className="block text-tag leading-4.25 text-ink-2">{SIGNS[value] ?? ""}</span>
              </span>
            </span>
          </button>
        ))}
      </div>
    </section>
  );
}
