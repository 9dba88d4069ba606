import { partFacts, partRemark, partTitle } from "@/core/cooling";
import { type CoolingMap, type Part } from "@/core/drawing";
import { PipeSection } from "./PipeSection";

/** What a part is and what the drawing says of it. */
export function PartPanel({ map, part }: { map: CoolingMap; part: Part }) {
  const remark = partRemark(map, part);
  const title = partTitle(map, part);
  return (
    <div>
      <h2 className="flex items-baseline gap-3">
        {part.tag ? <span className="text-[38px] leading-[44px] font-[760]">{part.tag}</span> : null}
        <span className={part.tag ? "text-[20px] font-[640]" : "text-[27px] leading-[40px] font-[720]"}>{title}</span>
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
            className="flex items-baseline justify-between gap-4 border-t border-line py-[9px] first:border-t-0"
          >
            <dt className="text-[16px] text-ink-2">{f.label}</dt>
            <dd className={f.unit ? "num text-right text-[18px] font-[650]" : "text-right text-[17px] font-[620]"}>
              {f.value}
              {f.unit ? <span className="pl-1.5 text-[14px] font-[450] text-ink-2">{f.unit}</span> : null}
            </dd>
          </div>
        ))}
      </dl>
      {remark ? (
        <p className="mt-2 border-t border-line pt-3 text-[15.5px] leading-[21px] text-ink-2">{remark}</p>
      ) : null}
    </div>
  );
}
