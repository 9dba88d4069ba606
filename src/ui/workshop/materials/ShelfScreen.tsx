"use client";
import { Allowed, useMay } from "@/ui/kit/controls/Allowed";
import { words } from "@/core/base/words";
import { addDays, differenceInCalendarDays, format, parseISO } from "date-fns";
import { TriangleAlert } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import {
  amountWords,
  isExpired,
  isLow,
  leftOf,
  MATERIAL_KINDS,
  shelfHeadline,
  type StockDate,
  stockDates,
  type StockSheet,
  type Lot,
  type Shelf,
} from "@/core/workshop/stock";
import { Button } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { send } from "@/ui/kit/controls/send";
import { useAct } from "@/ui/kit/controls/useAct";
import { LotDialog } from "./LotDialog";
import { LotUses } from "./LotUses";
import { Bottle, packWords, PadSheet, PX, SheetPlace, Tube } from "./pictures";

const day = (iso: string | null): string => (iso ? format(parseISO(iso), "d MMM yyyy") : "");

/** So many lots are seen at first; the rest when they are asked for. */
const LOTS_SEEN = 24;

/** The shelf at one scale: tubes, sheets, off-cuts, bottles; its dates below. */
export function ShelfScreen({ shelf }: { shelf: Shelf }) {
  const router = useRouter();
  const keeps = useMay("close");
  const [adding, setAdding] = useState(false);
  const [away, setAway] = useState<Lot | null>(null);
  useKeys({ n: () => setAdding(true) });
  const { lots, sheets, today } = shelf;
  const say = shelfHeadline(lots, today);
  const [shown, setShown] = useState(LOTS_SEEN);
  // what was put there last stands in front
  const seen = new Set([...lots].sort((a, b) => b.id - a.id).slice(0, shown));
  const of = (...kinds: Lot["kind"][]) => lots.filter((l) => kinds.includes(l.kind) && seen.has(l));
  const offcuts = sheets.filter((s) => s.offcut);
  const { act, refusal } = useAct();
  const put = async (lot: Lot, retired: boolean) => {
    if (!(await act(() => send("PATCH", `/api/lots/${lot.id}`, { retired })))) return;
    setAway(retired ? lot : null);
    router.refresh();
  };
  return (
    <main className="flex flex-1 flex-col">
      <Allowed right="close" quiet>
        <ShelfHead lots={lots} say={say} setAdding={setAdding} />
      </Allowed>
      <ToBuy lots={lots} today={today} />
      {refusal}
      {away ? (
        <p role="status" className="flex items-center gap-4 bg-sheet px-6 pb-2 text-lead lg:px-10">
          {away.name}, lot {away.lot}, is archived.
          <button type="button" className="link min-h-11" onClick={() => void put(away, false)}>
            Put it back
          </button>
        </p>
      ) : null}
      <Allowed right="close" quiet>
        <div className="mat flex-1 overflow-x-auto px-6 py-5 lg:px-10">
          <div className="flex flex-wrap items-start gap-x-10 gap-y-8">
            <Pastes of={of} today={today} put={put} />
            {of("pad").map((l) => (
              <PadArticle key={l.id} l={l} sheets={sheets} today={today} put={put} />
            ))}
            {offcuts.length ? <Offcuts offcuts={offcuts} /> : null}
            {of("alcohol", "remover", "air").map((l) => (
              <article key={l.id} aria-label={l.name} className="w-47.5">
                <Bottle lot={l} />
                <Words lot={l} today={today} more="" onAway={() => void put(l, true)} />
              </article>
            ))}
            <SmallThings of={of} today={today} put={put} />
          </div>
          {lots.length > shown ? (
            <Button className="mt-6" onClick={() => setShown(lots.length)}>
              Show {words.counted(lots.length - shown, "older lot")}
            </Button>
          ) : null}
        </div>
      </Allowed>{" "}
      <Dates shelf={shelf} />
      <LotDialog
        open={adding && keeps}
        onClose={() => setAdding(false)}
        onKept={() => (setAdding(false), router.refresh())}
      />
    </main>
  );
}

