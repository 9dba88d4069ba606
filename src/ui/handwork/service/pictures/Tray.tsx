import Link from "next/link";
import { stagePath } from "@/ui/kit/steps/paths";
import { coverScrews, type ServiceContext } from "@/core/handwork/service";
import type { Screw } from "@/core/drawing/parts";
import { stepKey } from "@/core/handwork/service";

const rows = ["rear", "middle", "front"] as const;

/** Where each cover screw lies on the tray: rows as in the machine, left stays left; dashed until it lies there. */
export function ScrewTray({
  ctx,
  jobId,
  nextId,
  widthMm,
  depthMm,
}: {
  ctx: ServiceContext;
  jobId: number;
  nextId: string | null;
  widthMm: number;
  depthMm: number;
}) {
  const screws = coverScrews(ctx);
  const out = screws.filter((s) => ctx.journal.isDone(stepKey("out", s.id))).length;
  const rowOf = (s: Screw) => (s.yMm < depthMm * 0.34 ? 0 : s.yMm < depthMm * 0.67 ? 1 : 2);
  return (
    <section aria-label="Screw tray">
      <p className="flex items-baseline gap-3 text-body">
        <span className="font-strong">Tray</span>
        <span className="num text-title font-heavy">
          {out} of {screws.length}
        </span>
        <span className="text-ink-2">lies as in the machine, left stays left</span>
        <Link
          prefetch={false}
          href={stagePath(jobId, "tray")}
          className="link ml-auto inline-flex min-h-7.5 items-center text-body"
        >
          Print the map
        </Link>
      </p>
      <svg
        viewBox="0 0 740 118"
        className="mt-1 block w-full"
        role="img"
        aria-label={`${out} of ${screws.length} screws are out`}
      >
        <rect x={1} y={1} width={738} height={116} rx={5} fill="var(--plane)" stroke="var(--ink)" strokeWidth={1.6} />
        {rows.map((name, r) =>
          r ? <path key={name} d={`M1 ${r * 39}H739`} stroke="var(--line)" strokeWidth={1.4} /> : null,
        )}
        {screws.map((s, i) => {
          const lies = ctx.journal.isDone(stepKey("out", s.id));
          const next = s.id === nextId;
          const x = 26 + (s.xMm / widthMm) * 640;
          const y = rowOf(s) * 39 + 6;
          const long = Math.max(9, s.lengthMm * 2.6);
          return (
            <g key={s.id} transform={`translate(${x} ${y})`}>
              <path
                d={`M-7 0h14v5h-4v${long}h-6v-${long}h-4z`}
                fill={lies ? "var(--d-al3)" : "none"}
                stroke={next ? "var(--copper)" : "var(--ink)"}
                strokeWidth={next ? 2 : 1.3}
                strokeDasharray={lies ? undefined : "2.6 2"}
              />
              <text
                x={13}
                y={11}
                fontSize="var(--text-tag)"
                fontWeight="var(--font-weight-bold)"
                fontFamily="var(--font-num)"
                fill={next ? "var(--copper)" : "var(--ink)"}
              >
                {i + 1}
              </text>
              <text x={13} y={25} fontSize="var(--text-tag)" fontFamily="var(--font-num)" fill="var(--ink-2)">
                {s.lengthMm}
              </text>
            </g>
          );
        })}
      </svg>
    </section>
  );
}
