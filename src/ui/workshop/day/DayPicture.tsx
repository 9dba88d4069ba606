import type { DayView } from "@/core/workshop/day";
import { clock } from "./clock";
import type { DayNow } from "./planned";
import { HangingTasks } from "./HangingTasks";
import { clockOf, hillPath, hillsOf, HANG, HEIGHT, PIPE, RULE, threadsOf, type Clock, type Hill } from "./scene";
import { threadPath, threadPlaces, wordsY, type ThreadPlace } from "./threads";

interface Props {
  view: DayView;
  now: DayNow | null;
  nowMin: number;
  width: number;
}

/** The day: hands as one pipe on the rule of hours, runs as hills of heat on it, what the hands do hanging below. */
export function DayPicture({ view, now, nowMin, width }: Props) {
  const x = clockOf(view, now, nowMin, width);
  const hills = hillsOf(view, now, nowMin, x);
  return (
    <svg width={width} height={HEIGHT} viewBox={`0 0 ${width} ${HEIGHT}`} role="img" aria-label={saidOf(now)}>
      <rect width={width} height={RULE.y} fill="var(--plane)" />
      <rect y={HANG} width={width} height={HEIGHT - HANG} fill="var(--bench)" />
      <Hours x={x} width={width} />
      {threadPlaces(threadsOf(now), hills, x).map((t) => (
        <WaitThread key={t.key} place={t} />
      ))}
      {hills.map((h) => (
        <HillShape key={h.key} hill={h} x={x} />
      ))}
      <Pipe view={view} now={now} nowMin={nowMin} x={x} />
      {hills.map((h) =>
        h.handsMin > 0 ? <SetOn key={h.key} x={x(h.from)} width={x(h.from + h.handsMin) - x(h.from)} /> : null,
      )}
      <HangingTasks view={view} now={now} x={x} />
      <NowPlate nowMin={nowMin} x={x} />
    </svg>
  );
}

/** The picture in words. */
function saidOf(now: DayNow | null): string {
  if (!now) return "The day is not planned yet.";
  const told = [...now.tasks]
    .sort((a, b) => a.start - b.start)
    .map((t) => `${clock(t.start)} to ${clock(t.end)} ${t.tag} ${t.task}`);
  return `Planned: ${told.join(", ")}.`;
}

function Hours({ x, width }: { x: Clock; width: number }) {
  const [from = 0, to = 0] = x.domain();
  const quarters = Array.from(
    { length: Math.floor((to - from) / 15) + 1 },
    (_, i) => Math.ceil(from / 15) * 15 + 15 * i,
  );
  const dense = x(from + 60) - x(from) < 64;
  return (
    <g>
      {quarters
        .filter((m) => m % 60 === 0)
        .map((m) => (
          <path key={m} d={`M${x(m)} 0V${RULE.y}`} stroke="var(--line-2)" strokeWidth={1.4} />
        ))}
      <rect y={RULE.y} width={width} height={RULE.height} fill="var(--d-al2)" />
      <path d={`M0 ${RULE.y}H${width}M0 ${HANG}H${width}`} stroke="var(--ink)" strokeWidth={1.8} />
      {quarters.map((m) => (
        <path
          key={m}
          d={`M${x(m)} ${m % 60 ? HANG : RULE.y}V${m % 60 ? HANG - (m % 30 ? 7 : 11) : HANG}`}
          stroke="var(--on-al)"
          strokeWidth={m % 60 ? 1.3 : 2}
        />
      ))}
      {quarters
        .filter((m) => m % (dense ? 120 : 60) === 0 && x(m) + 50 < width)
        .map((m) => (
          <text key={m} x={x(m) + 7} y={RULE.y + 17} fontSize={15} fontWeight={600} fill="var(--on-al)" className="num">
            {clock(m)}
          </text>
        ))}
    </g>
  );
}

/** Keeps words readable where a thread of another machine goes behind them. */
const HALO = { stroke: "var(--plane)", strokeWidth: 5, paintOrder: "stroke", strokeLinejoin: "round" } as const;

function HillShape({ hill: h, x }: { hill: Hill; x: Clock }) {
  const [x0, x1] = [x(h.from), x(h.to)];
  const path = hillPath(x0, x1, h.height);
  const id = `hill-${h.key.replace(/\W/g, "-")}`;
  const left = Math.round(h.to - h.from - h.share * (h.to - h.from));
  return (
    <g>
      <clipPath id={id}>
        <rect x={x0} y={0} width={Math.max(0, (x1 - x0) * Math.min(1, h.share))} height={PIPE.y} />
      </clipPath>
      <path d={path} fill="var(--sheet)" />
      <path d={path} fill="var(--copper-fill)" opacity={0.5} clipPath={`url(#${id})`} />
      <path
        d={path}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={2}
        strokeLinejoin="round"
        strokeDasharray={h.kind === "before" ? "5 4" : undefined}
      />
      <text
        x={(x0 + x1) / 2}
        y={PIPE.y - h.height - 24}
        textAnchor="middle"
        fontSize={15.5}
        fontWeight={600}
        fill="var(--ink)"
        {...HALO}
      >
        {h.tag}
      </text>
      <text x={(x0 + x1) / 2} y={PIPE.y - h.height - 8} textAnchor="middle" fontSize={14} fill="var(--ink-2)" {...HALO}>
        {h.share > 0 && h.share < 1 ? `${h.kind}, ${left} min left` : h.kind}
      </text>
    </g>
  );
}