interface PadArticleProps {
  l: Lot;
  sheets: StockSheet[];
  today: string;
  put: (lot: Lot, retired: boolean) => Promise<void>;
}

/** A pad lot, drawn to the size of its sheets. */
function PadArticle({ l, sheets, today, put }: PadArticleProps) {
  return (
    <article aria-label={l.name} style={{ width: Math.max(220, ((l.pad?.widthMm ?? 60) + 8) * PX) }}>
      <SheetPlace lot={l} sheets={sheets} />
      <div className="pl-3.5">
        <Words
          lot={l}
          today={today}
          more={`${l.pad?.softness ?? ""}, ${l.pad?.conductivityWmK ?? 0} W/m·K`}
          onAway={() => void put(l, true)}
        />
      </div>
    </article>
  );
}

interface OffcutsProps {
  offcuts: StockSheet[];
}

/** Off-cuts by thickness, drawn to scale. */
function Offcuts({ offcuts }: OffcutsProps) {
  return (
    <section aria-label="Off-cuts" className="w-62.5">
      <svg aria-hidden width={50 * PX} height={22} viewBox={`0 0 ${50 * PX} 22`} className="mb-1 ml-auto">
        <path
          d={`M1 12v8M1 16H${50 * PX - 1}M${50 * PX - 1} 12v8`}
          stroke="var(--ink-3)"
          strokeWidth={1.4}
          fill="none"
        />
        <text
          x={25 * PX}
          y={11}
          textAnchor="middle"
          fontSize="var(--text-tag)"
          fontFamily="var(--font-num)"
          fill="var(--ink-2)"
        >
          50 mm
        </text>
      </svg>
      <div className="border-2 border-ink bg-sheet">
        {[...new Set(offcuts.map((s) => s.thicknessMm))]
          .sort((a, b) => a - b)
          .map((t) => (
            <div key={t} className="flex flex-wrap items-center gap-2 border-t border-line p-2.5 first:border-t-0">
              {offcuts
                .filter((s) => s.thicknessMm === t)
                .map((s) => (
                  <PadSheet
                    key={s.id}
                    sheet={s}
                    label={
                      `Off-cut ${Math.round(s.widthMm)} by ${Math.round(s.heightMm)} mm, ${s.thicknessMm} ` + "mm thick"
                    }
                  />
                ))}
            </div>
          ))}
      </div>
      <p className="mt-2 text-lead font-strong">Off-cuts</p>
      <p className="text-body">
        <b className="num font-bold">{offcuts.length}</b>, used before whole sheets
      </p>
    </section>
  );
}

interface SmallThingsProps {
  of: (...kinds: Lot["kind"][]) => Lot[];
  today: string;
  put: (lot: Lot, retired: boolean) => Promise<void>;
}

/** Swabs, cloths and wipes, as full as their packs are. */
function SmallThings({ of, today, put }: SmallThingsProps) {
  return (
    <section aria-label="Small things" className="flex w-55 flex-col gap-5">
      {of("swab", "cloth", "wipe").map((l) => (
        <article key={l.id} aria-label={l.name}>
          <div className="flex h-7 w-47.5 border-2 border-ink bg-sheet" role="img" aria-label={packWords(l)}>
            <span
              className="bg-[repeating-linear-gradient(90deg,var(--d-al2)_0_5px,var(--sheet)_5px_8px)]"
              style={{ width: `${(100 * leftOf(l)) / Math.max(1, l.amount)}%` }}
            />
          </div>
          <Words lot={l} today={today} more="" onAway={() => void put(l, true)} />
        </article>
      ))}
    </section>
  );
}

interface ShelfHeadProps {
  lots: Lot[];
  say: { first: string; then: string };
  setAdding: React.Dispatch<React.SetStateAction<boolean>>;
}

/** How the shelf stands, and a new lot. */
function ShelfHead({ lots, say, setAdding }: ShelfHeadProps) {
  return (
    <div className="flex flex-wrap items-center gap-x-6 gap-y-2 bg-sheet px-6 py-3 lg:px-10">
      <h1 className="min-w-0 flex-1 text-step leading-8.5 font-bold">
        {lots.length ? say.first : "Nothing is on the shelf yet."}{" "}
        <span className="font-regular text-ink-2">{lots.length ? say.then : "Put the first lot there."}</span>
      </h1>
      <Button look="plain" className="ml-auto" keyCap="N" onClick={() => setAdding(true)}>
        New lot
      </Button>
    </div>
  );
}

