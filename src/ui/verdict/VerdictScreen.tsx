"use client";
import { Tab, TabGroup, TabList } from "@headlessui/react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Agreement } from "@/core/service";
import { type ChipId, chipName, type ChipVerdict, type PairCurves, type Reason, type Verdict } from "@/core/judge";
import { clockText } from "@/ui/charts/rows";
import { EvidenceLine } from "@/ui/controls/Band";
import { Button, LinkButton } from "@/ui/controls/Button";
import { useKeys } from "@/ui/controls/keys";
import { send } from "@/ui/controls/send";
import { useSize } from "@/ui/controls/size";
import { AgreementBars } from "@/ui/service/pictures/AgreementBars";
import { HeatLadder } from "@/ui/ladder/HeatLadder";
import { stagePath } from "@/ui/steps/paths";
import { AsLogged } from "./AsLogged";
import { CoreGrid } from "./CoreGrid";
import { DueDialog } from "./DueDialog";
import { Earlier, type EarlierVerdict } from "./Earlier";
import { ExplainDialog } from "./ExplainDialog";
import { Foot } from "./Foot";
import { MatchedTable } from "./MatchedTable";
import { RepeatBand } from "./RepeatBand";
import { RiseChart } from "./RiseChart";
import { Sentence } from "./Sentence";
import { type CurvePoint } from "@/core/log";

interface Props {
  jobId: number;
  verdict: Verdict;
  curves: PairCurves;
  suggestedDue: { dueOn: string; why: string };
  closed: { note: string } | null;
  earlier: EarlierVerdict | null;
  outdated: boolean;
  /** The job has a drawing for the heat lens. */
  drawn: boolean;
  /** What the inspection found, and whether it agrees with the run before; null while nothing was looked at. */
  /** What the film laid was expected to cost of the contact measured after, K/W. */
  films: readonly { chip: string; filmKW: number; contactKW: number }[];
  found: { words: readonly string[]; agreements: readonly Agreement[] } | null;
}

const signed = (v: number) => `${v > 0.04 ? "+" : v < -0.04 ? "\u2212" : ""}${Math.abs(v).toFixed(1)}`;
const named = (chip: ChipVerdict["chip"]) => chipName(chip).replace(/^./, (c) => c.toUpperCase());

/** The verdict: the sentence, the ladder, the proof, the evidence, and what to do now. */
export function VerdictScreen({
  jobId,
  verdict: v,
  curves,
  suggestedDue,
  closed,
  earlier,
  outdated,
  drawn,
  films,
  found,
}: Props) {
  const work = useVerdictScreen({ v, curves, jobId, closed, drawn });
  const { short, picked, setPicked, chip, setExplain, ref, against, none, setDue, explain, due } = work;
  return (
    <>
      <VerdictHead short={short} v={v} picked={picked} setPicked={setPicked} />
      <div className="grid min-h-0 flex-1 grid-cols-1 bg-sheet lg:grid-cols-[minmax(0,1.12fr)_minmax(0,1fr)]">
        <LadderPane v={v} chip={chip} drawn={drawn} jobId={jobId} setExplain={setExplain} />
        <ProofPane
          work={work}
          ref={ref}
          v={v}
          curves={curves}
          found={found}
          films={films}
          jobId={jobId}
          earlier={earlier}
          outdated={outdated}
        />
      </div>
      <Foot next={v.next} closed={closed}>
        <FootActions work={work} closed={closed} v={v} />
      </Foot>
      {explain && chip ? <ExplainDialog jobId={jobId} chip={chip.chip} onClose={() => setExplain(false)} /> : null}
      {due ? (
        <DueDialog
          jobId={jobId}
          suggested={suggestedDue}
          reasonNeeded={none ? "There is no comparison" : v.verdict === "worse" || against ? "A path got worse" : null}
          onClose={() => setDue(false)}
        />
      ) : null}
    </>
  );
}

interface ProofPaneProps {
  work: ReturnType<typeof useVerdictScreen>;
  ref: React.RefObject<HTMLDivElement | null>;
  v: Verdict;
  curves: PairCurves;
  found: { words: readonly string[]; agreements: readonly Agreement[] } | null;
  films: readonly { chip: string; filmKW: number; contactKW: number }[];
  jobId: number;
  earlier: EarlierVerdict | null;
  outdated: boolean;
}