/** The few minutes of hands that set a run on. */
function SetOn({ x, width }: { x: number; width: number }) {
  const w = Math.max(5, width);
  return (
    <g>
      <rect x={x} y={PIPE.y} width={w} height={PIPE.height} fill="var(--ink)" />
      <path d={`M${x + w / 2 - 5} ${PIPE.y - 1}h10l-5 -11z`} fill="var(--ink)" />
    </g>
  );
}

function Pipe({ view, now, nowMin, x }: Props2) {
  const done = view.past.filter((p) => p.stage !== "before" && p.stage !== "after");
  const coming = (now?.tasks ?? []).filter((t) => t.kind === "hands");
  const to = x.range()[1] ?? 0;
  const { y, height } = PIPE;
  return (
    <g>
      {view.form.breaks
        .filter((b) => b.toMin > nowMin && x(b.fromMin) < to)
        .map((b) => (
          <g key={b.fromMin}>
            <path
              d={`M${x(b.fromMin)} ${y + height / 2}H${x(b.toMin)}`}
              stroke="var(--ink-2)"
              strokeWidth={1.6}
              strokeDasharray="1.5 4"
            />
            {x(b.toMin) - x(b.fromMin) > b.name.length * 7.5 + 8 ? (
              <text
                x={x((b.fromMin + b.toMin) / 2)}
                y={y + height / 2 + 5}
                textAnchor="middle"
                fontSize={14}
                fill="var(--ink-2)"
                stroke="var(--plane)"
                strokeWidth={6}
                paintOrder="stroke"
              >
                {b.name}
              </text>
            ) : null}
          </g>
        ))}
      {done.map((p) => (
        <g key={`${p.jobId} ${p.stage}`}>
          <rect
            x={x(p.fromMin)}
            y={y}
            width={Math.max(2, x(p.toMin) - x(p.fromMin))}
            height={height}
            fill="var(--cu2)"
            stroke="var(--cu0)"
            strokeWidth={1.4}
          />
          <rect
            x={x(p.fromMin)}
            y={y + 8}
            width={Math.max(2, x(p.toMin) - x(p.fromMin))}
            height={7}
            fill="var(--cu4)"
            opacity={0.8}
          />
        </g>
      ))}
      {coming.map((t) => (
        <rect
          key={`${t.job} ${t.task}`}
          x={x(t.start) + 0.8}
          y={y}
          width={Math.max(2, x(t.end) - x(t.start) - 1.6)}
          height={height}
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth={1.8}
        />
      ))}
    </g>
  );
}

interface Props2 {
  view: DayView;
  now: DayNow | null;
  nowMin: number;
  x: Clock;
}

/** A machine that waits, as a dotted thread over the hills. */
function WaitThread({ place: p }: { place: ThreadPlace }) {
  const { x0, x1 } = p;
  return (
    <g>
      <path
        d={threadPath(p)}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={2}
        strokeDasharray="1.5 4.5"
        strokeLinecap="round"
      />
      <path
        d={`M${x1 - 7} ${PIPE.y - 12}L${x1} ${PIPE.y - 3}L${x1 + 2} ${PIPE.y - 14}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={1.8}
      />
      {p.worded ? (
        <text x={(x0 + x1) / 2} y={wordsY(p)} textAnchor="middle" fontSize={14} fill="var(--ink-2)" {...HALO}>
          {p.says}
        </text>
      ) : null}
    </g>
  );
}

function NowPlate({ nowMin, x }: { nowMin: number; x: Clock }) {
  const at = Math.max(30, x(nowMin));
  return (
    <g>
      <path d={`M${at} ${PIPE.y - 40}V${HANG}`} stroke="var(--copper)" strokeWidth={4} />
      <rect
        x={at - 27}
        y={PIPE.y - 3}
        width={54}
        height={PIPE.height + 6}
        rx={3}
        fill="var(--cu3)"
        stroke="var(--cu0)"
        strokeWidth={2}
      />
      <text x={at} y={PIPE.y + 24} textAnchor="middle" fontSize={17} fontWeight={700} className="num" fill="#16211f">
        {clock(nowMin)}
      </text>
    </g>
  );
}
