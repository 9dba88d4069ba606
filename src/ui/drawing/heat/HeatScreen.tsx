"use client";
import { words } from "@/core/base/words";
import { Tab, TabGroup, TabList } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import type { ChipVerdict } from "@/core/measure/judge";
import { fanWords, type Verdict } from "@/core/measure/says";
import type { RunConditions } from "@/core/measure/pair";
import { CoolingMap, type Layout } from "@/core/drawing/parts";
import {
  type ChipEstimateKW,
  estimatedKW,
  exhaustRises,
  heatPicture,
  heatRemarks,
  heatSentence,
  placeWords,
  type HeatPicture,
  type MeasuredChip,
} from "@/core/drawing/cooling";
import { closedIn, contextOf, seenAir, type ServiceFacts } from "@/core/handwork/service";
import { LinkButton } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { useSize } from "@/ui/kit/controls/size";
import { LensTabs } from "@/ui/drawing/map/LensTabs";
import { MapWords } from "@/ui/drawing/map/MapWords";
import { stagePath } from "@/ui/kit/steps/paths";
import { Defs, Drawing } from "@/ui/drawing/underside/Drawing";
import { Tags } from "@/ui/drawing/underside/Tags";
import { useView } from "@/ui/drawing/underside/useView";
import { AirArrows, FlowLayer } from "./FlowLayer";
import { ChipBlocks } from "./ChipBlocks";
import { SmallLadder } from "./SmallLadder";

const METAL = new Set(["blower", "fins", "plate", "chamber", "spreader"]);

function measured(v: Verdict, run: "before" | "after"): MeasuredChip[] {
  return v.chips.flatMap((c) => {
    const [contact, airflow] = c.paths;
    const powerW = v.matched.powerW[c.chip];
    const air = airflow[run];
    const own = contact[run];
    return powerW && air && own
      ? [{ chip: c.chip, powerW, contactK: own.K, airflowK: air.K, airflowHalfK: (air.high - air.low) / 2 }]
      : [];
  });
}

interface Props {
  jobId: number;
  layout: Layout;
  verdict: Verdict;
  /** What the journal tells of the inlets. */
  service: ServiceFacts;
  /** How both runs were done: with the air at the outlets, where it was read. */
  conditions: Record<"before" | "after", RunConditions | null>;
}

/** The heat lens: where the watts go, before and after, on the parts themselves, with the ladder beside. */
export function HeatScreen({ jobId, layout, verdict: v, service, conditions }: Props) {
  const router = useRouter();
  const map = useMemo(() => new CoolingMap(layout), [layout]);
  const { before, after } = useMemo(() => {
    const ctx = contextOf(service, map);
    const of = (run: "before" | "after") => {
      const rises = conditions[run] ? exhaustRises(map, conditions[run], closedIn(ctx, run)) : undefined;
      return heatPicture(map, measured(v, run), seenAir(ctx, run), rises);
    };
    return { before: of("before"), after: of("after") };
  }, [map, v, service, conditions]);
  const estimates = useMemo(() => estimatedKW(map), [map]);
  const [picked, setPicked] = useState(() =>
    Math.max(
      0,
      v.chips.findIndex((c) => c.chip === v.lead),
    ),
  );
  const [ref, size] = useSize<HTMLDivElement>({ width: 800, height: 470 });
  const view = useView(layout.base, size, ref, { edgeMm: 23, rear: true });
  const chip = v.chips[picked] ?? v.chips[0];
  const shown = after ?? before;
  const { scale, x, y } = view.view;
  useKeys({
    b: () => router.push(stagePath(jobId, "verdict")),
    "+": () => view.zoom(1.25),
    "=": () => view.zoom(1.25),
    "-": () => view.zoom(0.8),
    "0": view.fit,
  });
  const tagged = useMemo(() => layout.parts.filter((p) => p.kind === "fins" || p.kind === "blower"), [layout]);
  const drawnHere = useMemo(
    () =>
      new Set(
        layout.parts.filter((p) => p.kind === "pipe" || p.kind === "note" || p.kind === "sketch").map((p) => p.id),
      ),
    [layout],
  );
  const estimate = estimates.find(
    (e) => map.part(e.chip)?.kind === "chip" && (map.part(e.chip) as { role: string }).role === chip?.chip,
  );
  return (
    <div className="flex min-h-0 flex-1 flex-col lg:flex-row">
      <div className="flex min-h-0 min-w-0 flex-1 flex-col bg-sheet">
        <LensTabs jobId={jobId} shown="heat" heat note="Line width is watts" />
        <div ref={ref} className="relative min-h-85 flex-1 touch-none overflow-hidden">
          <svg
            width={size.width}
            height={size.height}
            className="absolute inset-0 block"
            role="img"
            aria-label={describe(map, before, after)}
          >
            <Defs />
            <g transform={`translate(${x} ${y}) scale(${scale})`}>
              <Drawing
                layout={layout}
                faint={(p) => !METAL.has(p.kind) && !(p.kind === "screw" && p.forWhat !== "cover")}
                without={drawnHere}
              />
              {shown ? <FlowLayer map={map} picture={shown} scale={scale} /> : null}
              <Tags parts={tagged} scale={scale} selected={EMPTY} />
              <ChipBlocks map={map} verdict={v} scale={scale} />
              <AirArrows map={map} before={before} after={after} scale={scale} />
            </g>
          </svg>
        </div>
        <HeatWords map={map} before={before} after={after} shown={shown} v={v} />
      </div>
      <HeatSide picked={picked} setPicked={setPicked} v={v} chip={chip} estimate={estimate} jobId={jobId} />
    </div>
  );
}

