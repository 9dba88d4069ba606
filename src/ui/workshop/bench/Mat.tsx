"use client";
import { useRouter } from "next/navigation";
import { money, useMoney } from "@/ui/kit/controls/money";
import { LinkButton } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { baseShape } from "@/ui/drawing/underside/base";
import { DrawnOnBench, type SmallDrawing } from "@/ui/drawing/underside/DrawnOnBench";
import { BaseOutline } from "@/ui/drawing/underside/BaseOutline";
import { waitsWords, type BenchItem } from "@/core/workshop/job";
import { goingWords } from "@/core/measure/protocol";
import { words } from "@/core/base/words";
import { useGoingRun } from "@/ui/measure/live/RunsGoing";
import { BehindMark } from "@/ui/kit/controls/Behind";
import { stagePath } from "@/ui/kit/steps/paths";
import { dayInWords } from "@/core/base/days";

const day = (iso: string) => dayInWords(iso, "short");
const PX_PER_MM = 0.74;

/** The mat with the machines in real relative size, and below each what it waits for. */
export function Mat({ items }: { items: (BenchItem & { drawing: SmallDrawing | null })[] }) {
  const router = useRouter();
  const keys: Record<string, () => void> = { n: () => router.push("/machines/new") };
  items.slice(0, 9).forEach((item, i) => (keys[String(i + 1)] = () => router.push(stagePath(item.jobId, item.at))));
  useKeys(keys);
  const tallest = Math.max(240, ...items.map((i) => baseShape(i.machine.form).depthMm));
  const matHeight = (tallest + 52) * PX_PER_MM;
  return (
    <div className="relative">
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Machines on the bench, scrolls sideways">
        <div className="relative w-max min-w-full bg-sheet pb-6">
          <svg
            aria-hidden
            className="absolute inset-x-0 top-0 w-full border-y-[1.5px] border-line bg-plane"
            height={matHeight}
          >
            <defs>
              <pattern id="mat" width={100 * PX_PER_MM} height={100 * PX_PER_MM} patternUnits="userSpaceOnUse" x={40}>
                <path
                  d={`M0 0H${100 * PX_PER_MM}M0 0V${100 * PX_PER_MM}`}
                  stroke="var(--d-grid)"
                  strokeWidth={1.4}
                  fill="none"
                />
              </pattern>
            </defs>
            <rect width="100%" height={matHeight} fill="url(#mat)" />
          </svg>
          <ul className="relative flex gap-9 px-4 sm:px-10">
            {items.map((item, i) => (
              <li
                key={item.jobId}
                className="flex flex-col"
                style={{ width: Math.max(250, (baseShape(item.machine.form).widthMm + 12) * PX_PER_MM) }}
              >
                <div className="flex items-end" style={{ height: matHeight - 8 }}>
                  {item.drawing ? (
                    <DrawnOnBench {...item.drawing} pxPerMm={PX_PER_MM} />
                  ) : (
                    <BaseOutline form={item.machine.form} pxPerMm={PX_PER_MM} />
                  )}
                </div>
                <Named item={item} />
                <div className="flex-1">
                  <p className="mt-1 line-clamp-3 min-h-10.5 text-body leading-5.25 text-ink-2">{item.note}</p>
                </div>
                <MainLink item={item} i={i} />
              </li>
            ))}
          </ul>
        </div>
      </div>
      <div aria-hidden className="pointer-events-none absolute top-1.5 right-6 text-ink-2">
        <span className="num block text-center text-tag leading-4.25">100 mm</span>
        <svg width={100 * PX_PER_MM} height={10} className="block">
          <path
            d={`M.7 0v10M${100 * PX_PER_MM - 0.7} 0v10M0 5h${100 * PX_PER_MM}`}
            stroke="currentColor"
            strokeWidth={1.3}
          />
        </svg>
      </div>
    </div>
  );
}

/** To what a machine waits for, or to its run that goes. */
function MainLink({ item, i }: { item: BenchItem; i: number }) {
  const going = useGoingRun(item.jobId);
  return (
    <LinkButton
      href={stagePath(item.jobId, going?.kind ?? item.at)}
      look={i === 0 || going ? "main" : item.at === "verdict" ? "quiet" : "plain"}
      keyCap={i < 9 ? String(i + 1) : undefined}
      className="mt-4 min-h-13.5 self-start"
    >
      {going ? "To its run" : item.button}
      <span className="sr-only">
        {" "}
        of {item.machine.tag}, {item.machine.place}
      </span>
    </LinkButton>
  );
}

/** Which machine it is, and what it waits for or does. */
function Named({ item }: { item: BenchItem }) {
  const currency = useMoney();
  const going = useGoingRun(item.jobId);
  return (
    <>
      <p className="mt-5 truncate text-sub">
        <b className="font-strong">{item.machine.model}</b>{" "}
        <span className="pl-1 text-body text-ink-2">{item.machine.place}</span>
      </p>
      <p className="mt-0.5 text-title leading-6.75 font-bold">
        {going
          ? words.capital(goingWords(going))
          : item.held
            ? waitsWords(item.held, day, (n) => money(n, currency))
            : item.waits}
        {item.behind ? <BehindMark /> : null}
      </p>
    </>
  );
}
