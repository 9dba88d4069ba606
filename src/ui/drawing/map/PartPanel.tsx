import { partFacts, partRemark, partTitle } from "@/core/drawing/cooling";
import { type CoolingMap, type Part } from "@/core/drawing/parts";
import { PipeSection } from "./PipeSection";

/** What a part is and what the drawing says of it. */
export function PartPanel({ map, part }: { map: CoolingMap; part: Part }) {
  const remark = partRemark(map, part);
  const title = partTitle(map, part);
  return (
    <div>
      <h2 className="flex items-baseline gap-3">
        {part.tag ? <span className="text-word leading-11 font-heavy">{part.tag}</span> : null}
        <span className={part.tag ? "text-title font-strong" : "text-step leading-10 font-heavy"}>{title}</span>
      </h2>
      {part.kind === "pipe" ? (
        <div className="mt-2">
          <PipeSection map={map} pipe={part} />
        </div>
      ) : null}
      <dl className="mt-2">
        {partFacts(map, part).map((f) => (
          <div
            key={f.label}
            className="flex items-baseline justify-between gap-4 border-t border-line py-2.25 first:border-t-0"
          >
            <dt className="text-body text-ink-2">{f.label}</dt>
            <dd className={f.unit ? "num text-right text-sub font-strong" : "text-right text-lead font-strong"}>
              {f.value}
              {f.unit ? <span className="pl-1.5 text-tag font-regular text-ink-2">{f.unit}</span> : null}
            </dd>
          </div>
        ))}
      </dl>
      {remark ? <p className="mt-2 border-t border-line pt-3 text-body leading-5.25 text-ink-2">{remark}</p> : null}
    </div>
  );
}
