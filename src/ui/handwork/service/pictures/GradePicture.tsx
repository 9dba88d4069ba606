import { randomLcg, randomNormal, randomUniform } from "d3-random";
import { memo } from "react";

/** Width of the picture, px. */
const W = 140;
/** Height of the picture, px. */
const H = 150;
/** Share of the inlet that is closed at each grade. */
const CLOSED = [0, 0.1, 0.25, 0.5, 0.85] as const;

/** A fin stack's inlet, head on, at a grade of dust from 0 to 4; drawn, the same every time. */
export const FinPicture = memo(function FinPicture({ grade }: { grade: number }) {
  const closed = CLOSED[grade] ?? 0;
  const source = randomLcg(0.137 + grade * 0.171);
  const across = randomUniform.source(source)(0, W);
  const jitter = randomNormal.source(source)(0, 1);
  const edge = (x: number) => H - H * closed * (1 + 0.25 * Math.sin(x / 17 + grade) + 0.12 * Math.sin(x / 6));
  const felt =
    closed >= 0.2
      ? `M0 ${H}${Array.from(
          { length: 36 },
          (_, i) => `L${(i * W) / 35} ` + `${Math.max(grade === 4 ? 4 : 12, edge((i * W) / 35) + jitter() * 3)}`,
        ).join("")}L${W} ${H}Z`
      : "";
  const threads = Array.from({ length: [0, 9, 40, 110, 240][grade] ?? 0 }, () => {
    const x = across();
    const low = closed >= 0.2 ? edge(x) : 8;
    const y = low + Math.abs(jitter()) * (H - low) * 0.45;
    return `M${x} ${Math.min(H - 2, y)}q${jitter() * 5} ${jitter() * 4} ${jitter() * 8} ${jitter() * 5}`;
  });
  return (
    <svg aria-hidden viewBox={`0 0 ${W} ${H}`} preserveAspectRatio="none" className="block h-full w-full">
      <rect width={W} height={H} fill="var(--d-we1)" />
      {Array.from({ length: 24 }, (_, i) => (
        <rect key={i} x={i * (W / 24) + 1.6} width={2.3} height={H} fill="var(--d-al3)" />
      ))}
      {felt ? <path d={felt} fill="var(--lint2)" opacity={grade === 2 ? 0.82 : 0.96} /> : null}
      <path d={threads.join("")} fill="none" stroke="var(--lint1)" strokeWidth={1.1} />
      <path d={threads.filter((_, i) => i % 2 === 0).join("")} fill="none" stroke="var(--lint3)" strokeWidth={0.9} />
    </svg>
  );
});

/** A blower's blades with lint on their tips, then the hub, then over the well. */
export const BlowerPicture = memo(function BlowerPicture({ grade }: { grade: number }) {
  const source = randomLcg(0.31 + grade * 0.113);
  const turn = randomUniform.source(source)(0, 2 * Math.PI);
  const jitter = randomNormal.source(source)(0, 1);
  const blades = Array.from({ length: 30 }, (_, i) => {
    const a = (i / 30) * 2 * Math.PI;
    return (
      `M${70 + 22 * Math.cos(a)} ${75 + 22 * Math.sin(a)}Q${70 + 44 * Math.cos(a + 0.16)} ` +
      `${75 + 44 * Math.sin(a + 0.16)} ${70 + 60 * Math.cos(a + 0.42)} ${75 + 60 * Math.sin(a + 0.42)}`
    );
  });
  const lint = Array.from({ length: [0, 14, 60, 150, 330][grade] ?? 0 }, () => {
    const a = turn();
    const r = grade <= 2 ? 54 + jitter() * 5 : 40 + jitter() * (grade === 4 ? 20 : 13);
    return (
      `M${70 + r * Math.cos(a)} ${75 + r * Math.sin(a)}q${jitter() * 4} ${jitter() * 4} ${jitter() * 8} ` +
      `${jitter() * 6}`
    );
  });
  return (
    <svg aria-hidden viewBox="0 0 140 150" className="block h-full w-full bg-[var(--d-fan)]">
      <circle cx={70} cy={75} r={64} fill="var(--d-we1)" />
      <path d={blades.join("")} fill="none" stroke="var(--d-blade)" strokeWidth={3.2} />
      {grade >= 3 ? (
        <circle
          cx={70}
          cy={75}
          r={grade === 4 ? 44 : 50}
          fill="none"
          stroke="var(--lint2)"
          strokeWidth={grade === 4 ? 38 : 18}
          opacity={0.9}
        />
      ) : null}
      <circle cx={70} cy={75} r={22} fill="var(--d-al2)" stroke="var(--d-ink)" />
      <path d={lint.join("")} fill="none" stroke="var(--lint1)" strokeWidth={1.3} />
      <path d={lint.filter((_, i) => i % 2 === 0).join("")} fill="none" stroke="var(--lint3)" strokeWidth={1} />
    </svg>
  );
});
