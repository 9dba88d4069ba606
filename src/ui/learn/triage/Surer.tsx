import type { Triage } from "@/core/measure/says";

/** Tests that would narrow the answer: half-width now (dashed) and then (solid), and their minutes. */
export function Surer({ tests }: { tests: Triage["surer"] }) {
  if (tests.length === 0) return null;
  const widest = Math.max(...tests.map((t) => t.nowK), 1);
  const half = (K: number) => (K / widest) * 46;
  return (
    <section aria-labelledby="surer-heading">
      <h2 id="surer-heading" className="flex items-baseline gap-3 text-lead font-bold">
        To be surer <span className="text-note font-regular text-ink-2">airflow excess, now dashed, then solid</span>
      </h2>
      <ul>
        {tests.map((t) => (
          <li key={t.code} className="flex items-center gap-3 border-t border-line-2 py-2 first:border-t-0">
            <span className="min-w-0 flex-1">
              <span className="block text-lead font-strong">{t.title}</span>
              <span className="block text-note text-ink-2">{t.tells}</span>
            </span>
            <svg aria-hidden width={100} height={44} className="shrink-0">
              <path d="M50 0v44" stroke="var(--line)" />
              <path
                d={`M${50 - half(t.nowK)} 12h${2 * half(t.nowK)}M${50 - half(t.nowK)} 7v10M${50 + half(t.nowK)} 7v10`}
                stroke="var(--air)"
                strokeWidth={1.8}
                strokeDasharray="4 3"
              />
              <path
                d={`M${50 - half(t.thenK)} 32h${2 * half(t.thenK)}M${50 - half(t.thenK)}
                  27v10M${50 + half(t.thenK)} 27v10`}
                stroke="var(--air)"
                strokeWidth={3}
              />
            </svg>
            <span className="num w-15.5 shrink-0 text-note">
              ±{"\u00a0"}
              {t.nowK.toFixed(1)} K<br />
              <b className="font-bold">
                ±{"\u00a0"}
                {t.thenK.toFixed(1)} K
              </b>
            </span>
            <span className="num w-14.5 shrink-0 text-right text-note font-strong">{t.minutes} min</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
