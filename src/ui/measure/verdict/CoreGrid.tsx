import { words } from "@/core/base/words";
import type { CoreSpread } from "@/core/measure/judge";

const whole = (v: number | null): string => (v === null ? "–" : words.signed(v, 0));

const named = (key: string): string => key.replace(/^cpu\.core(\d+)\.temperature$/, "Core $1");

/** The die as a grid of cores: K off their mean, after large, before small. One hue, always with its figure. */
export function CoreGrid({ spread }: { spread: CoreSpread }) {
  const perRow = Math.min(4, Math.ceil(spread.cores.length / 2));
  const hottest = spread.cores.reduce((m, c) => ((c.afterK ?? -99) > (m.afterK ?? -99) ? c : m));
  return (
    <figure className="flex flex-wrap items-start gap-x-5 gap-y-1">
      <div
        className="inline-grid shrink-0 border-2 border-ink"
        style={{ gridTemplateColumns: `repeat(${perRow}, 50px)` }}
      >
        {spread.cores.map((c) => {
          const k = c.afterK ?? 0;
          const top = c === hottest && k > 5;
          return (
            <div
              key={c.key}
              className={`grid h-12.5 place-content-center border border-ink text-center ${
                top ? "bg-paste text-on-paste" : k >= 2 ? "bg-paste-wash" : "bg-sheet"
              }`}
            >
              <span className="num block text-sub leading-5 font-bold">{whole(c.afterK)}</span>
              <span className={`num block text-tag leading-3.75 ${top ? "" : "text-ink-2"}`}>{whole(c.beforeK)}</span>
            </div>
          );
        })}
      </div>
      <figcaption className="min-w-45 flex-1">
        <p className="text-lead font-bold">One corner runs hot</p>
        <p className="text-body leading-5">
          {named(hottest.key)} is <b className="num">{whole(hottest.afterK)} K</b> off the mean, before{" "}
          <b className="num">{whole(hottest.beforeK)} K</b>. Poor paste alone would warm all {spread.cores.length}{" "}
          alike, so the plate leans.
        </p>
        <p className="mt-1 text-tag text-ink-2">K off the mean: after large, before small</p>
      </figcaption>
    </figure>
  );
}
