import { Learning, type FindingWorth, type LearntKey, type Worth } from "@/core/handwork/service";
import { words } from "@/core/base/words";

const NAMES: Record<LearntKey, string> = {
  "dust:1": "grade 1",
  "dust:2": "grade 2",
  "dust:3": "grade 3",
  "dust:4": "grade 4",
  "paste:dry": "dry",
  "paste:pumped": "pumped out",
  "paste:little": "hardly any",
};
/** Half of a 90 % interval, standard errors. */
const NINETY = 1.645;
const UNLEARNT = new Learning().worth(null);
/** The scale ends here, K. */
const MOST_K = 50;
/** Left edge of what is drawn, px. */
const LEFT = 100;
/** Width of the picture, px. */
const W = 300;

/** What each finding is worth in this workshop: dashed at first, solid as learnt. */
export function WorthPanel({ rows, learnt }: { rows: readonly FindingWorth[]; learnt: boolean }) {
  const first = new Map(rows.map((r) => [r.key, spanOf(r.modelK, UNLEARNT)]));
  const now = new Map(rows.map((r) => [r.key, spanOf(r.modelK, r.worth)]));
  const most = Math.max(
    10,
    ...[...first.values()].map((s) => s?.[1] ?? 0),
    ...[...now.values()].map((s) => s?.[1] ?? 0),
  );
  // what goes beyond runs to the edge
  const deep = Math.min(MOST_K, Math.ceil(most / 10) * 10);
  const x = (K: number) => LEFT + (Math.min(K, deep) / deep) * (W - LEFT - 14);
  const group = (name: string, of: string, colour: string) => (
    <>
      <h3 className="mt-3 text-body font-strong" style={{ color: colour }}>
        {name}
      </h3>
      <ul>
        {rows
          .filter((r) => r.key.startsWith(of))
          .map((r) => (
            <li key={r.key}>
              <Row
                row={r}
                first={first.get(r.key) ?? null}
                now={learnt ? (now.get(r.key) ?? null) : null}
                x={x}
                most={deep}
                colour={colour}
              />
            </li>
          ))}
      </ul>
    </>
  );
  return (
    <section aria-labelledby="worth-heading">
      <h2 id="worth-heading" className="text-sub font-bold">
        What a finding is worth here
      </h2>
      <p className="text-note text-ink-2">
        K cooler when mended, 90 %; dashed: at first{learnt ? "" : ". Learnt from five jobs on."}
      </p>
      <svg aria-hidden viewBox={`0 0 ${W} 18`} className="mt-1 block w-full">
        {Array.from({ length: deep / 10 + 1 }, (_, k) => (
          <text key={k} x={x(10 * k)} y={13} textAnchor="middle" fontSize={13} className="num" fill="var(--ink)">
            {10 * k}
          </text>
        ))}
      </svg>
      {group("Dust at the fins", "dust", "var(--air)")}
      {group("Old paste", "paste", "var(--paste)")}
    </section>
  );
}

/** From the least to the most that a finding is worth, K; null where it was never met. */
function spanOf(modelK: number | null, { log, sd }: Worth): [number, number] | null {
  return modelK === null ? null : [modelK * Math.exp(log - NINETY * sd), modelK * Math.exp(log + NINETY * sd)];
}

interface RowProps {
  row: FindingWorth;
  first: [number, number] | null;
  now: [number, number] | null;
  x: (K: number) => number;
  /** K at which the scale ends. */
  most: number;
  colour: string;
}

function Row({ row, first, now, x, most, colour }: RowProps) {
  const name = NAMES[row.key];
  const told = ([low, high]: [number, number]) => `${Math.round(low)} to ${words.kelvinSize(high)}`;
  const bar = ([low, high]: [number, number], y: number) =>
    `M${x(low)} ${y}H${x(high)}M${x(low)} ${y - 4}v8` +
    (high > most ? `M${x(high) - 5} ${y - 4}l5 4l-5 4` : `M${x(high)} ${y - 4}v8`);
  return (
    <svg
      viewBox={`0 0 ${W} 30`}
      className="block w-full"
      role="img"
      aria-label={
        first
          ? `${name}: ${told(first)} at first${now ? `, ${told(now)} by ${words.counted(row.jobs, "job")}` : ""}`
          : `${name}: not met yet`
      }
    >
      <text x={0} y={20} fontSize={14} fill="var(--ink)">
        {name}
      </text>
      {first ? (
        <>
          <path d={bar(first, now ? 9 : 15)} fill="none" stroke={colour} strokeWidth={1.6} strokeDasharray="4 3" />
          {now ? <path d={bar(now, 21)} fill="none" stroke={colour} strokeWidth={3} /> : null}
        </>
      ) : (
        <text x={LEFT} y={20} fontSize={13} fill="var(--ink-2)">
          not met yet
        </text>
      )}
    </svg>
  );
}
