"use client";
import Link from "next/link";
import { rackLine, type OnShelf, type RackShelf } from "@/core/workshop/job";
import { words } from "@/core/base/words";
import { baseShape } from "@/ui/drawing/underside/base";
import { BaseOutline } from "@/ui/drawing/underside/BaseOutline";
import { DrawnOnBench } from "@/ui/drawing/underside/DrawnOnBench";
import { BehindMark } from "@/ui/kit/controls/Behind";
import { OnEdge } from "./OnEdge";
import { SmallPair } from "./SmallPair";
import { dayInWords } from "@/core/base/days";

/** All machines of the rack are drawn to this scale. */
const PX_PER_MM = 0.32;
const day = (iso: string) => dayInWords(iso, "short");

interface BoardProps {
  shelf: RackShelf;
  /** Where the shelf is seen alone. */
  href: string;
  picked: number | null;
  onPick: (id: number) => void;
}

/** A board with the machines that stand on it, face out, and the rest on edge. */
export function Board({ shelf, href, picked, onPick }: BoardProps) {
  const rest = shelf.count - shelf.machines.length;
  return (
    <section
      aria-label={shelf.name}
      className="relative grid w-max min-w-full grid-cols-[108px_minmax(0,1fr)] px-4 pt-1.5"
    >
      <Upright side="left-0" />
      <Upright side="right-0" />
      <div className="flex flex-col pl-5">
        <h2 className="text-title leading-6 font-bold">
          <Link prefetch={false} href={href} className="inline-flex min-h-11 items-center hover:underline">
            <span className="line-clamp-2">{shelf.name}</span>
          </Link>
        </h2>
        {shelf.late > 0 ? (
          <p className="text-note leading-4.5 text-caution-ink">{shelf.late.toLocaleString("en")} late</p>
        ) : null}
      </div>
      <ul className="flex gap-x-2.5">
        {shelf.machines.map((m) => (
          <Standing key={m.machine.id} m={m} picked={picked === m.machine.id} onPick={() => onPick(m.machine.id)} />
        ))}
        {rest > 0 ? (
          <li className="flex w-28 shrink-0 flex-col">
            <span className="flex h-26 items-end">
              <OnEdge count={rest} late={0} href={href} name={shelf.name} />
            </span>
            <span className="relative z-10 h-5.5 text-note leading-5.5 text-on-al">on edge</span>
            <span className="text-body leading-5 font-strong">{rest.toLocaleString("en")} more</span>
          </li>
        ) : null}
      </ul>
      <div className="absolute inset-x-1.5 top-27.5 h-5.5 border-y-[1.5px] border-ink bg-[var(--d-al2)]">
        <span className="pl-7 text-note leading-4.75 text-on-al">{words.counted(shelf.count, "machine")}</span>
      </div>
    </section>
  );
}

/** A perforated upright of the rack. */
function Upright({ side }: { side: string }) {
  return (
    <span
      aria-hidden
      className={`absolute inset-y-0 ${side} w-3.5 border-x-[1.5px] border-line
        bg-[radial-gradient(circle,var(--ink-3)_2.3px,transparent_2.8px)] bg-[length:14px_18px] bg-center`}
    />
  );
}

/** One machine on its board: drawn to scale, its last verdict beside it, its tag below, and what it waits for. */
function Standing({ m, picked, onPick }: { m: OnShelf; picked: boolean; onPick: () => void }) {
  const here = m.open !== null;
  const shape = baseShape(m.machine.form);
  const width = (m.drawing?.widthMm ?? shape.widthMm) * PX_PER_MM + 14;
  return (
    <li className="w-[calc(var(--w)*var(--rack)+36px)] shrink-0" style={widthOf(width)}>
      <button
        type="button"
        data-machine={m.machine.id}
        aria-pressed={picked}
        aria-label={`${m.machine.tag}, ${m.machine.place || m.machine.model}: ${rackLine(m, day)}`}
        onClick={onPick}
        className="group flex w-full flex-col text-left focus-visible:outline-none"
      >
        <span className="flex h-26 items-end">
          <span
            className={`block rounded-[8px] border-[2.5px] [zoom:var(--rack)]
              ${picked ? "border-ink" : "border-transparent"}
              group-focus-visible:outline-[3px] group-focus-visible:outline-offset-2
              group-focus-visible:outline-[var(--copper)] ${here ? "" : "opacity-65"}`}
          >
            <Picture m={m} />
          </span>
          <SmallPair ladder={m.ladder} />
        </span>
        <span className="relative z-10 flex h-5.5 items-center gap-2.5 text-on-al">
          <span className="num text-note font-bold">{m.machine.tag}</span>
          {here || m.lateDays > 0 ? (
            <svg aria-hidden width={12} height={12}>
              <circle
                cx={6}
                cy={6}
                r={5}
                fill={here ? "var(--copper)" : "var(--caution)"}
                stroke="var(--ink)"
                strokeWidth={1.2}
              />
            </svg>
          ) : null}
        </span>
        <span className="block h-11">
          <span className="block truncate text-body leading-5 font-strong">{m.machine.place || m.machine.model}</span>
          <span
            className={`block truncate text-note leading-5 ${
              here ? "text-copper" : m.lateDays > 0 ? "text-caution-ink" : "text-ink-2"
            }`}
          >
            {rackLine(m, day)}
            {m.behind ? <BehindMark /> : null}
          </span>
        </span>
      </button>
    </li>
  );
}

const widthOf = (px: number) => ({ "--w": `${px}px` }) as React.CSSProperties;

/** Open where it is drawn, closed before its first run, and dashed where its model has no map. */
function Picture({ m }: { m: OnShelf }) {
  if (m.open?.at === "before") return <BaseOutline form={m.machine.form} pxPerMm={PX_PER_MM} />;
  if (m.drawing) return <DrawnOnBench {...m.drawing} pxPerMm={PX_PER_MM} />;
  const shape = baseShape(m.machine.form);
  return (
    <span
      className="grid place-items-center rounded-[4px] border-2 border-dashed border-ink-3 text-note text-ink-2"
      style={{ width: shape.widthMm * PX_PER_MM, height: shape.depthMm * PX_PER_MM }}
    >
      no map yet
    </span>
  );
}
