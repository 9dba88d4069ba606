import type { PartCourse, PartMark } from "@/core/workshop/history";
import { dayMs, LEFT, rightOf, widthOf, type Time } from "./scales";

/** Height of a row, px. */
const ROW = 46;

interface Props {
  parts: readonly PartCourse[];
  x: Time;
}

/** Parts found on the way, each on a line under the same years: what its figures say, and when it was changed. */
export function PartsStrip({ parts, x }: Props) {
  const height = 10 + parts.length * ROW;
  return (
    <svg
      viewBox={`0 0 ${widthOf(x)} ${height}`}
      className="block w-full"
      role="img"
      aria-label={parts.map(saidOf).join(" ")}
    >
      {parts.map((p, i) => (
        <g key={p.title} transform={`translate(0 ${4 + i * ROW})`}>
          {i ? <path d={`M0 0H${widthOf(x)}`} stroke="var(--line-2)" strokeWidth={1.5} /> : null}
          <text x={LEFT + 6} y={28} fontSize={15} fontWeight={600} fill="var(--ink)">
            {p.title}
          </text>
          <Line marks={p.marks} x={x} />
        </g>
      ))}
    </svg>
  );
}

/** Marks of a part; dotted where it was changed for another. */
function Line({ marks, x }: { marks: readonly PartMark[]; x: Time }) {
  const at = (m: PartMark) => x(dayMs(m.day));
  return (
    <>
      {marks.map((m, i) => {
        const next = marks[i + 1];
        const to = next ? at(next) : rightOf(x);
        const room = (to - at(m) - 12) / 7.6;
        return (
          <g key={m.jobId + m.day + String(i)}>
            {next ? (
              <path
                d={`M${at(m)} 34H${at(next)}`}
                stroke="var(--ink-3)"
                strokeWidth={1.6}
                strokeDasharray={next.changed ? "2 5" : undefined}
              />
            ) : null}
            <circle
              cx={at(m)}
              cy={34}
              r={5}
              fill={m.poor ? "var(--caution)" : "var(--sheet)"}
              stroke="var(--ink)"
              strokeWidth={2}
            />
            <text x={at(m) + 9} y={22} fontSize={14.5} fill="var(--ink)">
              <tspan className="num" fontWeight={600}>
                {m.says}
              </tspan>
              {m.part && m.part !== m.says && (i === 0 || m.changed) && room > m.says.length + m.part.length + 2 ? (
                <tspan fill="var(--ink-2)" dx={6}>
                  {m.part}
                </tspan>
              ) : null}
            </text>
          </g>
        );
      })}
    </>
  );
}

const saidOf = (p: PartCourse): string =>
  `${p.title}: ${p.marks.map((m) => `${m.day} ${m.changed ? "changed, " : ""}${m.says}`).join(", ")}.`;
