"use client";
import { Allowed } from "@/ui/kit/controls/Allowed";
import type { BriefLadder, OnShelf } from "@/core/workshop/job";
import { words } from "@/core/base/words";
import { LinkButton } from "@/ui/kit/controls/Button";
import { NewJob } from "@/ui/workshop/machine/NewJob";
import { ENVIRONMENT_WORDS } from "@/ui/workshop/machine/words";
import { stagePath } from "@/ui/kit/steps/paths";
import { useDays } from "@/ui/kit/controls/days";

/** What is known of the machine that is picked, and where its main button leads. */
export function RackPanel({ m }: { m: OnShelf }) {
  const { machine, open } = m;
  const { told } = useDays();
  const where = ENVIRONMENT_WORDS[machine.environment as keyof typeof ENVIRONMENT_WORDS] ?? machine.environment;
  const lines: [string, string][] = [
    ["Now", open ? open.waits : "at its place"],
    ["Found", m.found || "not looked inside yet"],
    ["Since", m.jobs ? `${words.counted(m.jobs, "job")}, from ${told(m.since, "year")}` : "no job yet"],
    ["Due", machine.dueOn ? told(machine.dueOn) : "no date set"],
  ];
  return (
    <aside aria-label="The machine picked" className="flex flex-col gap-4 border-l-[1.5px] border-line bg-sheet p-5">
      <div>
        <h2 className="text-head leading-7 font-bold">{machine.place || machine.model}</h2>
        <p className="text-body text-ink-2">
          {machine.model}, <b className="num font-strong text-ink">{machine.tag}</b>, {where.toLowerCase()}
        </p>
      </div>
      {m.headline ? (
        <div>
          <p className="text-title leading-6.5 font-bold">{m.headline}</p>
          <p className="text-body text-ink-2">{m.fact}</p>
        </div>
      ) : (
        <p className="text-lead text-ink-2">No verdict yet.</p>
      )}
      {m.ladder?.before ? <PanelLadder ladder={m.ladder} /> : null}
      <dl className="grid grid-cols-[56px_minmax(0,1fr)] gap-y-1.5 border-y-[1.5px] border-line py-3 text-body">
        {lines.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="font-strong">{name}</dt>
            <dd className="text-ink-2">{value}</dd>
          </div>
        ))}
      </dl>
      <div className="flex-1" />
      <LinkButton href={`/machines/${machine.id}`} look="plain" keyCap="H" className="self-start">
        History
      </LinkButton>
      {open ? (
        <LinkButton href={stagePath(open.jobId, open.at)} look="main" big keyCap="Enter" className="min-h-20 w-full">
          {open.button}
        </LinkButton>
      ) : (
        <Allowed right="close">
          <NewJob machineId={machine.id} served={m.jobs > 0} />
        </Allowed>
      )}
      <p className="text-note text-ink-2">Arrow keys walk the shelves.</p>
    </aside>
  );
}

/** Width of the picture, px. */
const W = 250;
/** Height of the picture, px. */
const H = 210;
/** Foot of what is drawn, px. */
const FOOT = 184;

/** The last verdict's ladders with their temperatures, in the room they were matched at. */
function PanelLadder({ ladder }: { ladder: BriefLadder }) {
  const { before, after, roomC, limitC } = ladder;
  const top = Math.max(roomC + 30, limitC ?? 0, roomC + (before?.totalK ?? 0), roomC + (after?.totalK ?? 0)) + 6;
  const y = (c: number) => FOOT - ((c - roomC) / (top - roomC)) * (FOOT - 16);
  return (
    <svg width={W} height={H} role="img" aria-label={ladderWords(ladder)} className="block max-w-full">
      {limitC === null ? null : (
        <>
          <path d={`M30 ${y(limitC)}H${W}`} stroke="var(--ink)" strokeWidth={2.4} />
          <text x={W} y={y(limitC) - 8} textAnchor="end" fontSize="var(--text-note)" fill="var(--ink-2)">
            limit {Math.round(limitC)}
          </text>
        </>
      )}
      <Column x={64} roomC={roomC} rise={before} y={y} dashed />
      <Column x={166} roomC={roomC} rise={after} y={y} />
      <path d={`M30 ${FOOT}H${W}`} stroke="var(--room)" strokeWidth={3} />
      <text x={24} y={FOOT + 4} textAnchor="end" fontSize="var(--text-note)" fill="var(--ink-2)">
        {Math.round(roomC)}
      </text>
      {[
        { x: 82, rise: before },
        { x: 184, rise: after },
      ].map(({ x, rise }) => (
        <text
          key={x}
          x={x}
          y={H - 4}
          textAnchor="middle"
          fontSize="var(--text-body)"
          fontFamily="var(--font-num)"
          fontWeight="var(--font-weight-bold)"
          fill="var(--ink)"
        >
          {rise ? words.degrees(roomC + rise.totalK, 1) : "not known"}
        </text>
      ))}
    </svg>
  );
}

interface ColumnProps {
  x: number;
  roomC: number;
  rise: BriefLadder["before"];
  y: (c: number) => number;
  dashed?: boolean;
}

/** One ladder of the panel: airflow below, contact on top. */
function Column({ x, roomC, rise, y, dashed = false }: ColumnProps) {
  if (!rise) return null;
  const air = roomC + Math.max(0, rise.airflowK);
  const top = Math.max(air, roomC + rise.totalK);
  const part = (from: number, to: number, colour: string, wash: string) => (
    <rect
      x={x}
      y={y(to)}
      width={36}
      height={Math.max(0, y(from) - y(to))}
      fill={dashed ? "none" : wash}
      stroke={colour}
      strokeWidth={2}
      strokeDasharray={dashed ? "4 3" : undefined}
    />
  );
  return (
    <>
      {part(roomC, air, "var(--air)", "var(--air-wash)")}
      {part(air, top, "var(--paste)", "var(--paste-wash)")}
      <rect
        x={x - 3}
        y={y(top) - 5}
        width={42}
        height={5}
        fill={dashed ? "var(--sheet)" : "var(--ink)"}
        stroke="var(--ink)"
      />
    </>
  );
}

function ladderWords({ before, after, roomC, limitC }: BriefLadder): string {
  const of = (name: string, rise: BriefLadder["before"]) =>
    rise
      ? `${name} ${words.degrees(roomC + rise.totalK, 1)}, airflow ${words.kelvin(rise.airflowK)}`
      : `${name} not known`;
  return `Heat ladders from the room at ${words.degrees(roomC, 0)}: ${of("before", before)}; ${of("after", after)}${
    limitC === null ? "" : `; limit ${words.degrees(limitC, 0)}`
  }`;
}
