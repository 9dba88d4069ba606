"use client";
import { leftOf, type StockSheet, type Lot } from "@/core/workshop/stock";
import { packWords, PadSheet, PX, SheetPlace, Tube } from "./pictures";
import { Words } from "./Words";

interface PadArticleProps {
  l: Lot;
  sheets: StockSheet[];
  today: string;
  put: (lot: Lot, retired: boolean) => Promise<void>;
}

/** A pad lot, drawn to the size of its sheets. */
export function PadArticle({ l, sheets, today, put }: PadArticleProps) {
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
export function Offcuts({ offcuts }: OffcutsProps) {
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
export function SmallThings({ of, today, put }: SmallThingsProps) {
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

interface PastesProps {
  of: (...kinds: Lot["kind"][]) => Lot[];
  today: string;
  put: (lot: Lot, retired: boolean) => Promise<void>;
}

/** Pastes as tubes, as full as they are. */
export function Pastes({ of, today, put }: PastesProps) {
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