interface HeatWordsProps {
  map: CoolingMap;
  before: HeatPicture | null;
  after: HeatPicture | null;
  shown: HeatPicture | null;
  v: Verdict;
}

/** What the ways of heat say, and how sure. */
function HeatWords({ map, before, after, shown, v }: HeatWordsProps) {
  return (
    <div className="shrink-0 border-t-[1.5px] border-line px-5 pt-3 pb-4">
      <h1 className="text-title leading-6.75 font-medium">
        <MapWords words={heatSentence(map, before, after)} />
      </h1>
      {shown ? <Bars map={map} before={before} after={after} /> : null}
      {[...heatRemarks(map, before, "before"), ...heatRemarks(map, after, "after")].map((say) => (
        <p key={say} className="caution-band mt-2 px-3 py-1.5 text-body leading-5.5">
          {say}
        </p>
      ))}
      <p className="mt-2 text-body text-ink-2">
        At{" "}
        {v.chips
          .flatMap((c) =>
            v.matched.powerW[c.chip]
              ? [`${words.watts(v.matched.powerW[c.chip] ?? 0)} on the ${words.chip(c.chip)}`]
              : [],
          )
          .join(" and ")}
        {fanWords(v) ? `, ${fanWords(v)}` : ""}, room {v.matched.roomC}
        {"\u00a0"}°C.
        {shown
          ? ` Modelled from the drawing${
              before?.exhausts.length || after?.exhausts.length ? ", the air at the outlets" : ""
            } and the two runs, ` + `±${words.watts(1.645 * Math.max(before?.sigmaW ?? 0, after?.sigmaW ?? 0))}.`
          : ""}
      </p>
    </div>
  );
}

interface HeatSideProps {
  picked: number;
  setPicked: React.Dispatch<React.SetStateAction<number>>;
  v: Verdict;
  chip: ChipVerdict | undefined;
  estimate: ChipEstimateKW | undefined;
  jobId: number;
}

