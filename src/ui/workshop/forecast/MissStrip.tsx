import { meanMisses, type PastForecast } from "@/core/handwork/service";
import { words } from "@/core/base/words";

/** Width of the picture, px. */
const W = 860;
/** Height of the picture, px. */
const H = 92;
/** Left edge of what is drawn, px. */
const LEFT = 92;

/** How far off the forecast and the eye were, mean of the last six jobs that told. */
export function MissStrip({ jobs }: { jobs: readonly PastForecast[] }) {
  const own = meanMisses(jobs.map((j) => Math.abs(j.forecast.mid - j.won.mid)));
  const eye = meanMisses(jobs.map((j) => (j.guessK === null ? null : Math.abs(j.guessK - j.won.mid))));
  const told = [...own, ...eye].filter((v) => v !== null);
  if (told.length === 0) return null;
  const most = Math.max(5, Math.ceil(Math.max(...told) / 5) * 5);
  const x = (i: number) => LEFT + ((i + 0.5) / jobs.length) * (W - LEFT - 130);
  const y = (K: number) => H - 16 - (K / most) * (H - 34);
  const line = (of: readonly (number | null)[]) =>
    of
      .flatMap((v, i) => (v === null ? [] : [`${x(i)} ${y(v)}`]))
      .map((p, i) => `${i ? "L" : "M"}${p}`)
      .join("");
  const last = (of: readonly (number | null)[]) => of.reduce((l, v, i) => (v === null ? l : { i, v }), { i: -1, v: 0 });
  const [a, b] = [last(own), last(eye)];
  // labels that would lie on each other step apart
  const apart = b.i >= 0 && Math.abs(y(a.v) - y(b.v)) < 16 ? (a.v <= b.v ? 8 : -8) : 0;
  return (
    <section aria-labelledby="miss-heading" className="border-t-[1.5px] border-line bg-sheet px-6 py-2 lg:px-10">
      <h2 id="miss-heading" className="text-sub font-bold">
        How far off, K <span className="pl-2 text-body font-regular text-ink-2">mean of the last six jobs</span>
      </h2>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="block max-h-23 w-full max-w-230"
        role="img"
        aria-label={`Ovrant ${words.number(a.v, 1)} K off${b.i >= 0 ? `, the eye ${words.number(b.v, 1)} K` : ""}`}
      >
        {[0, most / 2, most].map((K) => (
          <g key={K}>
            <path d={`M${LEFT} ${y(K)}H${W - 120}`} stroke={K ? "var(--line)" : "var(--line-2)"} strokeWidth={1.2} />
            <text x={76} y={y(K) + 5} textAnchor="end" fontSize={14} className="num" fill="var(--ink)">
              {words.number(K, K % 1 ? 1 : 0)}
            </text>
          </g>
        ))}
        {b.i >= 0 ? (
          <>
            <path d={line(eye)} fill="none" stroke="var(--ink)" strokeWidth={4} />
            <path d={line(eye)} fill="none" stroke="var(--sheet)" strokeWidth={1.6} />
            <Last x={x(b.i)} y={y(b.v)} text="Eye" value={b.v} down={-apart} open />
          </>
        ) : null}
        <path d={line(own)} fill="none" stroke="var(--ink)" strokeWidth={2.4} />
        <Last x={x(a.i)} y={y(a.v)} text="Ovrant" value={a.v} down={apart} />
      </svg>
    </section>
  );
}

interface LastProps {
  x: number;
  y: number;
  text: string;
  value: number;
  down: number;
  open?: boolean;
}

/** Where a line ends, with its name and figure. */
function Last({ x, y, text, value, down, open = false }: LastProps) {
  return (
    <>
      <circle
        cx={x}
        cy={y}
        r={open ? 5.2 : 4}
        fill={open ? "var(--sheet)" : "var(--ink)"}
        stroke="var(--ink)"
        strokeWidth={1.8}
      />
      <text x={x + 12} y={y + 5 + down} fontSize={14} fill="var(--ink)">
        {text}{" "}
        <tspan className="num" fontWeight={700}>
          {words.number(value, 1)}
        </tspan>
      </text>
    </>
  );
}