interface ToBuyProps {
  lots: Lot[];
  today: string;
}

/** What is low or past its date. */
function ToBuy({ lots, today }: ToBuyProps) {
  return (
    <>
      {lots.some((l) => isLow(l) || isExpired(l, today)) ? (
        <p className="bg-sheet px-6 pb-2.5 text-lead lg:px-10">
          <b className="font-strong">To buy:</b>{" "}
          {lots
            .filter((l) => isLow(l) || isExpired(l, today))
            .map(
              (l) => `${l.name} (${isExpired(l, today) ? "past its date" : `${amountWords(l.kind, leftOf(l))} left`})`,
            )
            .join(", ")}
          .
        </p>
      ) : null}
    </>
  );
}

interface PastesProps {
  of: (...kinds: Lot["kind"][]) => Lot[];
  today: string;
  put: (lot: Lot, retired: boolean) => Promise<void>;
}

/** Pastes as tubes, as full as they are. */
function Pastes({ of, today, put }: PastesProps) {
  return (
    <section aria-label="Pastes" className="flex w-82.5 flex-col gap-5">
      {of("paste").map((l) => (
        <article key={l.id} aria-label={l.name}>
          <Tube lot={l} today={today} />
          <Words
            lot={l}
            today={today}
            more={l.paste?.conductive ? (l.paste.liquidMetal ? "Conducts: never on aluminium" : "Conducts") : ""}
            onAway={() => void put(l, true)}
          />
        </article>
      ))}
    </section>
  );
}

