import { randomLcg, randomNormal } from "d3-random";
import { memo } from "react";

/** Width of the picture, px. */
const W = 140;
/** Height of the picture, px. */
const H = 110;

/** A ragged ring round a rectangle: the edge paste leaves, drawn the same every time. */
function ragged([x, y, w, h]: readonly [number, number, number, number], by: number, seed: number): string {
  const jitter = randomNormal.source(randomLcg(seed))(0, by);
  const points: string[] = [];
  const n = 14;
  for (let i = 0; i < n; i++) points.push(`${x + (w * i) / n + jitter() * 0.4} ${y + jitter()}`);
  for (let i = 0; i < n; i++) points.push(`${x + w + jitter()} ${y + (h * i) / n + jitter() * 0.4}`);
  for (let i = 0; i < n; i++) points.push(`${x + w - (w * i) / n + jitter() * 0.4} ${y + h + jitter()}`);
  for (let i = 0; i < n; i++) points.push(`${x + jitter()} ${y + h - (h * i) / n + jitter() * 0.4}`);
  return `M${points.join("L")}Z`;
}

function cracks(seed: number): string {
  const jitter = randomNormal.source(randomLcg(seed))(0, 1);
  return Array.from({ length: 26 }, (_, i) => {
    const x = 32 + ((i * 29) % 78);
    const y = 30 + ((i * 17) % 52);
    return `M${x} ${y}l${jitter() * 7} ${jitter() * 6}l${jitter() * 6} ${jitter() * 7}l${jitter() * 5} ${jitter() * 4}`;
  }).join("");
}

/** Old paste as it is found on a chip: an even film, dry and cracked, pumped out to the edges, hardly any, run over. */
export const PastePicture = memo(function PastePicture({ state }: { state: string }) {
  const paste = "#C9CCC4";
  const edge = "#8D938B";
  return (
    <svg
      aria-hidden
      viewBox={`0 0 ${W} ${H}`}
      preserveAspectRatio="xMidYMid slice"
      className="block h-full w-full bg-[var(--d-pkg)]"
    >
      {state === "over" ? (
        <path d={ragged([13, 11, 114, 88], 3.4, 0.61)} fill={paste} stroke={edge} strokeWidth={1.2} />
      ) : null}
      <rect x={26} y={24} width={88} height={62} fill="var(--d-die)" stroke="var(--d-ink)" strokeWidth={1.4} />
      {state === "even" ? (
        <path d={ragged([28, 26, 84, 58], 0.7, 0.11)} fill={paste} stroke={edge} strokeWidth={1} />
      ) : null}
      {state === "over" ? <path d={ragged([27, 25, 86, 60], 1, 0.12)} fill={paste} stroke="none" /> : null}
      {state === "dry" ? (
        <>
          <path d={ragged([29, 27, 82, 56], 1.8, 0.23)} fill="#B7B2A2" stroke="#7d786a" strokeWidth={1} />
          <path d={cracks(0.37)} fill="none" stroke="var(--d-die)" strokeWidth={2} />
          <path d={cracks(0.37)} fill="none" stroke="#6b6658" strokeWidth={0.6} />
        </>
      ) : null}
      {state === "pumped" ? (
        <path
          d={`${ragged([24, 22, 92, 66], 1.6, 0.31)}${ragged([43, 38, 54, 34], 2.6, 0.33)}`}
          fillRule="evenodd"
          fill={paste}
          stroke={edge}
          strokeWidth={1}
        />
      ) : null}
      {state === "little" ? (
        <path d={ragged([54, 42, 30, 22], 2.6, 0.41)} fill={paste} stroke={edge} strokeWidth={1} />
      ) : null}
      {state === "over"
        ? Array.from({ length: 5 }, (_, i) => (
            <rect
              key={i}
              x={17 + i * 24}
              y={92}
              width={8}
              height={5}
              fill="var(--d-smd2)"
              stroke="var(--d-ink)"
              strokeWidth={0.6}
              opacity={0.8}
            />
          ))
        : null}
    </svg>
  );
});
