"use client";
import { ticks } from "d3-array";
import { scaleLinear } from "d3-scale";
import { useState } from "react";
import { words } from "@/core/base/words";
import type { Bound, Figure } from "@/core/measure/judge";
import type { Witness } from "@/core/measure/says";
import { BRIDGE, FERRULE, inOrder, ROW, sleeveOf, wirePath } from "./wires";

const NAMES: Record<Witness["of"], [name: string, of: string]> = {
  machine: ["Same machine", "how it warms"],
  room: ["Room", "start of the load"],
  time: ["Time", "gaps and pauses"],
  start: ["Idle level", "over the room"],
  surroundings: ["Surroundings", "as entered"],
  fan: ["Fan", "last two minutes"],
  power: ["Power", "last two minutes"],
  sensor: ["Sensor", "where it sits"],
};

/** The columns of a row: what, before, the wires, after, what became of it. */
const COLUMNS = "grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)_64px_minmax(0,1fr)_minmax(0,0.85fr)]";

interface Props {
  witnesses: readonly Witness[];
  /** Change of the chip looked at; null where none is given. */
  change: Figure | null;
  /** Where only one side of it is known. */
  bound?: Bound | null;
}

/** Both runs as two wires down through what was asked of them, and the interval as a sleeve beside them. */
export function BothRuns({ witnesses, change, bound = null }: Props) {
  const rows = inOrder(witnesses);
  // what cannot be corrected is said first
  const [picked, setPicked] = useState(() =>
    Math.max(
      0,
      rows.findIndex((w) => w.finding === "cut"),
      rows.findIndex((w) => w.finding === "corrected"),
    ),
  );
  const own = rows[picked];
  const walk = (e: React.KeyboardEvent<HTMLUListElement>) => {
    const by = e.key === "ArrowDown" ? 1 : e.key === "ArrowUp" ? -1 : 0;
    if (!by) return;
    e.preventDefault();
    const to = Math.min(rows.length - 1, Math.max(0, picked + by));
    setPicked(to);
    e.currentTarget.querySelectorAll<HTMLButtonElement>("button")[to]?.focus();
  };
  return (
    <div className="flex min-h-0 flex-col gap-3">
      <div className="flex gap-4">
        <div className="relative min-w-0 flex-1">
          <ul aria-label="Both runs, side by side" onKeyDown={walk}>
            {rows.map((w, i) => (
              <Row key={`${w.of} ${w.chip ?? ""}`} w={w} picked={i === picked} onPick={() => setPicked(i)} />
            ))}
          </ul>
          <Wires rows={rows} />
        </div>
        {change ? <Sleeve rows={rows} change={change} /> : null}
        {bound && !change ? <OpenSleeve rows={rows.length} bound={bound} /> : null}
      </div>
      <p className="min-h-15 border-t border-line pt-2 text-lead leading-5.5" role="status">
        {own?.says}
      </p>
    </div>
  );
}

function verdictOf(w: Witness): [string, string] {
  if (w.finding === "cut") return ["Cannot be", "corrected"];
  if (w.finding === "fine") return ["Agree", ""];
  return [
    "Corrected",
    w.addsK === null ? "" : w.addsK < 0.05 ? "adds hardly any" : `adds ${words.with(w.addsK, "K", 1)}`,
  ];
}

function Row({ w, picked, onPick }: { w: Witness; picked: boolean; onPick: () => void }) {
  const [name, of] = NAMES[w.of];
  const [found, adds] = verdictOf(w);
  return (
    <li className={`border-b border-line ${w.finding === "cut" ? "bg-caution-wash text-caution-ink" : ""}`}>
      <button
        type="button"
        onClick={onPick}
        onFocus={onPick}
        aria-pressed={picked}
        style={{ height: ROW - 1 }}
        className={`grid w-full ${COLUMNS} items-center gap-2 text-left hover:bg-plane aria-pressed:bg-plane`}
      >
        <span className="min-w-0 pl-2">
          <span className="block truncate text-body font-strong">
            {name}
            {w.chip ? `, ${words.chip(w.chip)}` : ""}
          </span>
          <span className="block truncate text-tag text-ink-2">{of}</span>
        </span>
        <span className="num truncate text-right text-body font-medium">{w.before}</span>
        <span aria-hidden />
        <span className="num truncate text-body font-medium">{w.after}</span>
        <span className="min-w-0 text-note leading-4.5">
          <span className="block truncate">{found}</span>
          {adds ? <span className="block truncate">{adds}</span> : null}
        </span>
      </button>
    </li>
  );
}

/** The two wires, over the free column of the rows. */
function Wires({ rows }: { rows: readonly Witness[] }) {
  const H = rows.length * ROW;
  return (
    <div aria-hidden className={`pointer-events-none absolute inset-0 grid ${COLUMNS} gap-2`}>
      <span />
      <span />
      <svg width={64} height={H} className="overflow-visible">
        <path d={wirePath(rows, "before")} fill="none" stroke="var(--ink)" strokeWidth={8} />
        <path d={wirePath(rows, "before")} fill="none" stroke="var(--sheet)" strokeWidth={5} />
        <path d={wirePath(rows, "before")} fill="none" stroke="var(--ink)" strokeWidth={1.6} strokeDasharray="5 4" />
        <path d={wirePath(rows, "after")} fill="none" stroke="var(--ink)" strokeWidth={7} />
        {rows.map((w, i) => (
          <Joint key={`${w.of} ${w.chip ?? ""}`} w={w} y={(i + 0.5) * ROW} />
        ))}
        {rows.map((w, i) =>
          w.finding === "cut" ? (
            <rect key={i} x={0} y={(i + 0.5) * ROW - 7} width={64} height={14} fill="var(--caution-wash)" />
          ) : null,
        )}
      </svg>
      <span />
      <span />
    </div>
  );
}