/** Each chip's small ladder, measured against what the drawing lets expect. */
function HeatSide({ picked, setPicked, v, chip, estimate, jobId }: HeatSideProps) {
  return (
    <aside
      className="flex w-full shrink-0 flex-col border-line bg-sheet pb-4 lg:w-70 lg:border-l-[1.5px]
      xl:w-79 2xl:w-95"
    >
      <TabGroup selectedIndex={picked} onChange={setPicked}>
        <TabList className="flex border-b border-line">
          {v.chips.map((c) => (
            <Tab
              key={c.chip}
              className="flex min-h-17 flex-1 flex-col justify-center border-b-[6px] border-transparent px-4
                text-left data-selected:border-copper-fill"
            >
              <span className="text-body font-medium">{words.capital(words.chip(c.chip))}</span>
              <span className="num text-sub font-bold">{c.change ? words.kelvin(c.change.K) : "not told"}</span>
            </Tab>
          ))}
        </TabList>
      </TabGroup>
      <div className="flex min-h-0 flex-1 flex-col px-4 pt-4">
        {chip ? <SmallLadder chip={chip} roomC={v.matched.roomC} limitC={v.limitC} /> : null}
        {chip && estimate ? (
          <dl className="mt-1 grid grid-cols-[1fr_auto_auto] gap-x-4 border-t border-line pt-2 text-body">
            <dt className="text-ink-2">K/W</dt>
            <dd className="text-ink-2">measured</dd>
            <dd className="text-ink-2">by drawing</dd>
            <dt className="text-paste">Contact</dt>
            <dd className="num text-right font-strong">
              {(chip.paths[0].afterKW ?? chip.paths[0].beforeKW)?.toFixed(2) ?? "?"}
            </dd>
            <dd className="num text-right">{estimate.contactKW.toFixed(2)}</dd>
            <dt className="text-air">Airflow</dt>
            <dd className="num text-right font-strong">
              {(chip.paths[1].afterKW ?? chip.paths[1].beforeKW)?.toFixed(2) ?? "?"}
            </dd>
            <dd className="num text-right">{estimate.airflowKW.toFixed(2)}</dd>
          </dl>
        ) : null}
      </div>
      <div className="px-4 pt-3">
        <LinkButton href={stagePath(jobId, "verdict")} look="plain" big keyCap="B" className="w-full">
          Back to the verdict
        </LinkButton>
      </div>
    </aside>
  );
}

const EMPTY: ReadonlySet<string> = new Set();

/** The same pairs as bars: before hollow and dashed, after solid. */
function Bars({ map, before, after }: { map: CoolingMap; before: HeatPicture | null; after: HeatPicture | null }) {
  const now = after ?? before;
  const rows = [
    ...(now?.stacks ?? []).map((s) => ({
      id: s.fins,
      was: before?.stacks.find((b) => b.fins === s.fins)?.W ?? null,
      is: after?.stacks.find((b) => b.fins === s.fins)?.W ?? null,
    })),
    ...(now?.still ?? [])
      .filter((s) => s.W >= 0.5)
      .map((s) => ({
        id: s.part,
        was: before?.still.find((b) => b.part === s.part)?.W ?? null,
        is: after?.still.find((b) => b.part === s.part)?.W ?? null,
      })),
  ];
  const most = Math.max(10, ...rows.flatMap((r) => [r.was ?? 0, r.is ?? 0]));
  return (
    <ul aria-label="Watts by stack" className="mt-2 grid grid-cols-2 gap-x-6 gap-y-2 md:grid-cols-4">
      {rows.map((r) => (
        <li key={r.id}>
          <span className="text-body">
            <b className="font-bold">{map.part(r.id)?.tag}</b>{" "}
            <span className="text-ink-2">
              {map.part(r.id)?.kind === "spreader" ? "still air" : placeWords(map, r.id)}
            </span>
          </span>
          {[
            { W: r.was, solid: false },
            { W: r.is, solid: true },
          ].map((b) =>
            b.W === null ? null : (
              <span key={String(b.solid)} className="mt-1 flex items-center gap-2">
                <span
                  className={`block h-4 ${b.solid ? "bg-air" : "border-2 border-dashed border-air"}`}
                  style={{ width: `${Math.max(2, (b.W / most) * 62)}%` }}
                />
                <span className={`num text-body ${b.solid ? "font-bold" : ""}`}>
                  <span className="sr-only">{b.solid ? "after " : "before "}</span>
                  {Math.round(b.W)}
                  {"\u00a0"}W
                </span>
              </span>
            ),
          )}
        </li>
      ))}
    </ul>
  );
}

function describe(map: CoolingMap, before: HeatPicture | null, after: HeatPicture | null): string {
  const list = (p: HeatPicture | null) =>
    p ? p.stacks.map((s) => `${map.part(s.fins)?.tag ?? "a stack"} ${words.watts(s.W)}`).join(", ") : "not known";
  return `Heat on the drawing. Before: ${list(before)}. After: ${list(after)}.`;
}
