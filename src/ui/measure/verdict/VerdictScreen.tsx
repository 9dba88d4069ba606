"use client";
import { Allowed, useMay } from "@/ui/kit/controls/Allowed";
import { useWholeRows } from "@/ui/kit/controls/wholeRows";
import { words } from "@/core/base/words";
import { Tab, TabGroup, TabList } from "@headlessui/react";
import type { Outcome, Agreement } from "@/core/handwork/service";
import type { PairCurves } from "@/core/measure/judge";
import { matchedWords, evidenceOf, type Verdict } from "@/core/measure/says";
import { EvidenceLine } from "@/ui/kit/controls/Band";
import { Button } from "@/ui/kit/controls/Button";
import { OpenLadder } from "@/ui/measure/ladder/OpenLadder";
import { ClosedActions } from "./ClosedActions";
import { CoreGrid } from "./CoreGrid";
import { DueDialog } from "./DueDialog";
import { Earlier, type EarlierVerdict, type OtherVerdict } from "./Earlier";
import { ExplainDialog } from "./ExplainDialog";
import { Foot } from "./Foot";
import { MatchedTable } from "./MatchedTable";
import { RepeatBand } from "./RepeatBand";
import { Sentence } from "./Sentence";
import { GainInUse } from "./GainInUse";
import { FoundInside } from "./FoundInside";
import { Proof } from "./Proof";
import { useVerdictScreen } from "./useVerdictScreen";
import { BothPane, LadderPane } from "./LadderPane";

/** What the inspection found, and what the film was expected to cost. */
interface Inside {
  /** What was found, and whether it agrees with the run before; null while nothing was looked at. */
  found: { words: readonly string[]; agreements: readonly Agreement[]; outcomes: readonly Outcome[] } | null;
  /** What the film laid was expected to cost of the contact measured after, K/W. */
  films: readonly { chip: string; filmKW: number; contactKW: number }[];
}

/** The verdict and those beside it. */
interface Judged {
  id: number;
  verdict: Verdict;
  curves: PairCurves;
  earlier: EarlierVerdict | null;
  /** Judged since the job was closed. */
  beside: OtherVerdict | null;
  outdated: boolean;
}

interface Props {
  jobId: number;
  judged: Judged;
  inside: Inside;
  suggestedDue: { dueOn: string; why: string };
  closed: { note: string } | null;
  /** The job has a drawing for the heat lens. */
  drawn: boolean;
}

/** The verdict: the sentence, the ladder, the proof, the evidence, and what to do now. */
export function VerdictScreen({ jobId, judged, inside, suggestedDue, closed, drawn }: Props) {
  const { verdict: v, curves } = judged;
  const work = useVerdictScreen({ v, curves, jobId, closed, drawn });
  const closes = useMay("close");
  const { short, picked, setPicked, chip, setExplain, ref, setDue, explain, due } = work;
  return (
    <>
      <VerdictHead short={short} v={v} picked={picked} setPicked={setPicked} />
      <div
        className={`grid min-h-0 flex-1 grid-cols-1 bg-sheet ${
          work.both ? "lg:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)]" : "lg:grid-cols-[minmax(0,1.12fr)_minmax(0,1fr)]"
        }`}
      >
        {work.both ? (
          <BothPane v={v} chip={chip} onLadder={() => work.setBoth(false)} />
        ) : (
          <LadderPane
            v={v}
            chip={chip}
            drawn={drawn}
            jobId={jobId}
            setExplain={setExplain}
            onBoth={v.witnesses?.length ? () => work.setBoth(true) : null}
          />
        )}
        <ProofPane work={work} ref={ref} jobId={jobId} judged={judged} inside={inside} />
      </div>
      <Foot next={v.next} closed={closed}>
        <FootActions jobId={jobId} work={work} closed={closed} v={v} />
      </Foot>
      {explain && chip ? (
        <ExplainDialog jobId={jobId} verdictId={judged.id} chip={chip.chip} onClose={() => setExplain(false)} />
      ) : null}
      {due && closes ? (
        <DueDialog jobId={jobId} suggested={suggestedDue} reasonNeeded={work.holds} onClose={() => setDue(false)} />
      ) : null}
    </>
  );
}

interface ProofPaneProps {
  work: ReturnType<typeof useVerdictScreen>;
  ref: React.RefObject<HTMLDivElement | null>;
  jobId: number;
  judged: Judged;
  inside: Inside;
}

