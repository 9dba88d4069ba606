import Link from "next/link";
import type { RailStage } from "./due";
import { stagePath } from "./paths";

const DONE = "border-[var(--d-ink)] bg-white text-[#16211f]";

/** From one stage to the next, px. */
const STEP = 66;
/** To the first stage, px. */
const TOP = 38;

/** Short names, for the rail that lies. */
const SHORT: Partial<Record<string, string>> = {
  before: "Before",
  paste: "Paste",
  close: "Close up",
  after: "After",
  due: "Due",
};

/** The rail lying across the top, for a tablet held upright. */
export function LyingRail({ jobId, stages, shown }: { jobId: number; stages: readonly RailStage[]; shown: string }) {
  const come = Math.max(
    0,
    stages.findLastIndex((s) => s.state === "done" || s.state === "here"),
  );
  const x = (i: number) => ((i + 0.5) / stages.length) * 1000;
  return (
    <nav
      aria-label="Stages of the job"
      className="relative h-19 shrink-0 border-b-[1.5px] border-line bg-plane overflow-x-clip lg:hidden"
    >
      <svg
        aria-hidden
        viewBox="0 0 1000 60"
        preserveAspectRatio="none"
        className="absolute inset-x-0 top-0 h-15 w-full"
      >
        <path d={`M0 26H${x(stages.length - 1)}`} stroke="var(--line)" strokeWidth={13} />
        <path d={`M0 26H${x(stages.length - 1)}`} stroke="var(--sheet)" strokeWidth={9.6} />
        <path d={`M0 26H${x(come)}`} stroke="var(--cu0)" strokeWidth={13} />
        <path d={`M0 26H${x(come)}`} stroke="var(--copper-fill)" strokeWidth={9} />
        <path d={`M0 24.4H${x(come)}`} stroke="var(--cu4)" strokeWidth={2.4} />
      </svg>
      <ol className="absolute inset-0 grid" style={{ gridTemplateColumns: `repeat(${stages.length}, minmax(0, 1fr))` }}>
        {stages.map((s, i) => {
          const words = (
            <>
              <span
                aria-hidden
                className={`mt-2.25 grid place-items-center ${
                  s.name === shown
                    ? "h-8.5 w-8.5 " +
                      "rounded-tight border-2 border-[var(--cu0)] bg-[var(--cu3)] text-body font-bold " +
                      "text-[#16211f]"
                    : `mt-4 mb-1.75 size-5 rounded-full border-2 text-tag
                      leading-none
                        ${s.state === "done" ? DONE : "border-ink-3 bg-sheet"}`
                }`}
              >
                {s.name === shown ? i + 1 : s.state === "done" ? "\u2713" : ""}
              </span>
              <span
                className={`block max-w-full truncate px-0.5 text-note leading-5
                  ${s.name === shown ? "font-bold" : s.state === "to come" || s.state === "open" ? "text-ink-2" : ""}`}
              >
                {SHORT[s.name] ?? s.title}
              </span>
            </>
          );
          const box = "flex h-full flex-col items-center";
          return (
            <li key={s.name}>
              {s.state === "to come" ? (
                <span className={box}>{words}</span>
              ) : (
                <Link
                  prefetch={false}
                  href={stagePath(jobId, s.name)}
                  aria-current={s.name === shown ? "step" : undefined}
                  className={`${box} hover:bg-line-2/40`}
                >
                  {words}
                </Link>
              )}
            </li>
          );
        })}
      </ol>
    </nav>
  );
}

/** The stages of a job along a heat pipe: copper as far as the job has come, a cold plate at the stage shown. */
export function Rail({ jobId, stages, shown }: { jobId: number; stages: readonly RailStage[]; shown: string }) {
  const height = TOP + (stages.length - 1) * STEP + 34;
  const come = Math.max(
    0,
    stages.findLastIndex((s) => s.state === "done" || s.state === "here"),
  );
  const copperTo = TOP + come * STEP;
  return (
    <nav
      aria-label="Stages of the job"
      className="relative hidden w-15 overflow-x-hidden overflow-y-auto shrink-0 border-r-[1.5px]
        border-line bg-plane lg:block xl:w-41.5"
    >
      <RailPicture height={height} stages={stages} copperTo={copperTo} shown={shown} jobId={jobId} />
    </nav>
  );
}

