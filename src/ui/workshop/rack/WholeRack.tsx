import Link from "next/link";
import type { LetterCount } from "@/core/workshop/job";
import { words } from "@/core/base/words";

/** Width of the picture, px. */
const WIDTH = 560;
/** Height of the picture, px. */
const H = 46;

/** The whole rack on edge, by the first letter of the place: one stroke is so many machines; a letter leads there. */
export function WholeRack({ letters, href }: { letters: readonly LetterCount[]; href: (letter: string) => string }) {
  const total = letters.reduce((n, l) => n + l.count, 0);
  const per = Math.max(1, Math.ceil(total / 130));
  const step = Math.min(
    13,
    WIDTH /
      Math.max(
        1,
        letters.reduce((n, l) => n + Math.ceil(l.count / per) + 1, 0),
      ),
  );
  return (
    <div
      className="flex flex-wrap items-center gap-x-8 gap-y-2 border-t-[1.5px] border-line bg-bench px-4 py-2
        sm:px-6"
    >
      <div className="w-50">
        <h2 className="text-body leading-5 font-bold">The whole rack, on edge</h2>
        <p className="text-note leading-5 text-ink-2">
          One stroke: {per === 1 ? "one machine" : `about ${words.counted(per, "machine")}`}. A letter goes to that
          place.
        </p>
      </div>
      <ul className="flex min-w-0 flex-1 flex-wrap items-end gap-y-2">
        {letters.map((l) => {
          const strokes = Math.ceil(l.count / per);
          const warm = Math.min(strokes, Math.ceil(l.hands / per));
          const late = Math.min(strokes - warm, Math.ceil(l.late / per));
          return (
            <li key={l.letter}>
              <Link
                prefetch={false}
                href={href(l.letter)}
                aria-label={`${l.letter}: ${words.counted(l.count, "machine")}`}
                className="block min-w-6 rounded-[3px] hover:bg-plane"
              >
                <svg aria-hidden width={Math.max(24, (strokes + 1) * step)} height={H} className="block">
                  {Array.from({ length: strokes }, (_, i) => (
                    <rect
                      key={i}
                      x={i * step + 1}
                      y={H - 30 - ((i * 7) % 10)}
                      width={Math.max(1.4, step - 1.8)}
                      height={30 + ((i * 7) % 10)}
                      fill={i < warm ? "var(--copper)" : i < warm + late ? "var(--caution)" : "var(--d-al3)"}
                      stroke={step > 6 ? "var(--d-ink)" : "none"}
                      strokeWidth={0.8}
                    />
                  ))}
                </svg>
                <span
                  className="block border-t-2 border-ink bg-[var(--d-al2)] text-center text-note leading-5
                  text-on-al"
                >
                  {l.letter}
                </span>
              </Link>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
