import type { PathCourse } from "@/core/workshop/history";
import { words } from "@/core/base/words";
import { dayMs, LEFT, levelOf, rightOf, STRIPS, ticksOf, widthOf, type Level, type Time } from "./scales";

const COLOUR = { airflow: "var(--air)", contact: "var(--paste)" } as const;
const NAME = { airflow: "Airflow, K/W", contact: "Contact, K/W" } as const;
const MONTH_MS = 30.44 * 86_400_000;

interface Props {
  path: PathCourse;
  x: Time;
  /** Range of others of the model after service, K/W; null where none is known. */
  others: [number, number] | null;
}

/** One path over the years: marks before and after each service, its pace between them, and what may come. */
export function PathStrip({ path, x, others }: Props) {
  const strip = STRIPS[path.path];
  const last = path.marks.at(-1);
  const endMs = x.domain()[1]?.getTime() ?? 0;
  const months = last ? Math.max(0, (endMs - dayMs(last.day)) / MONTH_MS) : 0;
  const ahead = path.drift && last ? (pace: number) => last.KW + pace * months : null;
  const values = path.marks.flatMap((m) => [m.low, m.high]);
  const y = levelOf([...values, ...(ahead && path.drift ? [ahead(path.drift.mid)] : [])], strip);
  const colour = COLOUR[path.path];
  return (
    <g>
      <Ground x={x} y={y} bottom={strip.top + strip.height} digits={2} />
      <text x={LEFT + 6} y={strip.top + 18} fontSize={17} fontWeight={600} fill={colour}>
        {NAME[path.path]}
      </text>
      {others ? (
        <rect
          x={rightOf(x) - 5}
          y={y(others[1])}
          width={5}
          height={Math.max(3, y(others[0]) - y(others[1]))}
          fill={colour}
          opacity={0.45}
        >
          <title>others of its model after service</title>
        </rect>
      ) : null}
      {ahead && path.drift && last ? (
        <Wedge
          from={[x(dayMs(last.day)), y(last.KW)]}
          toX={rightOf(x)}
          low={y(ahead(path.drift.low))}
          mid={y(ahead(path.drift.mid))}
          high={y(ahead(path.drift.high))}
          colour={colour}
          opacity={0.22}
          top={strip.top + 26}
        />
      ) : null}
      <Marks marks={path.marks.map((m) => ({ ...m, value: m.KW }))} {...{ x, y, colour }} digits={2} />
      {path.rates.map((r) => {
        const [a, b] = [x(dayMs(r.fromDay)), x(dayMs(r.toDay))];
        return b - a < 90 ? null : (
          <text key={r.fromDay} textAnchor="end" fontSize={14} fill={colour} fontWeight={560}>
            <tspan x={b - 18} y={y.range()[0] ?? 0} dy={-19}>
              {words.signed(r.perMonth, 3)}
            </tspan>
            <tspan x={b - 18} dy={15.5}>
              a month
            </tspan>
          </text>
        );
      })}
    </g>
  );
}

/** Lines of a strip with their figures. */
export function Ground({ x, y, bottom, digits }: { x: Time; y: Level; bottom: number; digits: number }) {
  return (
    <g>
      {ticksOf(y).map((t) => (
        <g key={t}>
          <path d={`M${LEFT} ${y(t)}H${rightOf(x)}`} stroke="var(--line-2)" strokeWidth={1.2} />
          <text x={LEFT - 10} y={y(t) + 5} textAnchor="end" className="num" fontSize={14.5} fill="var(--ink-2)">
            {words.number(t, digits)}
          </text>
        </g>
      ))}
      <path d={`M0 ${bottom}H${widthOf(x)}`} stroke="var(--line)" strokeWidth={1.5} />
    </g>
  );
}

interface WedgeProps {
  from: readonly [number, number];
  toX: number;
  low: number;
  mid: number;
  high: number;
  colour: string;
  opacity: number;
  /** Nothing is drawn above. */
  top: number;
}

/** What may come, opening from the newest run: 90 % of it, its middle dotted. */
export function Wedge({ from: [x, y], toX, low, mid, high, colour, opacity, top }: WedgeProps) {
  // what rises out of the strip is cut where it leaves it
  const cut = (to: number) => (to >= top ? { x: toX, y: to } : { x: x + ((toX - x) * (y - top)) / (y - to), y: top });
  const [upper, middle] = [cut(high), cut(mid)];
  const lower = cut(low);
  return (
    <g>
      <path
        d={`M${x} ${y}L${upper.x} ${upper.y}L${toX} ${upper.y}L${toX} ${lower.y}L${lower.x} ${lower.y}Z`}
        fill={colour}
        opacity={opacity}
      />
      <path
        d={`M${x} ${y}L${middle.x} ${middle.y}`}
        stroke={colour}
        strokeWidth={2}
        strokeDasharray="2 4"
        fill="none"
      />
    </g>
  );
}

interface MarksProps {
  marks: readonly { jobId: number; day: string; run: "before" | "after"; value: number; low: number; high: number }[];
  x: Time;
  y: Level;
  colour: string;
  digits: number;
  /** Not drawn as reached: above the throttle limit. */
  over?: number | null;
}

/** Marks of a strip, joined from what a service left to what the next one found: never across a service. */
export function Marks({ marks, x, y, colour, digits, over = null }: MarksProps) {
  const at = (m: MarksProps["marks"][number]) => x(dayMs(m.day)) + (m.run === "before" ? -9 : 9);
  return (
    <g>
      {marks.map((m, i) => {
        const from = marks[i - 1];
        return from && from.run === "after" && m.run === "before" ? (
          <path
            key={`${m.day} line`}
            d={`M${at(from)} ${y(from.value)}L${at(m)} ${y(m.value)}`}
            stroke={colour}
            strokeWidth={2.4}
          />
        ) : null;
      })}
      {marks.map((m, i) => {
        const [cx, cy] = [at(m), y(m.value)];
        const hollow = m.run === "before" || (over !== null && m.value > over);
        const told = m.run === "before" || i === marks.length - 1;
        return (
          <g key={`${m.jobId} ${m.run}`}>
            <path
              d={`M${cx - 4} ${y(m.high)}h8M${cx} ${y(m.high)}V${y(m.low)}M${cx - 4} ${y(m.low)}h8`}
              stroke={colour}
              strokeWidth={1.6}
              strokeDasharray={hollow ? "4 3" : undefined}
            />
            <rect
              x={cx - 5.5}
              y={cy - 5.5}
              width={11}
              height={11}
              fill={hollow ? "var(--sheet)" : colour}
              stroke={colour}
              strokeWidth={2.2}
            />
            {told ? (
              <text
                x={m.run === "before" ? cx - 11 : cx + 12}
                y={m.run === "before" ? cy + 5 : cy + 20}
                textAnchor={m.run === "before" ? "end" : "start"}
                className="num"
                fontSize={15.5}
                fontWeight={700}
                fill={colour}
                stroke="var(--sheet)"
                strokeWidth={4}
                paintOrder="stroke"
              >
                {words.number(m.value, digits)}
                {digits === 0 ? " °C" : ""}
              </text>
            ) : null}
          </g>
        );
      })}
    </g>
  );
}