/** Three lines under a thing: name, what is left, lot and dates. */
function Words({ lot: l, today, more, onAway }: { lot: Lot; today: string; more: string; onAway: () => void }) {
  const expired = isExpired(l, today);
  const flag = expired ? "past its date" : isLow(l) ? "low" : "";
  return (
    <div className="mt-1.5">
      <h2 className="flex flex-wrap items-center gap-2 text-lead leading-5.5 font-strong">
        {l.name}
        {flag ? (
          <span
            className="inline-flex items-center gap-1.5 rounded-[3px] border border-ink bg-caution px-1.5
            text-note text-[#16211f]"
          >
            <TriangleAlert aria-hidden size={15} /> {flag}
          </span>
        ) : null}
      </h2>
      <p className={`text-body ${flag ? "text-caution-ink" : ""}`}>
        <b className="num font-bold">{amountWords(l.kind, leftOf(l))}</b> left
        {MATERIAL_KINDS[l.kind].unit ? "" : ` of ${l.amount}`}
        {more ? <span className="text-ink-2">, {more}</span> : null}
      </p>
      <p className="text-note leading-4.75 text-ink-2">
        Lot {l.lot || "not noted"}
        {l.openedOn ? `, opened ${day(l.openedOn)}` : ", closed"}
        {l.bestBefore ? `, best before ${day(l.bestBefore)}` : ""}
      </p>
      {l.used > 0 ? <LotUses lot={l} /> : null}
      <button
        type="button"
        className="link min-h-8 text-note"
        aria-label={`Archive ${l.name}, lot ${l.lot}`}
        onClick={onAway}
      >
        Archive
      </button>
    </div>
  );
}

const PX_PER_DAY = 5.6;

/** Dates of the shelf, hanging from the bench edge. */
function Dates({ shelf }: { shelf: Shelf }) {
  const dates = stockDates(shelf.lots, shelf.today);
  const now = parseISO(shelf.today);
  const start = addDays(now, -30);
  const x = (d: Date) => Math.max(16, differenceInCalendarDays(d, start) * PX_PER_DAY);
  const { width, level, months } = dateLevels({ now, start, dates, x });
  return (
    <section aria-label="Dates of the shelf" className="border-t-2 border-ink bg-bench">
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Bench edge with dates, scrolls sideways">
        <div className="relative" style={{ width, height: 96 + 62 * (Math.max(0, ...level) + 1) }}>
          <svg aria-hidden width={width} height={40} className="absolute inset-x-0 top-0">
            <rect width={width} height={38} fill="var(--d-al2)" />
            <path d={`M0 38h${width}`} stroke="var(--ink)" strokeWidth={1.6} />
            {months.map((m) => (
              <g key={m.toISOString()}>
                <path d={`M${x(m)} 0v38`} stroke="var(--on-al)" strokeWidth={1.6} />
                <text
                  x={x(m) + 8}
                  y={20}
                  fontSize="var(--text-body)"
                  fontWeight="var(--font-weight-strong)"
                  fill="var(--on-al)"
                >
                  {format(m, "MMMM")}
                </text>
              </g>
            ))}
          </svg>
          <div
            className="absolute top-0.75 rounded-[2px] bg-copper px-3 text-body leading-6.5 font-medium
              text-on-copper"
            style={{ left: x(now) - 48 }}
          >
            Today <b className="font-bold">{format(now, "d")}</b>
          </div>
          <ul>
            {dates.map((d, i) => (
              <DateTag key={`${d.lotId}${d.kind}`} d={d} x={x} level={level} i={i} dates={dates} />
            ))}
          </ul>
          {dates.length === 0 ? (
            <p className="absolute top-14 left-10 text-body text-ink-2">
              Nothing runs out or expires in the months ahead.
            </p>
          ) : null}
        </div>
      </div>
    </section>
  );
}

interface DateTagProps {
  d: StockDate;
  x: (d: Date) => number;
  level: number[];
  i: number;
  dates: StockDate[];
}

/** A date of the shelf, hanging from the bench edge. */
function DateTag({ d, x, level, i, dates }: DateTagProps) {
  return (
    <li className="absolute" style={{ left: x(parseISO(d.on)), top: 32 }}>
      <svg aria-hidden width={14} height={80 + 62 * (level[i] ?? 0)} className="absolute -left-1.75 top-0">
        <path d={`M7 6V${74 + 62 * (level[i] ?? 0)}`} stroke="var(--ink)" strokeWidth={1.8} />
        <circle
          cx={7}
          cy={6}
          r={5.4}
          fill={d.kind === "expired" ? "var(--caution)" : "var(--sheet)"}
          stroke="var(--ink)"
          strokeWidth={1.8}
        />
      </svg>
      <span
        className="absolute left-3 block"
        style={{
          width: Math.max(110, Math.min(232, x(parseISO(dates[i + 1]?.on ?? "2999-01-01")) - x(parseISO(d.on)) - 22)),
          top: 16 + 62 * (level[i] ?? 0),
        }}
      >
        <span
          className={`block text-note leading-4.5 ${
            d.kind === "expired" ? "font-strong text-caution-ink" : "text-ink-2"
          }`}
        >
          {d.kind === "runs-out" ? "about " : ""}
          {format(parseISO(d.on), "d MMM")}
        </span>
        <span className="block truncate text-lead leading-5 font-strong" title={d.what}>
          {d.what}
        </span>
        <span className="block truncate text-note leading-4.5 text-ink-2">{d.why}</span>
      </span>
    </li>
  );
}

interface DateLevelsGiven {
  now: Date;
  start: Date;
  dates: StockDate[];
  x: (d: Date) => number;
}

/** How deep each date hangs so that none lies over another, and the months drawn. */
function dateLevels({ now, start, dates, x }: DateLevelsGiven) {
  const months = Array.from({ length: 10 }, (_, i) => new Date(now.getFullYear(), now.getMonth() + i, 1)).filter(
    (m) => m > start,
  );
  const width = 30 * PX_PER_DAY + 250 * PX_PER_DAY + 200;
  // words stand clear of each other on three levels
  const level: number[] = [];
  dates.forEach((d, i) => {
    let l = 0;
    while (
      l < 2 &&
      dates.slice(0, i).some((o, j) => level[j] === l && Math.abs(x(parseISO(o.on)) - x(parseISO(d.on))) < 250)
    )
      l++;
    level.push(l);
  });
  return { width, level, months };
}
