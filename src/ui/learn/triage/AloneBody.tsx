"use client";
import { useWholeRows } from "@/ui/kit/controls/wholeRows";
import { words } from "@/core/base/words";
import { Tab, TabGroup, TabList } from "@headlessui/react";
import { useState, type ReactNode } from "react";
import type { SentencePart, Triage } from "@/core/measure/says";
import type { TriageChip } from "@/core/measure/triage";
import { EvidenceLine } from "@/ui/kit/controls/Band";
import { Sentence } from "@/ui/measure/verdict/Sentence";
import { TriageLadder } from "./TriageLadder";

interface Props {
  triage: Triage;
  headline: readonly SentencePart[];
  summary: readonly SentencePart[];
  /** Which run it is. */
  run: "before" | "after";
  /** What stands beside the ladder, over what else the run shows. */
  side: ReactNode;
}

/** One run alone against good figures: the sentence, the ladder, and what else the run shows. */
export function AloneBody({ triage: t, headline, summary, run, side }: Props) {
  const [picked, setPicked] = useState(() =>
    Math.max(
      0,
      t.chips.findIndex((c) => c.chip === t.lead),
    ),
  );
  const chip = t.chips[picked];
  const pane = useWholeRows<HTMLElement>();
  const told = t.word !== "cannot-tell" || t.facts?.roomC !== null;
  return (
    <>
      <div className="flex flex-wrap items-stretch border-b-[1.5px] border-line bg-sheet">
        <div className="min-w-0 flex-1 px-5 py-3">
          <h1 className="text-verdict leading-9.75 font-heavy">
            <Sentence parts={headline} />
          </h1>
          <p className="text-sub leading-6.25 text-ink-2">
            <Sentence parts={summary} />
          </p>
        </div>
        <ChipTabs chips={t.chips} picked={picked} onPick={setPicked} />
      </div>
      <div className="grid min-h-0 flex-1 grid-cols-1 bg-sheet lg:grid-cols-[minmax(0,1.12fr)_minmax(0,1fr)]">
        <section aria-labelledby="triage-ladder" className="flex min-h-112.5 min-w-0 flex-col px-5 pt-3 pb-2">
          <h2 id="triage-ladder" className="flex flex-wrap items-baseline gap-x-3 text-lead font-bold">
            Heat ladder{" "}
            <span className="text-note font-regular text-ink-2">
              {conditionsOf(t, chip)}; against {t.source}
            </span>
          </h2>
          {chip && told ? (
            <TriageLadder chip={chip} matched={t.matched} limitC={t.limitC} run={run} />
          ) : (
            <p className="py-10 text-lead text-ink-2">No ladder without room temperature and power.</p>
          )}
        </section>
        <section
          ref={pane}
          aria-label="What to expect and how to be surer"
          tabIndex={0}
          className="flex min-h-0 min-w-0 flex-col gap-4 border-line px-5 pt-3 pb-4 lg:overflow-y-auto
            lg:border-l-[1.5px]"
        >
          {side}
          <ul className="flex flex-col gap-1.5 border-t border-line pt-2.5" aria-label="What else the run shows">
            {t.notes.map((n) => (
              <EvidenceLine key={n.code + n.message} kind={n.level === "note" ? "note" : "caution"} figure={n.figure}>
                {n.message}
              </EvidenceLine>
            ))}
          </ul>
        </section>
      </div>
    </>
  );
}

const conditionsOf = (t: Triage, chip: TriageChip | undefined): string =>
  [
    chip && t.matched.powerW[chip.chip] ? words.watts(t.matched.powerW[chip.chip] ?? 0) : "",
    t.matched.fanRpm ? words.rpm(t.matched.fanRpm) : "",
    `room ${words.degrees(t.matched.roomC)}`,
  ]
    .filter(Boolean)
    .join(", ");

interface ChipTabsProps {
  chips: readonly TriageChip[];
  picked: number;
  onPick: (chip: number) => void;
}

/** How far each chip stands above good machines. */
function ChipTabs({ chips, picked, onPick }: ChipTabsProps) {
  return (
    <TabGroup selectedIndex={picked} onChange={onPick} className="flex">
      <TabList className="flex">
        {chips.map((c) => (
          <Tab
            key={c.chip}
            className="flex min-w-35.5 flex-col justify-center border-b-[6px] border-l-[1.5px] border-line
              border-b-transparent px-4 py-2 text-left data-selected:border-b-copper-fill"
          >
            <span className="text-body font-medium">{words.capital(words.chip(c.chip))}</span>
            <span className="num text-title leading-6.25 font-bold">
              {words.signed(c.excess.K)}
              {"\u00a0"}K
            </span>
            <span className="num text-tag">
              {words.signed(c.excess.low)} to {words.signed(c.excess.high)}
            </span>
          </Tab>
        ))}
      </TabList>
    </TabGroup>
  );
}

/** What the hand should find inside; nothing where nothing is expected. */
export function Expected({ lines }: { lines: Triage["expect"] }) {
  if (lines.length === 0) return null;
  return (
    <div>
      <h2 className="text-lead font-bold">Expected, not seen yet</h2>
      <ul className="mt-2 flex flex-col gap-2">
        {lines.map((parts, i) => (
          <li
            key={i}
            className={`border-2 border-dashed px-3.5 py-2 text-lead
              ${parts[0]?.path === "contact" ? "border-paste" : "border-air"}`}
          >
            <Sentence parts={parts} />
          </li>
        ))}
      </ul>
    </div>
  );
}