/** The proof beside the ladder: curves, figures, evidence, what was found inside. */
function ProofPane({ work, ref, jobId, judged, inside }: ProofPaneProps) {
  const { verdict: v, curves, earlier, beside, outdated } = judged;
  const { against, own, chip, chartW, none } = work;
  const pane = useWholeRows<HTMLElement>();
  return (
    <section
      ref={pane}
      aria-label="Proof and evidence"
      tabIndex={0}
      className="min-h-0 min-w-0 border-line px-5 pt-3 pb-4 lg:overflow-y-auto lg:border-l-[1.5px]"
    >
      {work.both && chip?.bound ? (
        <div ref={ref} className="flex flex-col">
          <h2 className="text-lead font-bold">
            Heat ladder <span className="text-note font-regular text-ink-2">{matchedWords(v, chip)}</span>
          </h2>
          <OpenLadder chip={{ ...chip, bound: chip.bound }} matched={v.matched} limitC={v.limitC} />
        </div>
      ) : (
        <Proof ref={ref} against={against} own={own} v={v} chip={chip} chartW={chartW} none={none} curves={curves} />
      )}
      {chip && !none ? <MatchedTable chip={chip.chip} matched={v.matched} facts={v.facts} /> : null}
      {v.gain ? <GainInUse gain={v.gain} loadS={{ before: v.facts.before.loadS, after: v.facts.after.loadS }} /> : null}
      {!against && v.spread && v.reasons.some((r) => r.code === "core-spread") ? (
        <div className="mt-3">
          <CoreGrid spread={v.spread} />
        </div>
      ) : null}
      <ul className="mt-3 flex flex-col gap-1.5 border-t border-line pt-2.5" aria-label="Evidence and cautions">
        {evidenceOf(v).map((e) => (
          <EvidenceLine key={e.text} kind={e.kind} figure={e.figure}>
            {e.text}
          </EvidenceLine>
        ))}
      </ul>
      <FoundInside found={inside.found} films={inside.films} />
      <Earlier jobId={jobId} earlier={earlier} beside={beside} outdated={outdated} judge={v.judge} />
      {none && v.enoughS !== null ? <RepeatBand enoughS={v.enoughS} width={chartW} /> : null}
    </section>
  );
}

interface VerdictHeadProps {
  short: boolean;
  v: Verdict;
  picked: number;
  setPicked: React.Dispatch<React.SetStateAction<number>>;
}

/** The verdict in a sentence, and each chip's change. */
function VerdictHead({ short, v, picked, setPicked }: VerdictHeadProps) {
  return (
    <div className="flex flex-wrap items-stretch border-b-[1.5px] border-line bg-sheet">
      <div className={`min-w-0 flex-1 px-5 py-3 ${short ? "flex flex-wrap items-center gap-x-6" : ""}`}>
        <h1 className={`font-heavy ${short ? "text-word leading-11.5" : "text-verdict leading-9.75"}`}>
          <Sentence parts={v.headline} />
        </h1>
        <p className={`text-ink-2 ${short ? "min-w-60 flex-1 text-title leading-6.5" : "text-sub leading-6.25"}`}>
          <Sentence parts={v.summary} />
        </p>
      </div>
      {v.chips.length ? (
        <TabGroup selectedIndex={picked} onChange={setPicked} className="flex">
          <TabList className="flex flex-wrap">
            {v.chips.map((c) => (
              <Tab
                key={c.chip}
                className="flex min-w-35.5 flex-col justify-center border-b-[6px] border-l-[1.5px]
                  border-line border-b-transparent px-4 py-2 text-left data-selected:border-b-copper-fill"
              >
                <span className="text-body font-medium">{words.capital(words.chip(c.chip))}</span>
                {c.change ? (
                  <>
                    <span className="num text-title leading-6.25 font-bold">
                      {words.signed(c.change.K)}
                      {"\u00a0"}K
                    </span>
                    <span className="num text-tag">
                      {words.signed(c.change.low)} to {words.signed(c.change.high)}
                    </span>
                  </>
                ) : c.bound ? (
                  <>
                    <span className="num text-title leading-6.25 font-bold">{words.kelvin(c.bound.K, 1)}</span>
                    <span className="text-tag">{c.bound.side === "at-most" ? "or better" : "or worse"}</span>
                  </>
                ) : (
                  <>
                    <span className="text-lead font-strong">no difference given</span>
                    <span className="text-tag text-ink-2">{c.paths[0].change ? "contact only" : "\u00a0"}</span>
                  </>
                )}
              </Tab>
            ))}
          </TabList>
        </TabGroup>
      ) : null}
    </div>
  );
}

interface FootActionsProps {
  jobId: number;
  work: ReturnType<typeof useVerdictScreen>;
  closed: { note: string } | null;
  v: Verdict;
}

/** What can be done after this verdict. */
function FootActions({ jobId, work, closed, v }: FootActionsProps) {
  const closes = useMay("close");
  const { none, setDue, again, against, holds } = work;
  return (
    <>
      {closed ? (
        <Allowed right="close" quiet>
          <ClosedActions jobId={jobId} />
        </Allowed>
      ) : none ? (
        <>
          <Button big disabled={!closes} onClick={() => setDue(true)}>
            Close without verdict
          </Button>
          <Button look="main" big className="min-h-19 text-title" keyCap="Enter" onClick={again}>
            Run after again
          </Button>
        </>
      ) : holds ? (
        <>
          <Button big disabled={!closes} onClick={() => setDue(true)}>
            Leave it, with reason
          </Button>
          <Button look="main" big className="min-h-19 text-title" keyCap="Enter" onClick={again}>
            {v.verdict === "worse" || against ? "Reopened: run after again" : "Run after again"}
          </Button>
        </>
      ) : (
        <Button
          look="main"
          big
          className="min-h-19 text-title"
          keyCap="Enter"
          disabled={!closes}
          onClick={() => setDue(true)}
        >
          Set due date
        </Button>
      )}
    </>
  );
}