/** DOC ProofPane */
function ProofPane({ work, ref, v, curves, found, films, jobId, earlier, outdated }: ProofPaneProps) {
  const { against, own, chip, chartW, none } = work;
  return (
    <section
      aria-label="Proof and evidence"
      tabIndex={0}
      className="min-h-0 min-w-0 border-line px-5 pt-3 pb-4 lg:overflow-y-auto lg:border-l-[1.5px]"
    >
      <Proof ref={ref} against={against} own={own} v={v} chip={chip} chartW={chartW} none={none} curves={curves} />
      {chip && !none ? <MatchedTable chip={chip.chip} matched={v.matched} facts={v.facts} /> : null}
      {!against && v.spread && v.reasons.some((r) => r.code === "core-spread") ? (
        <div className="mt-3">
          <CoreGrid spread={v.spread} />
        </div>
      ) : null}
      <ul className="mt-3 flex flex-col gap-1.5 border-t border-line pt-2.5" aria-label="Evidence and cautions">
        {evidence(v).map((e) => (
          <EvidenceLine key={e.text} kind={e.kind} figure={e.figure}>
            {e.text}
          </EvidenceLine>
        ))}
      </ul>
      <FoundInside found={found} films={films} />
      <Earlier jobId={jobId} earlier={earlier} outdated={outdated} judge={v.judge} />
      {none && v.enoughS !== null ? <RepeatBand enoughS={v.enoughS} width={chartW} /> : null}
    </section>
  );
}

interface UseVerdictScreenGiven {
  v: Verdict;
  curves: PairCurves;
  jobId: number;
  closed: { note: string } | null;
  drawn: boolean;
}

/** DOC useVerdictScreen */
function useVerdictScreen({ v, curves, jobId, closed, drawn }: UseVerdictScreenGiven) {
  const router = useRouter();
  const [picked, setPicked] = useState(() =>
    Math.max(
      0,
      v.chips.findIndex((c) => c.chip === v.lead),
    ),
  );
  const [due, setDue] = useState(false);
  const [explain, setExplain] = useState(false);
  const [ref, size] = useSize<HTMLDivElement>({ width: 490, height: 500 });
  const chip = v.chips[picked] ?? v.chips[0];
  const own = chip ? curves.chips.find((c) => c.chip === chip.chip) : curves.chips[0];
  const none = v.verdict === "not-comparable";
  const against = v.chips.some((c) => c.paths.some((p) => p.finding === (v.verdict === "improved" ? "worse" : "none")));
  const chartW = Math.max(320, size.width);
  const openAgain = async () => {
    await send("POST", `/api/jobs/${jobId}/reopen`, {});
    router.refresh();
  };
  const again = () => router.push(`${stagePath(jobId, "after")}?replace=1`);
  const short = v.verdict !== "not-comparable" && v.headline.length === 1;
  const main = closed ? null : none || v.verdict === "worse" || against ? again : () => setDue(true);
  useKeys({
    h: drawn ? () => router.push(stagePath(jobId, "heat")) : undefined,
    Enter: due || explain ? undefined : (main ?? undefined),
    e: chip ? () => setExplain(true) : undefined,
  });
  return {
    short,
    picked,
    setPicked,
    chip,
    setExplain,
    ref,
    against,
    own,
    chartW,
    none,
    openAgain,
    setDue,
    again,
    explain,
    due,
  };
}

interface VerdictHeadProps {
  short: boolean;
  v: Verdict;
  picked: number;
  setPicked: React.Dispatch<React.SetStateAction<number>>;
}

