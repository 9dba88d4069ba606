"use client";
import { ChevronDown, ChevronUp } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { Pick } from "@/ui/kit/controls/Pick";
import type { Role } from "@/core/measure/log";
import type { ColumnView } from "@/workers/logSession";
import { ROLE_WORDS, roleName, wireColour } from "./roles";

const WHY: Record<string, string> = {
  words: "from the words",
  unit: "from the unit",
  size: "from the size",
  form: "from the form",
  told: "as told",
  rule: "by rule",
};

/** Rows of columns, their heading not counted, that fit on a screen of 800 px beside the curves. */
const ROWS_IN_SIGHT = 12;
/** More rows than these stand closer. */
const ROOMY = 6;
/** Height of a row, px: roomy, and where there are many. */
const ROW_PX = [38, 28] as const;

/** Every column of the log as a wire: plugged in = taken, plug apart = asked, bare socket = left out. */
export function ColumnWires({
  columns,
  onChoose,
}: {
  columns: ColumnView[];
  onChoose?: (heading: string, role: Role) => void;
}) {
  const [first, row] = useAskedRow(columns);
  const [open, setOpen] = useState(false);
  const rows = bundled(columns, open);
  const high = rowPx(rows.length);
  return (
    <table className="w-full border-collapse text-left">
      <caption className="sr-only">Columns of the log and what each was taken for</caption>
      <thead>
        <tr className="text-note text-ink-2">
          <th className="py-1 pl-5 font-regular">In the file</th>
          <th className="hidden py-1 pr-3 text-right font-regular whitespace-nowrap sm:table-cell">First value</th>
          <th className="hidden font-regular md:table-cell">
            <span className="sr-only">Shape</span>
          </th>
          <th className="font-regular" aria-label="Wire" />
          <th className="py-1 pl-3 font-regular">Taken for</th>
          <th className="hidden py-1 font-regular lg:table-cell">Read as</th>
          <th className="hidden py-1 pr-4 text-right font-regular min-[1440px]:table-cell">Why</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((r) =>
          "cores" in r ? (
            <CoresRow key="cores" cores={r.cores} high={high} open={open} onOpen={() => setOpen(!open)} />
          ) : (
            <ColumnRow key={r.index} c={r} high={high} row={r.index === first ? row : undefined} onChoose={onChoose} />
          ),
        )}
      </tbody>
    </table>
  );
}

const rowPx = (rows: number): number => ROW_PX[rows > ROOMY ? 1 : 0];

/** Rows a log takes with its cores as one bundle, and the height of the pane that shows them and their heading, px. */
export function wiresRoom(columns: readonly ColumnView[]): { rows: number; panePx: number } {
  const rows = bundled(columns, false).length;
  return { rows, panePx: HEADING_PX + Math.min(rows, ROWS_IN_SIGHT) * rowPx(rows) };
}
const HEADING_PX = 32;

/** Columns in their order; cores that are clear are one bundle of wires, with the cores after it where it is open. */
function bundled(columns: readonly ColumnView[], open: boolean): (ColumnView | { cores: ColumnView[] })[] {
  const cores = columns.filter((c) => c.sure && CORE.test(c.role));
  if (cores.length < FEWEST_CORES) return [...columns];
  return columns.flatMap((c) => {
    if (!cores.includes(c)) return [c];
    return [...(c === cores[0] ? [{ cores }] : []), ...(open ? [c] : [])];
  });
}
const CORE = /^cpu\.core\d+\./;
/** Fewer cores than these stand each by itself. */
const FEWEST_CORES = 3;

interface CoresRowProps {
  cores: readonly ColumnView[];
  high: number;
  open: boolean;
  onOpen: () => void;
}

