import { scaleLinear } from "d3-scale";
import { ENOUGH_JOBS, type Brought, type WayPlace } from "@/core/handwork/service";
import { words } from "@/core/base/words";

/** Width of the picture, px. */
const W = 300;
/** Left edge of what is drawn, px. */
const LEFT = 116;
/** Height of a row, px. */
const ROW = 26;

/** What each school brought here: the change it left on its path, with the interval of its mean. */
export function BroughtScale({ brought, place }: { brought: readonly Brought[]; place: WayPlace }) {
  const told = brought.filter((b) => b.jobs >= ENOUGH_JOBS);
  const few = brought.filter((b) => b.jobs < ENOUGH_JOBS);
  const x = scaleLinear()
    .domain([Math.min(-5, ...told.map((b) => b.lowK)), Math.max(5, ...told.map((b) => b.highK))])
    .nice(4)
    .range([LEFT, W - 12]);
  const colour = place.path === "contact" ? "var(--paste)" : "var(--air)";
  const H = told.length * ROW + 22;
  return (
    <div>
      <h3 className="text-body font-strong">What it brought here: {place.path}, K</h3>
      {told.length ? (
        <svg
          width={W}
          height={H}
          role="img"
          aria-label={told.map((b) => sentence(b, place)).join("; ")}
          className="mt-1 block"
        >
          {x.ticks(4).map((t) => (
            <g key={t}>
              <path d={`M${x(t)} 0V${H - 18}`} stroke="var(--line)" strokeWidth={t === 0 ? 2 : 1} />
              <text x={x(t)} y={H - 4} textAnchor="middle" fontSize="var(--text-note)" fill="var(--ink-2)">
                {words.signed(t, 0)}
              </text>
            </g>
          ))}
          {told.map((b, i) => {
            const y = i * ROW + 13;
            return (
              <g key={b.value} stroke={colour} strokeWidth={2.4}>
                <text x={0} y={y + 5} fontSize="var(--text-body)" fill="var(--ink)" stroke="none">
                  {place.short[b.value] ?? b.value}, {b.jobs}
                </text>
                <path d={`M${x(b.lowK)} ${y}H${x(b.highK)}M${x(b.lowK)} ${y - 5}v10M${x(b.highK)} ${y - 5}v10`} />
                <rect x={x(b.meanK) - 4} y={y - 4} width={8} height={8} fill={colour} stroke="none" />
              </g>
            );
          })}
        </svg>
      ) : null}
      {few.length || told.length === 0 ? (
        <p className="text-body text-ink-2">
          {few.length ? `${few.map((b) => place.short[b.value] ?? b.value).join(", ")}: ` : ""}too few jobs to tell
        </p>
      ) : null}
    </div>
  );
}

const sentence = (b: Brought, place: WayPlace): string =>
  `${place.short[b.value] ?? b.value}, ${words.counted(b.jobs, "job")}: ${words.kelvin(b.meanK)}, ` +
  `${words.range(b.lowK, b.highK)}`;
