import { format, parseISO } from "date-fns";
import Link from "next/link";
import { words } from "@/core/base/words";
import type { PastForecast, Win } from "@/core/handwork/service";
import { depthOf, type Month, type Thread } from "./threads";

export const STEP_PX = 58;
export const LEFT_PX = 92;
const EDGE_PX = 34;
const TOP_PX = 38;
/** A kelvin of depth; less where threads hang deeper than the pane. */
const PX_PER_K = 8;
const MOST_DEEP_PX = 330;

/** Each job as a plumb line from the bench edge: forecast, what was measured, and what the eye expected. */
export function PlumbLines({ months, jobs, picked }: { months: Month[]; jobs: PastForecast[]; picked: number | null }) {
  const deepK = depthOf(jobs);
  const px = Math.min(PX_PER_K, MOST_DEEP_PX / deepK);
  const count = months.reduce((s, m) => s + m.threads.length, 0);
  const width = LEFT_PX + count * STEP_PX + 40;
  const top = TOP_PX + EDGE_PX;
  const height = top + deepK * px + 44;
  const first = months.map((_, i) => months.slice(0, i).reduce((s, x) => s + x.threads.length, 0));
  const at = (n: number) => LEFT_PX + (n + 0.5) * STEP_PX;
  return (
    <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Forecasts by job, scrolls sideways">
      <div className="relative" style={{ minWidth: width, height }}>
        <svg aria-hidden className="absolute inset-0 size-full">
          <rect x={0} y={TOP_PX} width="100%" height={EDGE_PX} fill="var(--d-al2)" />
          {[TOP_PX, top].map((y) => (
            <line key={y} x1={0} x2="100%" y1={y} y2={y} stroke="var(--ink)" strokeWidth={1.8} />
          ))}
          {months.map((m, i) => {
            const x = at((first[i] ?? 0) - 0.5);
            return (
              <g key={m.month}>
                <path d={`M${x} ${TOP_PX}V${top}`} stroke="var(--ink)" strokeWidth={1.4} />
                <text x={x + 7} y={top - 12} fontSize={13.5} fill="var(--on-al)">
                  {format(parseISO(`${m.month}-01`), m.threads.length > 1 ? "MMM yyyy" : "MMM")}
                </text>
              </g>
            );
          })}
          {Array.from({ length: deepK / 10 + 1 }, (_, k) => (
            <g key={k}>
              {k > 0 ? (
                <line x1={LEFT_PX} x2="100%" y1={top + 10 * k * px} y2={top + 10 * k * px} stroke="var(--line)" />
              ) : null}
              <text
                x={76}
                y={top + 10 * k * px + (k ? 5 : 19)}
                textAnchor="end"
                fontSize={14}
                className="num"
                fill="var(--ink)"
              >
                {k ? `−${10 * k}` : "0 K"}
              </text>
            </g>
          ))}
        </svg>
        <ol>
          {months.flatMap((m, i) =>
            m.threads.map((t, j) => {
              const n = (first[i] ?? 0) + j;
              return (
                <li key={t.kind === "job" ? t.job.jobId : `${m.month} sheaf`}>
                  {t.kind === "job" ? (
                    <JobThread job={t.job} left={at(n)} {...{ px, top, height }} picked={t.job.jobId === picked} />
                  ) : (
                    <Sheaf sheaf={t} left={at(n)} {...{ px, top, height }} />
                  )}
                </li>
              );
            }),
          )}
        </ol>
      </div>
    </div>
  );
}

interface Placed {
  left: number;
  px: number;
  top: number;
  height: number;
}

const range = (w: Win) => `${Math.round(w.low)} to ${words.kelvinSize(w.high)}`;

/** What is read of a job where the picture is not seen. */
function said({ tag, forecast, won, guessK, held }: PastForecast): string {
  const eye = guessK === null ? "" : ` The eye expected ${words.kelvinSize(guessK)}.`;
  const was = won.mid < 0 ? `${words.kelvinSize(-won.mid)} warmer` : `${words.kelvinSize(won.mid)} cooler`;
  return `${tag}: forecast ${range(forecast)} cooler, measured ${was}, ${held ? "held" : "outside"}.${eye}`;
}

