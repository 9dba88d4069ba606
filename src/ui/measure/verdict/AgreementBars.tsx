import { words } from "@/core/base/words";
import type { Agreement } from "@/core/handwork/service";

/** Width of the picture, px. */
const W = 292;
/** Left edge of the bars, px. */
const L = 74;

/** The path of a row; contact with its chip, where there are several. */
const nameOf = (a: Agreement): string =>
  a.path === "airflow" ? "Airflow" : a.chip === null ? "Contact" : a.chip === "gpu" ? "Graphics" : "Processor";

/**
 * What the run before predicted, dashed, over what was found explains, solid; K/W above usual, one axis for both paths.
 */
export function AgreementBars({ agreements }: { agreements: readonly Agreement[] }) {
  const own = agreements.filter((a) => a.bars);
  if (own.length === 0) return null;
  const most = Math.max(0.1, ...own.flatMap((a) => (a.bars ? [a.bars.predicted.aboveKW[1], a.bars.explains[1]] : [])));
  const least = Math.min(0, ...own.flatMap((a) => (a.bars ? [a.bars.predicted.aboveKW[0]] : [])));
  const x = (v: number) => L + ((v - least) / (most - least)) * (W - L - 8);
  const step = [0.05, 0.1, 0.2, 0.5, 1, 2, 5].find((s) => (most - least) / s <= 5) ?? 10;
  const ticks = Array.from({ length: Math.floor(most / step) + 1 }, (_, i) => i * step);
  const f = (v: number) => (Math.abs(v) < 0.005 ? "0" : words.number(v, 2));
  return (
    <figure className="mt-1.5">
      <svg
        viewBox={`0 0 ${W} ${own.length * 54 + 22}`}
        className="block w-full max-w-105"
        role="img"
        aria-label={own
          .map((a) =>
            a.bars
              ? `${nameOf(a)}: predicted ${f(a.bars.predicted.aboveKW[0])} to ${f(a.bars.predicted.aboveKW[1])}, ` +
                `explained ${f(a.bars.explains[0])} to ${f(a.bars.explains[1])} K/W above usual`
              : "",
          )
          .join("; ")}
      >
        {ticks.map((t) => (
          <g key={t}>
            <path d={`M${x(t)} 0V${own.length * 54 + 2}`} stroke="var(--line)" strokeWidth={1} />
            <text
              x={Math.min(W - 12, x(t))}
              y={own.length * 54 + 17}
              textAnchor="middle"
              fontSize="var(--text-tag)"
              fontFamily="var(--font-num)"
              fill="var(--ink-2)"
            >
              {String(Math.round(t * 100) / 100)}
            </text>
          </g>
        ))}
        {own.map((a, i) => {
          if (!a.bars) return null;
          const colour = a.path === "airflow" ? "var(--air)" : "var(--paste)";
          const [p, e] = [a.bars.predicted, a.bars.explains];
          const y = i * 54;
          return (
            <g key={`${a.path} ${a.chip ?? ""}`}>
              <text x={0} y={y + 27} fontSize="var(--text-note)" fontWeight="var(--font-weight-strong)" fill={colour}>
                {nameOf(a)}
              </text>
              <rect
                x={x(p.aboveKW[0])}
                y={y + 4}
                width={Math.max(3, x(p.aboveKW[1]) - x(p.aboveKW[0]))}
                height={17}
                fill="var(--sheet)"
                stroke={colour}
                strokeWidth={1.8}
                strokeDasharray="4 3"
              />
              <path d={`M${x(p.midKW)} ${y + 4}v17`} stroke={colour} strokeWidth={1.8} />
              <rect x={x(e[0])} y={y + 26} width={Math.max(3, x(e[1]) - x(e[0]))} height={17} fill={colour} />
            </g>
          );
        })}
      </svg>
      <figcaption className="text-note text-ink-2">
        K/W above usual: dashed predicted by the run before, solid explained by what was found
      </figcaption>
    </figure>
  );
}
