import type { Verdict } from "@/core/judge";

const W = 104;
const H = 96;

/** The verdict's two ladders, small: before hollow and dashed, after solid; only the heights, no figures. */
export function JobLadders({ verdict }: { verdict: Verdict | null }) {
  const chip = verdict?.chips.find((c) => c.chip === verdict.lead) ?? verdict?.chips[0];
  const beforeK = chip?.before?.K ?? 0;
  const afterK = chip?.after?.K ?? null;
  const top = Math.max(20, beforeK, afterK ?? 0);
  const h = (k: number) => (k / top) * (H - 16);
  const airB = chip?.paths[1].before?.K ?? 0;
  const airA = chip?.paths[1].after?.K ?? null;
  return (
    <svg aria-hidden width={W} height={H} className="shrink-0">
      <path d={`M2 ${H - 4}h${W - 4}`} stroke="var(--room)" strokeWidth={3} />
      {chip ? (
        <>
          <rect
            x={16}
            y={H - 5 - h(airB)}
            width={26}
            height={h(airB)}
            fill="var(--air-wash)"
            stroke="var(--air)"
            strokeWidth={1.6}
            strokeDasharray="4 3"
          />
          <rect
            x={16}
            y={H - 5 - h(beforeK)}
            width={26}
            height={h(beforeK - airB)}
            fill="var(--paste-wash)"
            stroke="var(--paste)"
            strokeWidth={1.6}
            strokeDasharray="4 3"
          />
          {afterK !== null && airA !== null ? (
            <>
              <rect x={62} y={H - 5 - h(airA)} width={26} height={h(airA)} fill="var(--air)" />
              <rect
                x={62}
                y={H - 5 - h(afterK)}
                width={26}
                height={Math.max(1, h(afterK - airA))}
                fill="var(--paste)"
              />
            </>
          ) : (
            <rect
              x={62}
              y={30}
              width={26}
              height={H - 35}
              fill="none"
              stroke="var(--ink-3)"
              strokeWidth={1.6}
              strokeDasharray="2 4"
            />
          )}
        </>
      ) : (
        [16, 62].map((x) => (
          <rect
            key={x}
            x={x}
            y={26}
            width={26}
            height={H - 31}
            fill="none"
            stroke="var(--ink-3)"
            strokeWidth={1.6}
            strokeDasharray="2 4"
          />
        ))
      )}
    </svg>
  );
}
