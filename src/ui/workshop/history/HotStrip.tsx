import { HOT_ROOM_C } from "@/core/workshop/history";
import { words } from "@/core/base/words";
import { Ground, Marks, Wedge } from "./PathStrip";
import { dayMs, FOOT, LEFT, levelOf, rightOf, STRIPS, type Time } from "./scales";
import type { ChipCourse } from "@/core/workshop/history";

const MONTH_MS = 30.44 * 86_400_000;

/** Chip temperature on a hot day at its usual load, under the limit; when it will be reached. */
export function HotStrip({ chip, x, limitC }: { chip: ChipCourse; x: Time; limitC: number | null }) {
  const { hot, forecast, course } = chip;
  const strip = STRIPS.hot;
  const last = hot.at(-1);
  const endMs = x.domain()[1]?.getTime() ?? 0;
  const first = forecast?.fan[0];
  const far = forecast?.fan.at(-1);
  const months = last ? Math.max(0, (endMs - dayMs(last.day)) / MONTH_MS) : 0;
  const at = (edge: "low" | "mid" | "high") =>
    first && far && far.months > 0 ? first.mid + ((far[edge] - first.mid) / far.months) * months : null;
  const limits = limitC === null ? [] : [limitC + 6];
  const y = levelOf([...hot.flatMap((h) => [h.low, h.high]), ...limits, at("mid") ?? last?.C ?? 60], strip);
  const [low, mid, high] = [at("low"), at("mid"), at("high")];
  const over = limitC === null ? undefined : hot.find((h) => h.C > limitC);
  return (
    <g>
      <Ground x={x} y={y} bottom={strip.top + strip.height + 8} digits={0} />
      {limitC === null ? null : <Limit x={x} y={y(limitC)} limitC={limitC} below={y(limitC) < strip.top + 66} />}
      <g>
        <text x={LEFT + 6} y={strip.top + 18} fontSize={17} fontWeight={600} fill="var(--ink)">
          Hot day, °C
        </text>
        <text x={LEFT + 6} y={strip.top + 36} fontSize={14} fill="var(--ink-2)">
          {HOT_ROOM_C} °C, {words.watts(course.totalW)} usual load
        </text>
      </g>
      {last && low !== null && mid !== null && high !== null ? (
        <Wedge
          from={[x(dayMs(last.day)), y(last.C)]}
          toX={rightOf(x)}
          low={y(low)}
          mid={y(mid)}
          high={y(high)}
          colour="var(--ink)"
          opacity={0.16}
          top={strip.top + 8}
        />
      ) : null}
      <Marks marks={hot.map((h) => ({ ...h, value: h.C }))} x={x} y={y} colour="var(--ink)" digits={0} over={limitC} />
      {over && x(dayMs(over.day)) > 380 ? (
        <text
          x={x(dayMs(over.day)) - 64}
          y={y(over.C) - 10}
          textAnchor="end"
          fontSize={14}
          fill="var(--ink-2)"
          stroke="var(--sheet)"
          strokeWidth={4}
          paintOrder="stroke"
        >
          would be, throttled
        </text>
      ) : null}
      {limitC !== null && forecast?.throttling ? <First chip={chip} x={x} y={y(limitC)} /> : null}
    </g>
  );
}

/** The limit as a beam across; its name stands below where the strip's own name is too near. */
function Limit({ x, y, limitC, below }: { x: Time; y: number; limitC: number; below: boolean }) {
  return (
    <g>
      <defs>
        <pattern id="limit-hatch" width={9} height={9} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V9" stroke="var(--ink-3)" strokeWidth={2} />
        </pattern>
      </defs>
      <rect x={LEFT} y={y - 9} width={rightOf(x) - LEFT} height={9} fill="url(#limit-hatch)" />
      <path d={`M${LEFT} ${y}H${rightOf(x)}`} stroke="var(--limit)" strokeWidth={2.2} />
      <text
        x={LEFT + 6}
        y={below ? y + 19 : y - 14}
        fontSize={14.5}
        fill="var(--ink)"
        stroke="var(--sheet)"
        strokeWidth={4}
        paintOrder="stroke"
      >
        Throttle limit <tspan fontWeight={700}>{limitC} °C</tspan>
      </text>
    </g>
  );
}

const WORDS_W = 94;

/** When the limit is first reached: from the early to the late edge, a ring at the middle. */
function First({ chip, x, y }: { chip: ChipCourse; x: Time; y: number }) {
  const t = chip.forecast?.throttling;
  if (!t?.early || dayMs(t.early) > (x.domain()[1]?.getTime() ?? 0)) return null;
  const to = (day: string | null) => (day === null ? rightOf(x) : Math.min(rightOf(x), x(dayMs(day))));
  const [a, m, b] = [to(t.early), t.middle === null ? null : to(t.middle), to(t.late)];
  // its words stand beside the early edge, on the side where there is room
  const fits = a + 8 + WORDS_W < rightOf(x) + 12;
  const at = fits ? Math.max(a + 8, Math.min(rightOf(x) - WORDS_W, (a + b) / 2 - 62)) : a - 8;
  return (
    <g>
      <path d={`M${a} ${y}H${b}`} stroke="var(--ink)" strokeWidth={5.5} />
      <path d={`M${a} ${y - 8}v16M${b} ${y - 8}v16`} stroke="var(--ink)" strokeWidth={2.2} />
      {m !== null && m < rightOf(x) ? (
        <circle cx={m} cy={y} r={7} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={2.6} />
      ) : null}
      <path
        d={`M${a} ${y + 8}V${FOOT}${t.late && b < rightOf(x) ? `M${b} ${y + 8}V${FOOT}` : ""}`}
        stroke="var(--ink)"
        strokeWidth={1.4}
        strokeDasharray="5 4"
      />
      <text
        textAnchor={fits ? "start" : "end"}
        fontSize={14.5}
        fill="var(--ink)"
        stroke="var(--sheet)"
        strokeWidth={4}
        paintOrder="stroke"
      >
        <tspan x={at} y={FOOT - 28}>
          first throttling
        </tspan>
        <tspan x={at} dy={18}>
          on a hot day
        </tspan>
      </text>
    </g>
  );
}