/** The cores as one bundle of wires that opens. */
function CoresRow({ cores, high, open, onOpen }: CoresRowProps) {
  const [first, last] = [cores[0], cores.at(-1)];
  return (
    <tr>
      <th
        scope="row"
        className="max-w-44 truncate border-l-[5px] border-transparent py-0 pl-3.75 font-num text-note font-medium"
      >
        {first?.heading}
        {"\u2009\u2026\u2009"}
        {last?.heading}
      </th>
      <td className="num hidden pr-3 text-right text-note sm:table-cell">{first?.first}</td>
      <td className="hidden w-23 md:table-cell">
        {first ? <Shape points={first.shape} time={false} faint={false} /> : null}
      </td>
      <td className="w-18.5 p-0">
        <Strip high={high} out={false}>
          {[-9, -4.5, 0, 4.5, 9].map((y) => (
            <path
              key={y}
              d={`M2 ${21 + y}C12 ${21 + y} 18 21 30 21`}
              fill="none"
              stroke={wireColour(first?.role ?? "none")}
              strokeWidth={1.8}
            />
          ))}
          <Plug />
        </Strip>
      </td>
      <td className="py-0 pl-3">
        <button
          type="button"
          aria-expanded={open}
          onClick={onOpen}
          className="flex min-h-7 items-center gap-1.5 px-1.5 text-body font-strong hover:underline"
        >
          {cores.length} cores {open ? <ChevronUp aria-hidden size={16} /> : <ChevronDown aria-hidden size={16} />}
        </button>
      </td>
      <td className="hidden text-note lg:table-cell">°C</td>
      <td className="hidden py-0 pr-4 text-right text-note text-ink-2 min-[1440px]:table-cell">as a bundle</td>
    </tr>
  );
}

interface ColumnRowProps {
  c: ColumnView;
  high: number;
  row: React.RefObject<HTMLTableRowElement | null> | undefined;
  onChoose: ((heading: string, role: Role) => void) | undefined;
}

/** One column: its heading, its shape, its wire and what it is taken for. */
function ColumnRow({ c, high, row, onChoose }: ColumnRowProps) {
  const asked = !c.sure;
  const out = c.role === "none" && c.sure;
  return (
    <tr ref={row} className={asked ? "bg-caution-wash text-caution-ink" : ""}>
      <th
        scope="row"
        className={`max-w-44 truncate border-l-[5px] py-0 pl-3.75 font-num text-note
                  font-medium ${asked ? "border-caution" : "border-transparent"} ${out ? "text-ink-2" : ""}`}
        title={c.heading}
      >
        {c.heading}
      </th>
      <td
        className={`num hidden max-w-27.5 truncate pr-3 text-right text-note sm:table-cell
                  ${out ? "text-ink-2" : ""}`}
      >
        {c.first}
      </td>
      <td className="hidden w-23 md:table-cell">
        <Shape points={c.shape} time={c.role === "time"} faint={out} />
      </td>
      <td className="w-18.5 p-0">
        <Wire high={high} asked={asked} out={out} colour={wireColour(c.role)} />
      </td>
      <td className="py-0 pl-3">
        {onChoose ? (
          <RoleSelect c={c} high={high} onChoose={onChoose} asked={asked} out={out} />
        ) : (
          <span className={`text-body ${out ? "text-ink-2" : "font-strong"}`}>{roleName(c.role)}</span>
        )}
      </td>
      <td className="hidden max-w-37.5 truncate py-0 text-note lg:table-cell">
        {c.note || (c.role === "time" ? "elapsed" : c.unit)}
      </td>
      <td
        className={`hidden py-0 pr-4 text-right text-note whitespace-nowrap min-[1440px]:table-cell
                  ${asked ? "" : "text-ink-2"}`}
      >
        {asked ? "asked" : WHY[c.why]}
      </td>
    </tr>
  );
}

/** Keeps the first column that is asked about in sight, however many there are. */
function useAskedRow(
  columns: readonly ColumnView[],
): [number | undefined, React.RefObject<HTMLTableRowElement | null>] {
  const first = columns.find((c) => !c.sure)?.index;
  const row = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    // some browsers give back a promise of the scroll, which is no way to tidy up
    void row.current?.scrollIntoView({ block: "nearest" });
  }, [first]);
  return [first, row];
}

interface RoleSelectProps {
  c: ColumnView;
  high: number;
  onChoose: (heading: string, role: Role) => void;
  asked: boolean;
  out: boolean;
}

