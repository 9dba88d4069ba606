"use client";
import type { PracticeStep } from "@/core/learn/practice";
import { SUSPECT_PATH, SUSPECT_WORDS, SUSPECTS, type Suspect } from "@/core/learn/suspects";
import { words } from "@/core/base/words";
import { CERTAIN_PX, HEAD_PX, middles, strandPieces, topOf, wordOn } from "@/ui/learn/suspects/strandPath";
import { fillOf, PATH_INK, SuspectPicture } from "@/ui/learn/suspects/SuspectPicture";

interface Props {
  steps: readonly PracticeStep[];
  width: number;
  /** Suspects that are truly at work, once it was said what is wrong. */
  truth: readonly Suspect[] | null;
  hidden: boolean;
}

const wordFill = (s: Suspect): string => (SUSPECT_PATH[s] ? "var(--on-paste)" : "var(--on-al)");

/** Every suspect as a strand: its width is how far the evidence speaks for it. */
export function Strands({ steps, width, truth, hidden }: Props) {
  const x = middles(width);
  const height = topOf(steps.length);
  return (
    <>
      <Heads width={width} />
      <svg
        role="img"
        aria-label={hidden ? "The strands are hidden until it is said what is wrong." : describe(steps)}
        width={width}
        height={height}
        className="pointer-events-none absolute inset-0 z-10 block"
      >
        {hidden
          ? null
          : SUSPECTS.map((s) => <Strand key={s} of={s} steps={steps} x={x[s]} sure={truth?.includes(s) ?? false} />)}
        {hidden || !truth ? null : truth.map((s) => <Unread key={s} of={s} steps={steps} x={x[s]} />)}
      </svg>
    </>
  );
}

interface StrandProps {
  of: Suspect;
  steps: readonly PracticeStep[];
  x: number;
}

function Strand({ of, steps, x, sure }: StrandProps & { sure: boolean }) {
  const shares = steps.map((s) => s.strands[of]);
  return (
    <g>
      {strandPieces(shares, x).map((p) => (
        <g key={p.path}>
          <path d={p.path} fill={fillOf(of)} opacity={sure ? 1 : 0.82} />
          {p.outAt === null ? null : (
            <>
              <path d={`M${x - 9} ${p.outAt}h18`} stroke="var(--ink)" strokeWidth={2} />
              <text x={x} y={p.outAt + 16} textAnchor="middle" fontSize="var(--text-tag)" fill="var(--ink-2)">
                ruled out
              </text>
            </>
          )}
        </g>
      ))}
      {shares.map((share, i) => {
        const word = wordOn(share);
        // said where it changes, not on every step
        return word && word !== wordOn(shares[i - 1] ?? 0) ? (
          <text
            key={i}
            x={x}
            y={topOf(i) + 58}
            textAnchor="middle"
            fontSize="var(--text-note)"
            fontWeight="var(--font-weight-strong)"
            fill={wordFill(of)}
          >
            {word}
          </text>
        ) : null;
      })}
    </g>
  );
}

/** By how much the strand would have been wider, had everything in the logs been read. */
const WORTH = 0.05;

/** What a true suspect's strand would have been, dashed, where something in a log was not looked at. */
function Unread({ of, steps, x }: StrandProps) {
  const first = steps.findIndex((s) => s.whole[of] - s.strands[of] > WORTH);
  if (first < 0) return null;
  const run = steps.find((s) => s.run !== null)?.run ?? 1;
  const after = steps.slice(first).findIndex((s) => s.whole[of] - s.strands[of] <= WORTH);
  const last = after < 0 ? steps.length : first + after;
  const shares = steps.map((s, i) => (i >= first && i < last ? s.whole[of] : 0));
  return (
    <g fill="none" stroke={fillOf(of)} strokeWidth={2} strokeDasharray="6 4">
      {strandPieces(shares, x).map((p) => (
        <path key={p.path} d={p.path} />
      ))}
      <text
        x={x + Math.max(14, ((shares[first] ?? 0) * CERTAIN_PX) / 2 + 8)}
        y={topOf(first) + 44}
        fontSize="var(--text-tag)"
        fontWeight="var(--font-weight-strong)"
        fill={fillOf(of)}
        stroke="var(--sheet)"
        strokeWidth={4}
        strokeDasharray="none"
        paintOrder="stroke"
      >
        <tspan>Unread:</tspan>
        <tspan x={x + Math.max(14, ((shares[first] ?? 0) * CERTAIN_PX) / 2 + 8)} dy={16}>
          log of run {run}
        </tspan>
      </text>
    </g>
  );
}

function Heads({ width }: { width: number }) {
  const x = middles(width);
  const each = x.air - x.other;
  return (
    <ul
      aria-label="Suspects"
      className="sticky top-0 z-20 border-b border-line-2 bg-sheet"
      style={{ height: HEAD_PX, marginBottom: -HEAD_PX }}
    >
      {SUSPECTS.map((s) => (
        <li
          key={s}
          className="absolute top-2 flex -translate-x-1/2 flex-col items-center gap-1"
          style={{ left: x[s], width: each - 6 }}
        >
          <SuspectPicture of={s} scale={0.86} />
          <span className={`text-center text-note leading-4 font-strong ${PATH_INK[SUSPECT_PATH[s] ?? "none"]}`}>
            {SUSPECT_WORDS[s]}
          </span>
        </li>
      ))}
    </ul>
  );
}

/** The strands in words, as they stand after the last step. */
export function sharesInWords(step: PracticeStep): string {
  const of = [...SUSPECTS]
    .sort((a, b) => step.strands[b] - step.strands[a])
    .filter((s) => step.strands[s] >= 0.015)
    .map((s) => `${SUSPECT_WORDS[s].toLowerCase()} ${words.share(step.strands[s])}`);
  return words.capital(of.join(", "));
}

const describe = (steps: readonly PracticeStep[]): string => {
  const last = steps.at(-1);
  return last ? `How far the evidence speaks for each suspect now. ${sharesInWords(last)}.` : "";
};
