"use client";
import { useRouter } from "next/navigation";
import type { DueDate } from "@/core/workshop/job";
import { LinkButton } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { SmallPair } from "@/ui/workshop/rack/SmallPair";
import { BaseOutline } from "@/ui/drawing/underside/BaseOutline";
import { SchoolPicture } from "@/ui/handwork/procedure/SchoolPicture";
import { dayInWords } from "@/core/base/days";

/** The mat with one dashed outline where a machine would lie. */
export function EmptyBench({ next, first = false }: { next: DueDate | null; first?: boolean }) {
  const router = useRouter();
  useKeys({ n: () => router.push("/machines/new") });
  if (first) return <FirstBench />;
  return (
    <div className="border-y-[1.5px] border-line bg-plane px-4 sm:px-10 py-9">
      <div className="flex items-center gap-10">
        <svg aria-hidden width={276} height={196} viewBox="0 0 358 252">
          <rect
            x={2}
            y={2}
            width={354}
            height={248}
            rx={9}
            fill="none"
            stroke="var(--ink-3)"
            strokeWidth={2}
            strokeDasharray="9 6"
          />
        </svg>
        <div>
          <p className="text-title font-medium">
            {next
              ? `Next due: ${next.machine.place || next.machine.tag}, ${dayInWords(next.dueOn, "short")}.`
              : "Take a machine in, then drop the log of its load run."}
          </p>
          <LinkButton href="/machines/new" look="main" keyCap="N" className="mt-5">
            New intake
          </LinkButton>
        </div>
      </div>
    </div>
  );
}

const STEPS = [
  {
    title: "Take a machine in",
    say: "Its tag, its model, what it is in for. Then run a load and drop the log here, before anything is opened.",
    picture: <BaseOutline form="fourteen" pxPerMm={0.5} />,
  },
  {
    title: "Open, clean, paste, close",
    say: "Step by step on its own drawing. What goes out comes back, screw by screw.",
    picture: (
      <div className="grid size-40 scale-200 place-items-center">
        <SchoolPicture of="tighten" value="stamped" />
      </div>
    ),
  },
  {
    title: "Run again, read the verdict",
    say: "The second log against the first, at matched conditions: paste or airflow, how sure, and what to do next.",
    picture: (
      <div className="origin-bottom-left scale-140">
        <SmallPair
          ladder={{
            chip: "cpu",
            roomC: 25,
            limitC: 95,
            before: { totalK: 68, airflowK: 47 },
            after: { totalK: 41, airflowK: 26 },
          }}
        />
      </div>
    ),
  },
] as const;

/** An Ovrant that holds nothing yet: what to do first, in three pictures, and where to look at one that is full. */
function FirstBench() {
  return (
    <div className="mat border-y-[1.5px] border-line px-4 py-8 sm:px-10">
      <ol className="grid gap-8 md:grid-cols-3">
        {STEPS.map((s, i) => (
          <li key={s.title}>
            <div className="flex h-40 items-end">{s.picture}</div>
            <h2 className="mt-4 text-title font-bold">
              {i + 1}. {s.title}
            </h2>
            <p className="mt-1 text-lead leading-5.75 text-ink-2">{s.say}</p>
          </li>
        ))}
      </ol>
      <div className="mt-8 flex flex-wrap items-center gap-x-6 gap-y-3">
        <LinkButton href="/machines/new" look="main" big keyCap="N">
          New intake
        </LinkButton>
        <p className="text-body text-ink-2">
          To look round first: <code className="num">npm run demo</code> shows a made-up playhouse, in a database of its
          own.
        </p>
      </div>
    </div>
  );
}