function JobThread({ job, left, px, top, height, picked }: Placed & { job: PastForecast; picked: boolean }) {
  const { forecast, won, guessK, held } = job;
  const y = (K: number) => top + Math.max(0, K) * px;
  const warmer = won.mid < 0;
  const bob = warmer ? top + 2 : y(won.mid);
  const ink = held ? "var(--ink)" : "var(--caution-ink)";
  const label = Math.max(y(forecast.high), bob + 10, warmer ? 0 : y(won.high)) + 16;
  return (
    <Link
      prefetch={false}
      href={`/jobs/${job.jobId}/verdict`}
      data-job={job.jobId}
      aria-label={said(job)}
      aria-current={picked ? "true" : undefined}
      className="absolute top-0 block rounded-control hover:bg-plane/60 aria-[current=true]:bg-copper-wash/60"
      style={{ left: left - STEP_PX / 2 + 2, width: STEP_PX - 4, height }}
    >
      <svg aria-hidden width={STEP_PX - 4} height={height} viewBox={`${-STEP_PX / 2 + 2} 0 ${STEP_PX - 4} ${height}`}>
        <rect
          x={-9}
          y={y(forecast.low)}
          width={18}
          height={Math.max(2, y(forecast.high) - y(forecast.low))}
          fill="var(--sheet)"
          fillOpacity={0.5}
          stroke={ink}
          strokeWidth={1.4}
          strokeDasharray="4 3"
        />
        {warmer ? (
          <path
            d={`M0 ${TOP_PX - 14}V${top}M-5 ${TOP_PX - 8}L0 ${TOP_PX - 15}L5 ${TOP_PX - 8}`}
            fill="none"
            stroke={ink}
            strokeWidth={1.6}
          />
        ) : (
          <path
            d={`M0 ${top}V${y(won.high)}M-5 ${y(won.low)}h10M-5 ${y(won.high)}h10`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={1.4}
          />
        )}
        <Bob y={bob} caution={!held} />
        {guessK !== null ? (
          <g transform={`translate(18 ${y(guessK)})`} stroke="var(--ink)" fill="var(--sheet)">
            <circle r={5.4} strokeWidth={1.8} />
            <circle r={1.6} fill="var(--ink)" strokeWidth={0} />
          </g>
        ) : null}
        {warmer ? (
          <text x={0} y={TOP_PX - 20} textAnchor="middle" fontSize={12.5} fill={ink} fontWeight={700}>
            +{Math.round(-won.mid)} K
          </text>
        ) : null}
        <text x={0} y={label} textAnchor="middle" fontSize={13} className="num" fontWeight={700} fill={ink}>
          {job.tag}
        </text>
      </svg>
    </Link>
  );
}

/** The bob of a plumb line, its shoulder at what was measured. */
function Bob({ y, caution }: { y: number; caution: boolean }) {
  return (
    <path
      transform={`translate(0 ${y})`}
      d="M-3 -9h6v3.5l4.5 3.5v6l-7.5 9l-7.5 -9v-6l4.5 -3.5z"
      fill={caution ? "var(--caution)" : "var(--copper-fill)"}
      stroke={caution ? "var(--ink)" : "var(--cu0)"}
      strokeWidth={1.2}
    />
  );
}

/** A month of many jobs: the middle half of what was forecast, the median of what was won. */
function Sheaf({ sheaf, left, px, top, height }: Placed & { sheaf: Extract<Thread, { kind: "sheaf" }> }) {
  const y = (K: number) => top + Math.max(0, K) * px;
  const label =
    `${words.counted(sheaf.jobs.length, "job")} that held: forecast ${range(sheaf.box)}, won ` +
    `${words.kelvinSize(sheaf.won)} in the middle`;
  return (
    <div
      role="img"
      aria-label={label}
      className="absolute top-0"
      style={{ left: left - STEP_PX / 2 + 2, width: STEP_PX - 4, height }}
    >
      <svg aria-hidden width={STEP_PX - 4} height={height} viewBox={`${-STEP_PX / 2 + 2} 0 ${STEP_PX - 4} ${height}`}>
        {[-7, 0, 7].map((x) => (
          <path key={x} d={`M${x} ${top}L${x / 3} ${y(sheaf.won) - 10}`} stroke="var(--ink)" strokeWidth={1} />
        ))}
        <rect
          x={-14}
          y={y(sheaf.box.low)}
          width={28}
          height={Math.max(2, y(sheaf.box.high) - y(sheaf.box.low))}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.4}
          strokeDasharray="4 3"
        />
        <Bob y={y(sheaf.won)} caution={false} />
        <text x={0} y={y(Math.max(sheaf.box.high, sheaf.won)) + 24} textAnchor="middle" fontSize={13} className="num">
          {sheaf.jobs.length}
        </text>
      </svg>
    </div>
  );
}
