import { words } from "@/core/base/words";

const IDLE_S = 180;
const COOL_S = 300;

/** The run that would be enough, as a band with its times. */
export function RepeatBand({ enoughS, width }: { enoughS: number; width: number }) {
  // a quarter more than enough, in whole minutes
  const loadS = Math.ceil((enoughS * 1.25) / 60) * 60;
  const total = IDLE_S + loadS + COOL_S;
  const x = (s: number) => (s / total) * (width - 4);
  const parts: [string, number, number][] = [
    ["Idle", 0, IDLE_S],
    ["Load", IDLE_S, loadS],
    ["Cool-down", IDLE_S + loadS, COOL_S],
  ];
  return (
    <section className="mt-4 border-t border-line pt-3" aria-label="The run that would be enough">
      <h2 className="text-lead font-bold">
        Do it once more{" "}
        <span className="pl-2 text-note font-regular text-ink-2">
          {Math.round(total / 60)} min, you need not stay; all else as before
        </span>
      </h2>
      <svg
        width={width}
        height={86}
        role="img"
        aria-label={
          `Idle ${words.clock(IDLE_S)}, load ${words.clock(loadS)}, cool-down ${words.clock(COOL_S)}; enough ` +
          `at ${words.clock(enoughS)} of load`
        }
      >
        {parts.map(([name, from, length]) => (
          <g key={name}>
            <text x={x(from) + 3} y={18} fontSize="var(--text-note)" fill="var(--ink)">
              {name}{" "}
              <tspan fontFamily="var(--font-num)" fontWeight="var(--font-weight-strong)">
                {words.clock(length)}
              </tspan>
            </text>
            <rect
              x={x(from) + 2}
              y={27}
              width={x(length) - 3}
              height={26}
              fill={name === "Load" ? "var(--copper-wash)" : "var(--sheet)"}
              stroke="var(--ink)"
              strokeWidth={2}
            />
          </g>
        ))}
        <path d={`M${x(IDLE_S + enoughS)} 24v40`} stroke="var(--ink)" strokeWidth={2} strokeDasharray="3 3" />
        <text x={x(IDLE_S + enoughS)} y={80} textAnchor="middle" fontSize="var(--text-note)" fill="var(--ink)">
          enough at{" "}
          <tspan fontFamily="var(--font-num)" fontWeight="var(--font-weight-strong)">
            {words.clock(enoughS)}
          </tspan>
        </text>
      </svg>
    </section>
  );
}
