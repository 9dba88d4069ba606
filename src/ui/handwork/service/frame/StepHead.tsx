"use client";
import { isStep, type Step } from "@/core/handwork/service";
import { useAtHand } from "./atHand";
import { LeanGauge } from "@/ui/handwork/service/pictures/LeanGauge";

/** Mark, place and title of the step. */
export function StepHead() {
  const { step, place, of } = useAtHand();
  return (
    <div className="flex items-center gap-4">
      {step.mark ? <span className="num text-count leading-18 font-heavy">{step.mark}</span> : null}
      <div className="min-w-0">
        <p className="text-note text-ink-2">
          Step {place + 1} of {of}
        </p>
        <h1 className="text-head leading-7 font-bold">{step.title}</h1>
        {step.sub ? <p className="text-body leading-5.25 text-ink-2">{step.sub}</p> : null}
      </div>
    </div>
  );
}

/** What to do at the step, what to mind, and its caution. */
export function StepWords({ notes }: { notes: readonly string[] }) {
  const { step, answer, ctx } = useAtHand();
  const turns = isStep(step.key, "tighten") || isStep(step.key, "loosen");
  return (
    <div className="md:max-lg:grid md:max-lg:grid-cols-2 md:max-lg:gap-x-8">
      <div>
        {step.ask.kind === "grade" || answer ? null : (
          <p className="mt-4 text-head leading-8 font-medium" aria-live="polite">
            {step.say}
          </p>
        )}
        {step.mind ? <p className="mt-2.5 text-lead leading-6 text-ink-2">{step.mind}</p> : null}
        {step.caution ? (
          <p
            className="caution-band mt-3 px-3.5 py-2.5 text-lead
            leading-5.75 font-medium"
          >
            {step.caution}
          </p>
        ) : null}
      </div>
      {turns && ctx.map ? <LeanGauge ctx={ctx} map={ctx.map} step={step} /> : null}
      {notes.length ? (
        <ul className="mt-3 border-t border-line pt-2 text-body text-ink-2">
          {notes.map((t, i) => (
            <li key={i}>Note: {t}</li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}

interface ThenListProps {
  next: readonly Step[];
  onPick: (key: string) => void;
}

/** The steps that come next. */
export function ThenList({ next, onPick }: ThenListProps) {
  return (
    <section aria-label="Then" className="mt-4 border-t border-line pt-2">
      <h2 className="text-body font-strong">Then</h2>
      <ol className="text-body text-ink-2">
        {next.map((s) => (
          <li key={s.key}>
            <button
              type="button"
              className="flex min-h-9 w-full items-center text-left hover:text-ink"
              onClick={() => onPick(s.key)}
            >
              {s.title}
              {s.mark && !s.title.includes(s.mark) ? ` ${s.mark}` : ""}
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}
