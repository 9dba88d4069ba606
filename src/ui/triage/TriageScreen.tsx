"use client";
import { words } from "@/core/words";
import { Tab, TabGroup, TabList } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { type Triage } from "@/core/judge";
import { EvidenceLine } from "@/ui/controls/Band";
import { LinkButton } from "@/ui/controls/Button";
import { useKeys } from "@/ui/controls/keys";
import { stagePath } from "@/ui/steps/paths";
import { Sentence } from "@/ui/verdict/Sentence";
import { Surer } from "./Surer";
import { TriageLadder } from "./TriageLadder";

/** The run before read alone: where the trouble lies before anything is opened. */
export function TriageScreen({ jobId, triage: t }: { jobId: number; triage: Triage }) {
  const router = useRouter();
  const [picked, setPicked] = useState(() =>
    Math.max(
      0,
      t.chips.findIndex((c) => c.chip === t.lead),
    ),
  );
  const chip = t.chips[picked];
  const next = stagePath(jobId, "after");
  useKeys({ Enter: () => router.push(next) });
  const conditions = [
    chip && t.matched.powerW[chip.chip] ? words.watts(t.matched.powerW[chip.chip] ?? 0) : "",
    t.matched.fanRpm ? words.rpm(t.matched.fanRpm) : "",
    `room ${t.matched.roomC}\u00a0°C`,
  ]
    .filter(Boolean)
    .join(", ");
  return (
    <>
      <TriageHead t={t} picked={picked} setPicked={setPicked} />
      <div className="grid min-h-0 flex-1 grid-cols-1 bg-sheet lg:grid-cols-[minmax(0,1.12fr)_minmax(0,1fr)]">
        <section aria-labelledby="triage-ladder" className="flex min-h-112.5 min-w-0 flex-col px-5 pt-3 pb-2">
          <h2 id="triage-ladder" className="flex flex-wrap items-baseline gap-x-3 text-lead font-bold">
            Heat ladder{" "}
            <span className="text-note font-regular text-ink-2">
              {conditions}; against {t.source}
            </span>
          </h2>
          {chip && t.word !== "cannot-tell" ? (
            <TriageLadder chip={chip} matched={t.matched} limitC={t.limitC} />
          ) : chip && t.facts?.roomC !== null && Object.keys(t.matched.powerW).length ? (
            <TriageLadder chip={chip} matched={t.matched} limitC={t.limitC} />
          ) : (
            <p className="py-10 text-lead text-ink-2">No ladder without room temperature and power.</p>
          )}
        </section>
        <Expectations t={t} />
      </div>
      <div
        className="sticky bottom-0 flex flex-wrap items-center gap-5 border-t-[1.5px] border-line bg-plane
        px-5 py-4"
      >
        <p className="min-w-70 flex-1 text-body text-ink-2">
          Good figures come from {t.source}. This is a forecast: what is found inside is set against it.
        </p>
        <LinkButton href={`${stagePath(jobId, "before")}`} big>
          Curves
        </LinkButton>
        <LinkButton href={next} look="main" big keyCap="Enter" className="min-h-19 text-title">
          To the run after
        </LinkButton>
      </div>
    </>
  );
}

interface TriageHeadProps {
  t: Triage;
  picked: number;
  setPicked: React.Dispatch<React.SetStateAction<number>>;
}

/** Where the trouble lies, in a sentence, and each chip's excess. */
function TriageHead({ t, picked, setPicked }: TriageHeadProps) {
  return (
    <div className="flex flex-wrap items-stretch border-b-[1.5px] border-line bg-sheet">
      <div className="min-w-0 flex-1 px-5 py-3">
        <h1 className="text-verdict leading-9.75 font-heavy">
          <Sentence parts={t.headline} />
        </h1>
        <p className="text-sub leading-6.25 text-ink-2">
          <Sentence parts={t.summary} />
        </p>
      </div>
      <TabGroup selectedIndex={picked} onChange={setPicked} className="flex">
        <TabList className="flex">
          {t.chips.map((c) => (
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
    </div>
  );
}

interface ExpectationsProps {
  t: Triage;
}

/** What to expect inside, and how to be surer. */
function Expectations({ t }: ExpectationsProps) {
  return (
    <section
      aria-label="What to expect and how to be surer"
      tabIndex={0}
      className="flex min-h-0 min-w-0 flex-col gap-4 border-line px-5 pt-3 pb-4 lg:overflow-y-auto lg:border-l-[1.5px]"
    >
      {t.expect.length ? (
        <div>
          <h2 className="text-lead font-bold">Expected, not seen yet</h2>
          <ul className="mt-2 flex flex-col gap-2">
            {t.expect.map((parts, i) => (
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
      ) : null}
      <Surer tests={t.surer} />
      <ul className="flex flex-col gap-1.5 border-t border-line pt-2.5" aria-label="What else the run shows">
        {t.notes.map((n) => (
          <EvidenceLine key={n.code + n.message} kind={n.level === "note" ? "note" : "caution"} figure={n.figure}>
            {n.message}
          </EvidenceLine>
        ))}
      </ul>
    </section>
  );
}