/** What a column is taken for, by group. */
function RoleSelect({ c, high, onChoose, asked, out }: RoleSelectProps) {
  const known = ROLE_WORDS.flatMap((g) =>
    g.roles.map(([value, name]) => ({ value, group: g.group, name: asked && value === "none" ? "Not known" : name })),
  );
  const own = known.some((o) => o.value === c.role) ? [] : [{ value: c.role, name: roleName(c.role) }];
  return (
    <Pick
      label={`${c.heading} is taken for`}
      value={c.role}
      options={[...own, ...known]}
      onChange={(role) => onChoose(c.heading, role)}
      className={`${high > 30 ? "min-h-9!" : "min-h-7!"} w-50! border-transparent! bg-transparent! px-1.5! py-0!
        text-body hover:border-line! ${asked || !out ? "font-strong" : "text-ink-2"}`}
    />
  );
}

function Shape({ points, time, faint }: { points: ColumnView["shape"]; time: boolean; faint: boolean }) {
  if (time) {
    return (
      <svg aria-hidden width={88} height={26}>
        <path
          d={Array.from({ length: 22 }, (_, i) => `M${i * 4 + 1} ${i % 5 ? 12 : 8}V20`).join("")}
          stroke="var(--ink)"
          strokeWidth={1.3}
        />
        <path d="M0 20h88" stroke="var(--ink)" strokeWidth={1.3} />
      </svg>
    );
  }
  if (points.length < 2) return null;
  return (
    <svg aria-hidden width={88} height={26}>
      <path
        d={points.map(([x, y], i) => `${i ? "L" : "M"}${(1 + x * 86).toFixed(1)} ${(23 - y * 20).toFixed(1)}`).join("")}
        fill="none"
        stroke={faint ? "var(--ink-3)" : "var(--ink)"}
        strokeWidth={faint ? 1.3 : 1.8}
        strokeLinejoin="round"
      />
    </svg>
  );
}

interface StripProps {
  high: number;
  out: boolean;
  children: React.ReactNode;
}

/** A piece of the terminal strip that runs through all rows, with its socket and what is plugged into it. */
function Strip({ high, out, children }: StripProps) {
  return (
    <svg aria-hidden width={74} height={high} viewBox={`0 ${21 - high / 2} 74 ${high}`} className="block">
      <rect x={54} y={0} width={18} height={42} fill="var(--d-well)" />
      <path d="M54 0v42M72 0v42" stroke="var(--d-ink)" strokeWidth={1.2} />
      <rect
        x={57.5}
        y={13}
        width={12}
        height={16}
        rx={1.5}
        fill={out ? "var(--d-we2)" : "var(--d-al1)"}
        stroke="var(--d-ink)"
        strokeWidth={1}
      />
      {children}
    </svg>
  );
}

function Plug() {
  return (
    <>
      <rect x={30} y={14.5} width={19} height={13} rx={1.5} fill="#f4efdf" stroke="#22302D" strokeWidth={1.2} />
      <rect x={49} y={17} width={11} height={8} fill="#f4efdf" stroke="#22302D" strokeWidth={1.2} />
      <path d="M35.5 15v12M39.5 15v12M43.5 15v12" stroke="#22302D" strokeWidth={0.9} />
    </>
  );
}

interface WireProps {
  high: number;
  asked: boolean;
  out: boolean;
  colour: string;
}

/** Lead, plug and socket. */
function Wire({ high, asked, out, colour }: WireProps) {
  const apart = asked ? "translate(20 0)" : "";
  return (
    <Strip high={high} out={out}>
      {out ? null : (
        <g transform={asked ? "translate(-24 0)" : ""}>
          <path d={LEAD} fill="none" stroke="var(--d-ink)" strokeWidth={5} transform={apart} />
          <path d={LEAD} fill="none" stroke={colour} strokeWidth={3} transform={apart} />
          <Plug />
        </g>
      )}
      {asked ? <path d="M38 21h18" stroke="var(--caution-ink)" strokeWidth={2} strokeDasharray="3 3" /> : null}
    </Strip>
  );
}
const LEAD = "M2 31c10 0 12-10 28-10";
