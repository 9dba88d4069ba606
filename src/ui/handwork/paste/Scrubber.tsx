import { words } from "@/core/base/words";
import { CUTS_UM, FILM } from "./bands";
import type { Load, SqueezeRun } from "@/core/handwork/paste";

const [W, L, R, H] = [720, 46, 140, 120];

/** Time of both trials: rounds as a bar, wetted share over time, one handle for both. */
export function Scrubber({
  a,
  b,
  loads,
  atS,
  endS,
  onAt,
}: {
  a: SqueezeRun | null;
  b: SqueezeRun | null;
  loads: readonly Load[];
  atS: number;
  endS: number;
  onAt: (s: number) => void;
}) {
  const x = (s: number) => L + (Math.min(s, endS) / endS) * (W - L - R);
  const y = (share: number) => 28 + (1 - share) * 66;
  const line = (run: SqueezeRun) =>
    `M${run.frames.map((f) => `${x(f.atS).toFixed(1)} ${y(f.wetted).toFixed(1)}`).join("L")}` +
    (run.endS < endS ? `H${x(endS).toFixed(1)}` : "");
  const rounds = [...new Set(loads.map((l) => l.round ?? 1))].map((r) => ({
    r,
    from: loads.find((l) => (l.round ?? 1) === r)?.atS ?? 0,
  }));
  const end = (run: SqueezeRun) => run.frames[run.frames.length - 1];
  const step = [5, 10, 20].find((s) => endS / s <= 6) ?? 30;
  const label = (run: SqueezeRun | null, name: string, other: number | null) => {
    const f = run && end(run);
    if (!f) return null;
    // two ends that meet stand above and below each other
    const own = y(f.wetted);
    const at =
      other === null || Math.abs(own - y(other)) > 17
        ? own
        : own + (f.wetted >= other ? -9 : 9) + (name === "B" && f.wetted === other ? 9 : 0);
    return (
      <text x={W - R + 8} y={at + 5} fontSize="var(--text-note)" fill="var(--ink)">
        {name}{" "}
        <tspan fontFamily="var(--font-num)" fontWeight="var(--font-weight-bold)">
          {words.share(f.wetted)}, {Math.round(f.meanUm)} µm
        </tspan>
      </text>
    );
  };
  return (
    <div className="relative">
      <svg viewBox={`0 0 ${W} ${H}`} className="block w-full" aria-hidden>
        <RoundBars rounds={rounds} endS={endS} atS={atS} x={x} />
        <ScrubAxes y={y} endS={endS} step={step} x={x} />
        {b ? (
          <>
            <path d={line(b)} fill="none" stroke="var(--ink)" strokeWidth={4.6} />
            <path d={line(b)} fill="none" stroke="var(--sheet)" strokeWidth={2} />
          </>
        ) : null}
        {a ? <path d={line(a)} fill="none" stroke="var(--ink)" strokeWidth={2.4} /> : null}
        {label(a, "A", b ? (end(b)?.wetted ?? null) : null)}
        {label(b, "B", a ? (end(a)?.wetted ?? null) : null)}
        <path d={`M${x(atS)} 0V100`} stroke="var(--ink)" strokeWidth={2} />
        <rect x={x(atS) - 27} y={98} width={54} height={20} rx={3} fill="var(--ink)" />
        <ScrubTime x={x} atS={atS} />
      </svg>
      <input
        type="range"
        aria-label="Time of the squeeze"
        aria-valuetext={`${atS.toFixed(1)} seconds`}
        min={0}
        max={endS}
        step={0.25}
        value={atS}
        onChange={(e) => onAt(Number(e.target.value))}
        className="absolute inset-y-0 m-0 cursor-ew-resize opacity-0"
        style={{ left: `${(L / W) * 100}%`, width: `${((W - L - R) / W) * 100}%`, height: "100%" }}
      />
    </div>
  );
}

interface ScrubTimeProps {
  x: (s: number) => number;
  atS: number;
}

/** The time shown, s. */
function ScrubTime({ x, atS }: ScrubTimeProps) {
  return (
    <text
      x={x(atS)}
      y={113}
      textAnchor="middle"
      fontSize="var(--text-tag)"
      fontWeight="var(--font-weight-bold)"
      fontFamily="var(--font-num)"
      fill="var(--sheet)"
    >
      {atS.toFixed(atS < 10 ? 1 : 0)} s
    </text>
  );
}

interface RoundBarsProps {
  rounds: { r: number; from: number }[];
  endS: number;
  atS: number;
  x: (s: number) => number;
}

/** The rounds of tightening, filled as far as they are. */
function RoundBars({ rounds, endS, atS, x }: RoundBarsProps) {
  return (
    <>
      {rounds.map(({ r, from }, i) => {
        const to = rounds[i + 1]?.from ?? endS;
        const past = Math.max(from, Math.min(to, atS));
        return (
          <g key={r}>
            <rect
              x={x(from)}
              y={2}
              width={x(to) - x(from)}
              height={18}
              fill="var(--sheet)"
              stroke="var(--ink)"
              strokeWidth={1.3}
            />
            <rect
              x={x(from) + 1}
              y={3}
              width={Math.max(0, x(past) - x(from) - 1)}
              height={16}
              fill="var(--copper-fill)"
            />
            <text x={x(from) + 7} y={16} fontSize="var(--text-tag)" fill={past - from > 3 ? "#2c1206" : "var(--ink)"}>
              round {r}
            </text>
          </g>
        );
      })}
    </>
  );
}

interface ScrubAxesProps {
  y: (share: number) => number;
  endS: number;
  step: number;
  x: (s: number) => number;
}

/** Axes of time and wetted share. */
function ScrubAxes({ y, endS, step, x }: ScrubAxesProps) {
  return (
    <>
      {[0, 0.5, 1].map((s) => (
        <g key={s}>
          <path d={`M${L} ${y(s)}H${W - R}`} stroke="var(--line)" />
          <text
            x={L - 7}
            y={y(s) + 5}
            textAnchor="end"
            fontSize="var(--text-tag)"
            fontFamily="var(--font-num)"
            fill="var(--ink-2)"
          >
            {100 * s}
          </text>
        </g>
      ))}
      {Array.from({ length: Math.floor(endS / step) + 1 }, (_, i) => i * step).map((s) => (
        <text
          key={s}
          x={x(s)}
          y={114}
          textAnchor="middle"
          fontSize="var(--text-tag)"
          fontFamily="var(--font-num)"
          fill="var(--ink-2)"
        >
          {s} s
        </text>
      ))}
    </>
  );
}

/** Key of the thickness scale, its cuts in µm. */
export function FilmKey() {
  return (
    <span className="inline-flex items-center gap-2 text-note text-ink-2">
      Film
      <svg
        aria-label={`Film thickness, cuts at ${CUTS_UM.join(", ")} µm`}
        role="img"
        width={236}
        height={34}
        viewBox="0 0 236 34"
      >
        {FILM.map((f, i) => (
          <rect key={f} x={1 + i * 39} y={1} width={39} height={15} fill={f} stroke="var(--ink)" strokeWidth={1} />
        ))}
        {CUTS_UM.map((c, i) => (
          <text
            key={c}
            x={40 + i * 39}
            y={31}
            textAnchor="middle"
            fontSize="var(--text-tag)"
            fontFamily="var(--font-num)"
            fill="var(--ink-2)"
          >
            {c}
          </text>
        ))}
      </svg>
      µm
    </span>
  );
}