function Joint({ w, y }: { w: Witness; y: number }) {
  if (w.finding === "cut") return null;
  if (w.finding === "fine")
    return <rect {...FERRULE} y={y - 9} height={18} rx={3} fill="var(--plane)" stroke="var(--ink)" strokeWidth={1.4} />;
  return (
    <g stroke="var(--ink)" strokeWidth={1.2} fill="var(--copper-fill)">
      <rect x={BRIDGE[0]} y={y - 4} width={BRIDGE[1] - BRIDGE[0]} height={8} />
      <circle cx={BRIDGE[0]} cy={y} r={7} />
      <circle cx={BRIDGE[1]} cy={y} r={7} />
    </g>
  );
}

/** Width of a witness, px. */
const SLEEVE = 104;

/** The sleeve where one side is open: the edge that is known, and an arrow where nothing ends it. */
function OpenSleeve({ rows, bound }: { rows: number; bound: Bound }) {
  const H = rows * ROW;
  const better = bound.side === "at-most";
  const edge = better ? SLEEVE - 34 : 34;
  const open = better ? 6 : SLEEVE - 6;
  const y = H - ROW / 2;
  const tip = better ? open + 4 : open - 4;
  const back = better ? 8 : -8;
  const said = `The change is ${better ? "at most" : "at least"} ${words.kelvin(bound.K, 1)}; the other side is open`;
  return (
    <figure className="hidden shrink-0 xl:block" style={{ width: SLEEVE }}>
      <svg width={SLEEVE} height={H + 22} role="img" aria-label={said}>
        <path d={`M${edge} 0V${H}H${open}V0Z`} fill="var(--copper-wash)" />
        <path d={`M${open} 0V${H}`} stroke="var(--ink-3)" strokeWidth={1.4} strokeDasharray="2 5" />
        <path d={`M${edge} 0V${H}`} stroke="var(--ink)" strokeWidth={2.6} />
        <g stroke="var(--ink)" strokeWidth={2.4} fill="none">
          <path d={`M${edge - (better ? 6 : -6)} ${y}H${tip}`} />
          <path d={`M${tip + back} ${y - 6}L${tip} ${y}L${tip + back} ${y + 6}`} />
        </g>
        <text x={edge} y={H + 16} textAnchor="middle" className="num fill-ink text-tag font-bold">
          {words.signed(bound.K, 1)}
        </text>
      </svg>
    </figure>
  );
}

/** The 90 % interval down the rows, widened by what each correction adds. */
function Sleeve({ rows, change }: { rows: readonly Witness[]; change: Figure }) {
  const halves = sleeveOf(rows, change);
  const H = rows.length * ROW;
  const most = Math.max(1, (change.high - change.low) / 2);
  const x = scaleLinear([change.K - 1.3 * most, change.K + 1.3 * most], [0, SLEEVE]);
  const side = (sign: 1 | -1) =>
    halves.flatMap((h, i) => {
      const at = x(change.K + sign * h);
      const before = x(change.K + sign * (halves[i - 1] ?? h));
      return [`${before} ${i * ROW + 0.3 * ROW}`, `${at} ${i * ROW + 0.7 * ROW}`, `${at} ${(i + 1) * ROW}`];
    });
  const left = side(-1);
  const right = side(1);
  const start = (sign: 1 | -1) => `${x(change.K + sign * (halves[0] ?? 0))} 0`;
  return (
    <figure className="hidden shrink-0 xl:block" style={{ width: SLEEVE }}>
      <svg
        width={SLEEVE}
        height={H + 22}
        role="img"
        aria-label={`90 % interval ${words.range(change.low, change.high)} K`}
      >
        {ticks(...(x.domain() as [number, number]), 2)
          .filter((t) => x(t) > 14 && x(t) < SLEEVE - 14)
          .map((t) => (
            <g key={t}>
              <path d={`M${x(t)} 0V${H}`} stroke="var(--line)" />
              <text x={x(t)} y={H + 16} textAnchor="middle" className="num fill-ink-2 text-tag">
                {words.signed(t, Number.isInteger(t) ? 0 : 1)}
              </text>
            </g>
          ))}
        <path
          d={`M${start(-1)}L${left.join("L")}L${[...right].reverse().join("L")}L${start(1)}Z`}
          fill="var(--copper-wash)"
        />
        <path d={`M${start(-1)}L${left.join("L")}`} fill="none" stroke="var(--ink)" strokeWidth={2.4} />
        <path d={`M${start(1)}L${right.join("L")}`} fill="none" stroke="var(--ink)" strokeWidth={2.4} />
        <path d={`M${x(change.K)} 0V${H}`} stroke="var(--ink-2)" strokeDasharray="2 3" />
      </svg>
      <figcaption className="sr-only">
        {words.kelvin(change.K)}, {words.range(change.low, change.high)}
      </figcaption>
    </figure>
  );
}
