import { words } from "@/core/base/words";
import type { LoadState } from "./useLoad";

const [W, H] = [1000, 76];

/** The run as one heat pipe across the screen: copper as far as it has come, the cool-down through a fin stack. */
export function RunPipe({ state }: { state: LoadState }) {
  const recipe = state.run?.recipe;
  if (!recipe) return null;
  const total = recipe.idleS + recipe.loadS + recipe.coolS;
  const x = (s: number) => (W * s) / total;
  const [onX, offX] = [x(recipe.idleS), x(recipe.idleS + recipe.loadS)];
  const gone = state.ended === "over" ? total : goneS(state, recipe);
  const names: [string, number, number, boolean][] = [
    ["Idle", recipe.idleS, 0, gone < recipe.idleS],
    ["Load", recipe.loadS, onX, gone >= recipe.idleS && gone < recipe.idleS + recipe.loadS],
    ["Cool-down", recipe.coolS, offX, gone >= recipe.idleS + recipe.loadS],
  ];
  return (
    <div aria-label={`The run, ${words.clock(gone)} of ${words.clock(total)}`} role="img" className="mt-4">
      <div className="relative mx-6 h-8 md:mx-10">
        {names.map(([name, s, at, now]) => (
          <span
            key={name}
            className={`absolute text-sub whitespace-nowrap ${now ? "font-strong" : "text-ink-2"}`}
            style={{ left: `${at / 10}%` }}
          >
            {name} <span className="num font-medium">{words.clock(s)}</span>
          </span>
        ))}
      </div>
      <svg viewBox={`0 0 ${W} ${H}`} preserveAspectRatio="none" className="block h-19 w-full">
        <defs>
          <linearGradient id="load-pipe" x2="0" y2="1">
            <stop offset="0" stopColor="var(--cu1)" />
            <stop offset="0.3" stopColor="var(--cu3)" />
            <stop offset="0.42" stopColor="var(--cu4)" />
            <stop offset="0.55" stopColor="var(--cu3)" />
            <stop offset="1" stopColor="var(--cu1)" />
          </linearGradient>
        </defs>
        {Array.from({ length: 46 }, (_, i) => (
          <rect
            key={i}
            x={offX + 6 + (i * (W - offX - 12)) / 46}
            y={2}
            width={2.2}
            height={H - 4}
            fill="var(--d-al3)"
          />
        ))}
        <rect x={-4} y={22} width={W + 8} height={32} fill="var(--plane)" stroke="var(--ink-2)" strokeWidth={2} />
        <rect x={-4} y={22} width={x(gone) + 4} height={32} fill="url(#load-pipe)" />
        {[onX, offX].map((at) => (
          <line key={at} x1={at} x2={at} y1={12} y2={64} stroke="var(--ink)" strokeWidth={2} />
        ))}
        <rect x={x(gone) - 4} y={8} width={8} height={60} fill="var(--ink)" />
      </svg>
    </div>
  );
}

function goneS({ answer, started }: LoadState, recipe: { idleS: number; loadS: number; coolS: number }): number {
  if (!started || !answer || answer.leftS === null) return 0;
  if (answer.state === "load") return recipe.idleS + recipe.loadS - answer.leftS;
  if (answer.state === "cool") return recipe.idleS + recipe.loadS + recipe.coolS - answer.leftS;
  return Math.max(0, recipe.idleS - answer.leftS);
}
