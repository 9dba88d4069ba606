import Link from "next/link";
import { words } from "@/core/base/words";

/** Strokes of a machine that stands on its edge. */
const STROKES = 22;

/** What does not stand face out stands on edge, as thick as it is many; it leads to its shelf alone. */
export function OnEdge({ count, late, href, name }: { count: number; late: number; href: string; name: string }) {
  if (count <= 0) return null;
  const n = Math.min(STROKES, count);
  return (
    <Link
      prefetch={false}
      href={href}
      className="flex h-full flex-col justify-end rounded-[3px]"
      aria-label={`${words.counted(count, "more machine")} on the shelf ${name}`}
    >
      <svg aria-hidden width={n * 4.6 + 2} height={104} className="block">
        {Array.from({ length: n }, (_, i) => {
          const h = 74 + ((i * 37) % 26);
          return (
            <rect
              key={i}
              x={i * 4.6 + 0.5}
              y={104 - h}
              width={4.2}
              height={h}
              fill={i >= n - Math.ceil((late / Math.max(1, count)) * n) && late > 0 ? "var(--caution)" : "var(--d-al3)"}
              stroke="var(--d-ink)"
              strokeWidth={0.7}
            />
          );
        })}
      </svg>
    </Link>
  );
}
