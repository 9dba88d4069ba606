"use client";
import { GRADES } from "@/core/handwork/service";
import { BlowerPicture, FinPicture } from "@/ui/handwork/service/pictures/GradePicture";

/** The five grades as pictures, large enough to hold beside the part. */
export function GradeRow({
  of,
  was,
  question,
  onPick,
}: {
  of: "fins" | "blower";
  was: string;
  question: string;
  onPick: (grade: string) => void;
}) {
  const Picture = of === "fins" ? FinPicture : BlowerPicture;
  return (
    <section aria-label="Which picture is it?">
      <p className="flex flex-wrap items-baseline justify-between gap-x-4 text-lead font-medium">
        {question} <span className="text-note font-regular text-ink-2">3 or 4 on a fin stack: blowers come out</span>
      </p>
      <div role="group" aria-label="Grades" className="mt-2 grid grid-cols-5 gap-3">
        {GRADES.map(([value, label, share]) => (
          <button
            key={value}
            type="button"
            aria-label={`Grade ${value}, ${label}, ${share}`}
            aria-pressed={was === value}
            onClick={() => onPick(value)}
            className="group flex flex-col justify-start text-left"
          >
            <span
              className={`block h-34.5 overflow-hidden rounded-tight border-[3px] group-hover:border-ink
                ${was === value ? "border-ink" : "border-line"}`}
            >
              <Picture grade={Number(value)} />
            </span>
            <span
              className={`mt-1.5 flex items-center gap-2 border-b-[5px] pb-1
                ${was === value ? "border-copper-fill" : "border-transparent"}`}
            >
              <span className="num text-verdict leading-8 font-heavy">{value}</span>
              <span className="min-w-0">
                <span className="block text-lead leading-4.75">{label}</span>
                <span className="block text-tag leading-4.25 text-ink-2">{share}</span>
              </span>
            </span>
          </button>
        ))}
      </div>
    </section>
  );
}