interface RailPictureProps {
  height: number;
  stages: readonly RailStage[];
  copperTo: number;
  shown: string;
  jobId: number;
}

/** The pipe of the rail, filled as far as the job has come. */
function RailPicture({ height, stages, copperTo, shown, jobId }: RailPictureProps) {
  return (
    <>
      <svg aria-hidden width={60} height={height} className="absolute top-0 left-0">
        <path d={`M26 0V${TOP + (stages.length - 1) * STEP + 14}`} stroke="var(--line)" strokeWidth={13} />
        <path d={`M26 0V${TOP + (stages.length - 1) * STEP + 13}`} stroke="var(--sheet)" strokeWidth={9.6} />
        <g strokeLinecap="butt">
          <path d={`M26 0V${copperTo}`} stroke="var(--cu0)" strokeWidth={13} />
          <path d={`M26 0V${copperTo}`} stroke="var(--cu2)" strokeWidth={10.6} />
          <path d={`M26 0V${copperTo}`} stroke="var(--copper-fill)" strokeWidth={7.4} />
          <path d={`M24.4 0V${copperTo}`} stroke="var(--cu4)" strokeWidth={2.6} />
        </g>
        {stages.map((s, i) => {
          const y = TOP + i * STEP;
          if (s.name === shown) {
            return <StageHere key={s.name} y={y} i={i} />;
          }
          return (
            <g key={s.name}>
              <circle
                cx={26}
                cy={y}
                r={9}
                fill={s.state === "done" ? "#fff" : "var(--sheet)"}
                stroke={s.state === "to come" || s.state === "open" ? "var(--ink-3)" : "var(--d-ink)"}
                strokeWidth={2}
              />
              {s.state === "done" ? (
                <path d={`M21.8 ${y + 0.4}l3 3 5.4-6.2`} fill="none" stroke="#16211F" strokeWidth={2.2} />
              ) : null}
            </g>
          );
        })}
      </svg>
      <ol>
        {stages.map((s, i) => {
          const words = (
            <>
              <span
                className={`block text-lead leading-5 ${
                  s.name === shown
                    ? "font-bold"
                    : s.state === "to " + "come" || s.state === "open"
                      ? "text-ink-2"
                      : "font-regular"
                }`}
              >
                {s.title}
              </span>
              <span className="block text-tag leading-4.25 text-ink-2">{s.fact || "\u00a0"}</span>
            </>
          );
          const box = "absolute inset-x-0 flex min-h-13.5 flex-col justify-center pr-1.5 pl-12.5";
          const place = { top: TOP + i * STEP - 27 };
          return (
            <li key={s.name}>
              {s.state === "to come" ? (
                <span className={box} style={place}>
                  <span className="sr-only xl:not-sr-only">{words}</span>
                </span>
              ) : (
                <Link
                  prefetch={false}
                  href={stagePath(jobId, s.name)}
                  aria-current={s.name === shown ? "step" : undefined}
                  className={`${box} hover:bg-line-2/40`}
                  style={place}
                >
                  <span className="sr-only xl:not-sr-only">{words}</span>
                </Link>
              )}
            </li>
          );
        })}
      </ol>
    </>
  );
}

interface StageHereProps {
  y: number;
  i: number;
}

/** The stage shown, as a plate screwed over the pipe. */
function StageHere({ y, i }: StageHereProps) {
  return (
    <g>
      <path d={`M11 ${y - 18}h30l4 4v28l-4 4h-30l-4-4v-28z`} fill="var(--cu3)" stroke="var(--cu0)" strokeWidth={2} />
      <path d={`M12 ${y - 14.5}h28M10 ${y - 12}v24`} stroke="var(--cu5)" strokeWidth={1.2} opacity={0.8} />
      {[
        [13, -12],
        [39, -12],
        [13, 12],
        [39, 12],
      ].map(([dx = 0, dy = 0]) => (
        <circle
          key={`${dx}${dy}`}
          cx={dx}
          cy={y + dy}
          r={2.2}
          fill="var(--cu5)"
          stroke="var(--cu0)"
          strokeWidth={0.9}
        />
      ))}
      <text
        x={26}
        y={y + 6}
        textAnchor="middle"
        fontSize="var(--text-lead)"
        fontWeight="var(--font-weight-bold)"
        fontFamily="var(--font-num)"
        fill="#16211F"
      >
        {i + 1}
      </text>
    </g>
  );
}