/** DOC VerdictHead */
function VerdictHead({ short, v, picked, setPicked }: VerdictHeadProps) {
  return (
    <div className="flex flex-wrap items-stretch border-b-[1.5px] border-line bg-sheet">
      <div className={`min-w-0 flex-1 px-5 py-3 ${short ? "flex flex-wrap items-center gap-x-6" : ""}`}>
        <h1 className={`font-heavy ${short ? "text-word leading-11.5" : "text-verdict leading-9.75"}`}>
          <Sentence parts={v.headline} />
        </h1>
        <p className={`text-ink-2 ${short ? "min-w-75 flex-1 text-title leading-6.5" : "text-sub " + "leading-6.25"}`}>
          <Sentence parts={v.summary} />
        </p>
      </div>
      {v.chips.length ? (
        <TabGroup selectedIndex={picked} onChange={setPicked} className="flex">
          <TabList className="flex">
            {v.chips.map((c) => (
              <Tab
                key={c.chip}
                className="flex min-w-35.5 flex-col justify-center border-b-[6px] border-l-[1.5px]
                  border-line border-b-transparent px-4 py-2 text-left data-selected:border-b-copper-fill"
              >
                <span className="text-body font-medium">{named(c.chip)}</span>
                {c.change ? (
                  <>
                    <span className="num text-title leading-6.25 font-bold">
                      {signed(c.change.K)}
                      {"\u00a0"}K
                    </span>
                    <span className="num text-tag">
                      {signed(c.change.low)} to {signed(c.change.high)}
                    </span>
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

interface LadderPaneProps {
  v: Verdict;
  chip: ChipVerdict | undefined;
  drawn: boolean;
  jobId: number;
  setExplain: React.Dispatch<React.SetStateAction<boolean>>;
}

/** DOC LadderPane */
function LadderPane({ v, chip, drawn, jobId, setExplain }: LadderPaneProps) {
  return (
    <section aria-labelledby="ladder-heading" className="flex min-h-117.5 min-w-0 flex-col px-5 pt-3 pb-2">
      <h2 id="ladder-heading" className="flex flex-wrap items-baseline gap-x-3 text-lead font-bold">
        Heat ladder
        <span className="text-note font-regular text-ink-2">both at {conditionWords(v, chip)}; bars are 90 %</span>
        {drawn ? (
          <Link
            prefetch={false}
            href={stagePath(jobId, "heat")}
            className="link ml-auto inline-flex min-h-7.5 items-center text-body font-medium"
          >
            On the drawing
          </Link>
        ) : null}
        {chip ? (
          <button
            type="button"
            onClick={() => setExplain(true)}
            className={`link ${drawn ? "" : "ml-auto"} min-h-7.5 text-body font-medium`}
          >
            How was this found?
          </button>
        ) : null}
      </h2>
      {chip ? (
        <HeatLadder chip={chip} matched={v.matched} limitC={v.limitC} unknownWhy={unknownWhy(v)} />
      ) : (
        <p className="py-10 text-lead text-ink-2">No ladder: no load was found in the logs.</p>
      )}
    </section>
  );
}

interface ProofProps {
  ref: React.RefObject<HTMLDivElement | null>;
  against: boolean;
  own: { chip: ChipId; before: CurvePoint[]; after: CurvePoint[] } | undefined;
  v: Verdict;
  chip: ChipVerdict | undefined;
  chartW: number;
  none: boolean;
  curves: PairCurves;
}

/** DOC Proof */
function Proof({ ref, against, own, v, chip, chartW, none, curves }: ProofProps) {
  return (
    <div ref={ref} className={`flex flex-col gap-1 ${against ? "flex-col-reverse" : ""}`}>
      {own ? (
        <div>
          <h2 className="truncate text-lead font-bold">
            As logged <span className="pl-2 text-note font-regular text-ink-2">{naive(v, chip)}</span>
          </h2>
          <AsLogged
            curves={own}
            facts={v.facts}
            limitC={v.limitC}
            enoughS={v.reasons.some((r) => r.code === "load-too-short") ? v.enoughS : null}
            seen={v.reasons.flatMap((r) => (r.seen ? [r.seen] : []))}
            width={chartW}
            height={none ? 210 : 144}
          />
        </div>
      ) : null}
      {against && v.spread && v.reasons.some((r) => r.code === "core-spread") ? <CoreGrid spread={v.spread} /> : null}
      {chip?.estimate && !none ? (
        <div>
          <h2 className="flex items-baseline text-lead font-bold">
            {chip.paths[0].beforeKW === null ? "Rise since load on" : "Rise per watt since load on"}{" "}
            <span className="pl-2 text-note font-regular text-ink-2">
              {chip.paths[0].beforeKW === null ? "K, power not logged" : "K/W"}
            </span>
            <LineKey />
          </h2>
          <RiseChart
            estimate={chip.estimate}
            powerW={chip.paths[0].beforeKW === null ? null : (v.matched.powerW[chip.chip] ?? null)}
            loadS={curves.loadS}
            width={chartW}
            height={144}
          />
        </div>
      ) : null}
    </div>
  );
}

interface FoundInsideProps {
  found: { words: readonly string[]; agreements: readonly Agreement[] } | null;
  films: readonly { chip: string; filmKW: number; contactKW: number }[];
}

/** DOC FoundInside */
function FoundInside({ found, films }: FoundInsideProps) {
  return (
    <>
      {found ? (
        <section aria-label="Found inside" className="mt-2.5 border-t border-line pt-2 text-body leading-5.5">
          <h2 className="text-lead font-bold">
            Found inside{found.words.length ? `: ${found.words.join(", ")}` : ": nothing out of order"}
          </h2>
          {found.agreements.map((a) => (
            <p key={a.path} className={a.agrees ? "text-ink-2" : ""}>
              <b className="font-strong">{a.agrees ? "Agrees" : "Does not agree"}.</b> {a.words}
            </p>
          ))}
          <AgreementBars agreements={found.agreements} />
          {films.map((f) => (
            <p key={f.chip} className="text-ink-2">
              {f.chip === "cpu" ? "Processor" : f.chip === "gpu" ? "Graphics chip" : "Chip"}: the film was expected at{" "}
              {f.filmKW.toFixed(3)} K/W of the {f.contactKW.toFixed(2)} K/W of contact measured; the rest lies in die,
              plate and solder
              {f.filmKW > f.contactKW
                ? ", so the measure is below what the paste can do: look at the film's reckoning"
                : ""}
              .
            </p>
          ))}
        </section>
      ) : null}
    </>
  );
}

interface FootActionsProps {
  work: ReturnType<typeof useVerdictScreen>;
  closed: { note: string } | null;
  v: Verdict;
}

/** DOC FootActions */
function FootActions({ work, closed, v }: FootActionsProps) {
  const { openAgain, none, setDue, again, against } = work;
  return (
    <>
      {closed ? (
        <>
          <Button big onClick={() => void openAgain()}>
            Open again
          </Button>
          <LinkButton href="/" look="plain" big>
            To the bench
          </LinkButton>
        </>
      ) : none ? (
        <>
          <Button big onClick={() => setDue(true)}>
            Close without verdict
          </Button>
          <Button look="main" big className="min-h-19 text-title" keyCap="Enter" onClick={again}>
            Run after again
          </Button>
        </>
      ) : v.verdict === "worse" || against ? (
        <>
          <Button big onClick={() => setDue(true)}>
            Leave it, with reason
          </Button>
          <Button look="main" big className="min-h-19 text-title" keyCap="Enter" onClick={again}>
            Reopened: run after again
          </Button>
        </>
      ) : (
        <Button look="main" big className="min-h-19 text-title" keyCap="Enter" onClick={() => setDue(true)}>
          Set due date
        </Button>
      )}
    </>
  );
}

function LineKey() {
  return (
    <span className="ml-auto flex items-center gap-2 pr-1 text-note font-regular">
      <svg aria-hidden width={26} height={4}>
        <path d="M0 2h26" stroke="var(--ink)" strokeWidth={2} strokeDasharray="5 4" />
      </svg>
      before
      <svg aria-hidden width={26} height={4}>
        <path d="M0 2h26" stroke="var(--ink)" strokeWidth={3} />
      </svg>
      after
    </span>
  );
}

function conditionWords(v: Verdict, chip: ChipVerdict | undefined): string {
  const power = chip ? v.matched.powerW[chip.chip] : undefined;
  return [
    power === undefined ? "equal work" : `${Math.round(power)}\u00a0W`,
    v.matched.fanRpm === null || v.matched.fanRpm < 1
      ? ""
      : `${Math.round(v.matched.fanRpm).toLocaleString("en")}\u00a0rpm`,
    `room ${v.matched.roomC}\u00a0°C`,
  ]
    .filter(Boolean)
    .join(", ");
}

function unknownWhy(v: Verdict): string | null {
  const blocks = v.reasons.filter((r) => r.level === "blocks");
  return blocks.length
    ? blocks
        .slice(0, 2)
        .map((r) => r.message)
        .join(" ")
    : null;
}

/** What the peaks alone would say, and where it misleads. */
function naive(v: Verdict, chip: ChipVerdict | undefined): string {
  if (!chip) return "";
  const peak = (v.facts.after.peakC[chip.chip] ?? 0) - (v.facts.before.peakC[chip.chip] ?? 0);
  const words =
    Math.abs(peak) < 1.5
      ? "peaks alone: no change"
      : `peaks alone: ${Math.abs(Math.round(peak))}\u00a0K ${peak < 0 ? "cooler" : "hotter"}`;
  if (!chip.change || Math.abs(peak - chip.change.K) < 3) return words;
  const causes = [
    roomDiffers(v) ? "room" : "",
    powerDiffers(v, chip) ? "power" : "",
    fanDiffers(v) ? "fans" : "",
  ].filter(Boolean);
  return `${words}${
    causes.length
      ? `, but ${causes
          .join(", ")
          .replace(/, ([^,]*)$/, " and " + "$1")} ${causes.length > 1 || causes[0] === "fans" ? "differ" : "differs"}`
      : ""
  }`;
}

const roomDiffers = (v: Verdict) => Math.abs((v.facts.before.roomC ?? 0) - (v.facts.after.roomC ?? 0)) > 1;
const powerDiffers = (v: Verdict, c: ChipVerdict) =>
  Math.abs((v.facts.after.latePowerW[c.chip] ?? 1) / (v.facts.before.latePowerW[c.chip] ?? 1) - 1) > 0.04;
const fanDiffers = (v: Verdict) =>
  v.facts.before.fanRpm !== null &&
  v.facts.after.fanRpm !== null &&
  Math.abs(v.facts.after.fanRpm - v.facts.before.fanRpm) > 0.06 * v.facts.before.fanRpm;

interface Evidence {
  kind: "holds" | "caution" | "note";
  text: string;
  figure?: string;
}

function evidence(v: Verdict): Evidence[] {
  const kindOf = (r: Reason): Evidence["kind"] => (r.level === "note" ? "note" : "caution");
  const out: Evidence[] = [];
  if (v.verdict !== "not-comparable") {
    const { before, after } = v.facts;
    out.push({
      kind: "holds",
      text: `Both loads long enough for airflow (${clockText(v.enoughS ?? 0)} needed)`,
      figure: `${clockText(before.loadS)}, ${clockText(after.loadS)}`,
    });
    const hot = v.outlook.hotDay;
    if (hot) {
      if (hot.headroomK !== null && hot.headroomK >= 0)
        out.push({
          kind: "holds",
          text: "Hot day, room 35 °C, this power: below its limit",
          figure: `${Math.round(hot.headroomK)} K left`,
        });
      else if (hot.powerShare !== null)
        out.push({
          kind: "caution",
          text: "Hot day, room 35 °C: it would throttle",
          figure: `to ${Math.round(hot.powerShare * 100)} %`,
        });
    }
    const gain = v.outlook.sustainedW;
    if (gain && Math.abs(gain.after / gain.before - 1) > 0.04)
      out.push({
        kind: gain.after > gain.before ? "holds" : "caution",
        text: `Power held at the end of the load ${gain.after > gain.before ? "grew" : "fell"}`,
        figure: `${Math.round(gain.before)} → ${Math.round(gain.after)} W`,
      });
    const fan = v.outlook.fanShare;
    if (fan !== null && v.matched.fanRpm && v.matched.fanRpm > 1 && Math.abs(fan - 1) > 0.08)
      out.push({
        kind: fan < 1 ? "holds" : "caution",
        text: fan < 1 ? "Quieter: the old temperature now needs" : "Louder: the old temperature now needs",
        figure:
          `${fan < 0.25 ? "under a quarter of" : `${Math.round(fan * 100)} % of`} ` +
          `${Math.round(v.matched.fanRpm).toLocaleString("en")} rpm`,
      });
  }
  return [...out, ...v.reasons.map((r): Evidence => ({ kind: kindOf(r), text: r.message, figure: r.figure }))];
}
