import { useWholeRows } from "@/ui/kit/controls/wholeRows";
import { words } from "@/core/base/words";
import { cleanedIn, METHODS, usedIn, usesWords, type ServiceContext } from "@/core/handwork/service";
import { centreOf, partName, type Part } from "@/core/drawing/parts";

export interface StepPhotoView {
  id: number;
  phase: string;
  note: string;
  xMm: number | null;
  yMm: number | null;
}

/** What was cleaned: how, for how long, with what, and its photos as found and cleaned side by side. */
export function CleanedParts({ ctx, photos }: { ctx: ServiceContext; photos: readonly StepPhotoView[] }) {
  const cleaned = cleanedIn(ctx.journal);
  if (cleaned.length === 0)
    return (
      <p className="text-body text-ink-2">
        What is cleaned, how long it took and what was used is kept part by part. A photo before and one after stand
        here as a pair.
      </p>
    );
  return <CleanedTable cleaned={cleaned} ctx={ctx} photos={photos} />;
}

interface CleanedTableProps {
  cleaned: ReturnType<typeof cleanedIn>;
  ctx: ServiceContext;
  photos: readonly StepPhotoView[];
}

function CleanedTable({ cleaned, ctx, photos }: CleanedTableProps) {
  const pane = useWholeRows<HTMLElement>();
  const minutes = cleaned.reduce((s, c) => s + c.seconds, 0) / 60;
  return (
    <section ref={pane} aria-label="What was cleaned" className="max-h-57.5 overflow-y-auto text-body" tabIndex={0}>
      <h2 className="text-lead font-strong">
        {words.counted(cleaned.length, "part")} cleaned
        {minutes >= 1 ? ` in ${Math.round(minutes)} min` : ""}
        <span className="pl-2 font-regular text-ink-2">{usesWords(usedIn(cleaned))}</span>
      </h2>
      <table className="mt-1 w-full text-left">
        <thead className="sr-only">
          <tr>
            <th scope="col">Part</th>
            <th scope="col">Method</th>
            <th scope="col">Used</th>
            <th scope="col">Time</th>
            <th scope="col">Photos</th>
          </tr>
        </thead>
        <tbody>
          {cleaned.map((c) => {
            const part = ctx.map?.part(c.partId);
            return (
              <tr key={c.partId} className="border-t border-line-2">
                <th scope="row" className="py-1 pr-3 font-medium">
                  {part ? partName(part) : "Part"}
                </th>
                <td className="pr-3">{METHODS[c.method]}</td>
                <td className="pr-3 text-ink-2">{usesWords(c.uses)}</td>
                <td className="num pr-3 text-right whitespace-nowrap">
                  {c.seconds >= 30
                    ? `${Math.max(1, Math.round(c.seconds / 60))} min`
                    : c.seconds > 0
                      ? `${Math.round(c.seconds)} s`
                      : ""}
                </td>
                <td className="w-34">{part ? <Pair part={part} photos={photos} /> : null}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

/** The last photo of a part as found and the last one cleaned. */
function Pair({ part, photos }: { part: Part; photos: readonly StepPhotoView[] }) {
  const [x, y] = centreOf(part);
  const own = (phase: string) =>
    photos.findLast(
      (p) => p.phase === phase && p.xMm !== null && p.yMm !== null && Math.hypot(p.xMm - x, p.yMm - y) < 2,
    );
  const pair = [
    ["found", "as found"],
    ["cleaned", "cleaned"],
  ] as const;
  if (!pair.some(([phase]) => own(phase))) return null;
  return (
    <span className="flex gap-1.5 py-1">
      {pair.map(([phase, word]) => {
        const p = own(phase);

        return p ? (
          <img
            key={phase}
            src={`/api/photos/${p.id}?thumb`}
            alt={`${partName(part)} ${word}`}
            width={64}
            height={48}
            className="h-12 w-16 border border-line object-cover"
          />
        ) : (
          <span
            key={phase}
            className="grid h-12 w-16 place-items-center border border-dashed border-ink-3 text-center
              text-tag leading-3.75 text-ink-2"
          >
            not {word}
          </span>
        );
      })}
    </span>
  );
}
