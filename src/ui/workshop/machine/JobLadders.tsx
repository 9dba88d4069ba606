import type { BriefLadder } from "@/core/workshop/job";

/** Width of the picture, px. */
const W = 104;
/** Height of the picture, px. */
const H = 96;

/** The verdict's two ladders, small: before hollow and dashed, after solid; only the heights, no figures. */
export function JobLadders({ ladder }: { ladder: BriefLadder | null }) {
  const beforeK = ladder?.before?.totalK ?? 0;
  const afterK = ladder?.after?.totalK ?? null;
  const top = Math.max(20, beforeK, afterK ?? 0);
  const h = (k: number) => (k / top) * (H - 16);
  const airB = ladder?.before?.airflowK ?? 0;
  const airA = ladder?.after?.airflowK ?? null;
  return (
    <svg aria-hidden width={W} height={H} className="shrink-0">
      <path d={`M2 ${H - 4}h${W - 4}`} stroke="var(--room)" strokeWidth={3} />
      {ladder ? (
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
