"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { STAGE_TITLES } from "@/core/workshop/job";
import {
  SCHOOLS,
  usualProcedure,
  WAY_PLACES,
  type Brought,
  type OwnPractices,
  type WayPlace,
  type Procedure,
} from "@/core/handwork/service";
import { words } from "@/core/base/words";
import { Button } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { Mark } from "@/ui/kit/controls/Mark";
import { send } from "@/ui/kit/controls/send";
import { whoWorks } from "@/ui/kit/controls/who";
import { BroughtScale } from "./BroughtScale";
import { SchoolPicture } from "./SchoolPicture";
import { dayInWords } from "@/core/base/days";
import { useSubmit } from "@/ui/kit/controls/useSubmit";

interface Props {
  procedure: Procedure;
  own: OwnPractices;
  brought: Record<keyof Procedure, Brought[]>;
}

/** The order of work runs along two pipes, so many questions on the first. */
const ON_FIRST = 5;
const PIPES = [WAY_PLACES.slice(0, ON_FIRST), WAY_PLACES.slice(ON_FIRST)];

/** The workshop's procedure, hung on the pipe in the order of work; the picked question below, with its reasons. */
export function ProcedureScreen(p: Props) {
  const work = useProcedure(p);
  const { place, pick, pickedWay } = work;
  const owns = Object.keys(p.own).length;
  return (
    <>
      <h1 className="bg-sheet px-4 py-4 text-step leading-9 font-bold sm:px-10">
        {owns === 0
          ? "All ways are ours so far."
          : `${owns} of ${WAY_PLACES.length} ways ${words.agreeing(owns, "is", "are")} your own.`}{" "}
        <span className="font-regular text-ink-2">Each job keeps the ways it was begun with, and may differ.</span>
      </h1>
      <div className="mat flex flex-col gap-6 border-y-[1.5px] border-line px-4 py-5 sm:px-10">
        {PIPES.map((places) => (
          <Pipe key={places[0]?.key} stages={[...new Set(places.map((w) => w.stage))]}>
            {places.map((w) => (
              <Question
                key={w.key}
                place={w}
                chosen={String(place.key === w.key ? pickedWay : p.procedure[w.key])}
                own={p.own[w.key]?.why}
                shown={place.key === w.key}
                onPick={(value) => pick(w, value)}
              />
            ))}
          </Pipe>
        ))}
      </div>
      <Foot p={p} work={work} />
    </>
  );
}

const [FIRST] = WAY_PLACES as readonly [WayPlace, ...WayPlace[]];

/** The picked question, the school picked of it, and how it is kept. */
function useProcedure({ procedure, own }: Props) {
  const router = useRouter();
  const [at, setAt] = useState(0);
  const place = WAY_PLACES[at] ?? FIRST;
  const [chosen, setChosen] = useState<string | null>(null);
  const [why, setWhy] = useState<string | null>(null);
  const { act, problem, tell } = useSubmit();
  const [said, setSaid] = useState("");
  const options = SCHOOLS[place.key].options.map(([v]) => String(v));
  const now = String(procedure[place.key]);
  const pickedWay = chosen ?? now;
  const reason = why ?? own[place.key]?.why ?? "";
  const go = (i: number) => {
    setAt(i);
    setChosen(null);
    setWhy(null);
    tell(null);
    setSaid("");
  };
  const pick = (w: WayPlace, value: string) => {
    const i = WAY_PLACES.indexOf(w);
    if (i !== at) go(i);
    setChosen(value);
    setSaid("");
  };
  const keep = async (value: string) => {
    const [real] = SCHOOLS[place.key].options.find(([v]) => String(v) === value) ?? [usualProcedure[place.key]];
    const body = { key: place.key, value: real, why: reason, who: whoWorks() };
    if (!(await act(() => send("PUT", "/api/ways", body)))) return;
    setChosen(null);
    setWhy(null);
    setSaid("Kept");
    router.refresh();
  };
  useKeys({
    n: () => go((at + 1) % WAY_PLACES.length),
    o: () => void keep(String(usualProcedure[place.key])),
    Enter: () => void keep(pickedWay),
    ...Object.fromEntries(options.map((v, i) => [String(i + 1), () => pick(place, v)])),
  });
  return { place, pick, pickedWay, keep, reason, setWhy, problem, said, changed: pickedWay !== now, go, at };
}

/** A heat pipe with the stages of work lying on it. */
function Pipe({ stages, children }: { stages: readonly WayPlace["stage"][]; children: React.ReactNode }) {
  return (
    <section aria-label={stages.map((s) => STAGE_TITLES[s]).join(", ")}>
      <div
        className="flex h-4 items-center rounded-full border-[1.5px] border-[var(--cu0)]
          bg-[linear-gradient(var(--cu1),var(--cu4)_38%,var(--cu2)_70%,var(--cu0))]"
      />
      <div className="flex flex-wrap gap-x-2 gap-y-6">{children}</div>
    </section>
  );
}

interface QuestionProps {
  place: WayPlace;
  chosen: string;
  own: string | undefined;
  shown: boolean;
  onPick: (value: string) => void;
}

/** One question on its saddle: its schools drawn, ours marked, the reason below. */
function Question({ place, chosen, own, shown, onPick }: QuestionProps) {
  const { options, why, question } = SCHOOLS[place.key];
  return (
    <fieldset
      className={`relative -mt-5 border-2 px-2 pt-0 pb-2 ${shown ? "border-ink bg-sheet" : "border-transparent"}`}
    >
      <svg aria-hidden width={18} height={30} className="block">
        <rect x={1} y={1} width={16} height={22} rx={2} fill="var(--d-al2)" stroke="var(--ink)" strokeWidth={1.4} />
        <circle cx={9} cy={11} r={2.6} fill="var(--ink)" />
        <path d="M9 23v7" stroke="var(--ink)" strokeWidth={1.6} />
      </svg>
      <legend className="sr-only">{question}</legend>
      <p aria-hidden className="text-lead leading-6 font-bold">
        {place.name}
        <span className="pl-2 text-note font-regular text-ink-2">{STAGE_TITLES[place.stage]}</span>
      </p>
      <div className="mt-1 flex flex-wrap gap-1.5">
        {options.map(([value, label]) => {
          const is = String(value) === chosen;
          return (
            <label key={String(value)} className="flex w-18.5 cursor-pointer flex-col items-center text-center">
              <input
                type="radio"
                name={place.key}
                value={String(value)}
                checked={is}
                onChange={() => onPick(String(value))}
                aria-label={label}
                className="peer sr-only"
              />
              <span
                className={`block rounded-[4px] border-2 peer-focus-visible:outline-[3px]
                  peer-focus-visible:outline-offset-2 peer-focus-visible:outline-copper
                  ${is ? "border-ink bg-sheet" : "border-line opacity-60"}`}
              >
                <SchoolPicture of={place.key} value={String(value)} />
              </span>
              <span aria-hidden className={`mt-0.5 block h-1.25 w-full ${is ? "bg-copper" : ""}`} />
              <span className={`text-body leading-5 ${is ? "font-strong" : "text-ink-2"}`}>
                {place.short[String(value)] ?? label}
              </span>
              {value === usualProcedure[place.key] ? (
                <span className="flex items-center gap-1 text-note leading-4.5 text-ink-2">
                  <span className="scale-50 [&_svg]:-m-2">
                    <Mark />
                  </span>
                  ours
                </span>
              ) : null}
            </label>
          );
        })}
      </div>
      <p className={`mt-1 w-0 min-w-full text-body leading-5 ${own ? "font-medium" : "text-ink-2"}`}>
        {own ? `Yours: ${own}` : why}
      </p>
    </fieldset>
  );
}

/** The picked question: our reason, theirs, what each school brought here, and how it is kept. */
function Foot({ p, work }: { p: Props; work: ReturnType<typeof useProcedure> }) {
  const { place, pickedWay, keep, reason, setWhy, problem, said, changed } = work;
  const isOurs = pickedWay === String(usualProcedure[place.key]);
  const own = p.own[place.key];
  const school = SCHOOLS[place.key];
  return (
    <section
      aria-label={school.question}
      className="sticky bottom-0 z-20 grid gap-x-10 gap-y-4 border-b-[1.5px] border-line bg-bench px-4 py-4 sm:px-10
        lg:grid-cols-[minmax(0,1fr)_300px_auto]"
    >
      <div>
        <h2 className="text-title leading-6.5 font-bold">
          {place.name}: {place.short[pickedWay] ?? pickedWay}
          {own && !changed ? `, your own since ${dayInWords(own.since, "long")}` : ""}
        </h2>
        <p className="text-body text-ink-2">Ours: {school.why}</p>
        {isOurs ? null : (
          <label className="mt-2 block text-body">
            <span className="mb-1 block font-medium">Why this is your way</span>
            <input
              className="field min-h-11 w-full max-w-140"
              value={reason}
              maxLength={200}
              onChange={(e) => setWhy(e.target.value)}
              onKeyDown={(e) => e.key === "Enter" && void keep(pickedWay)}
            />
            {own?.who && !changed ? <span className="mt-1 block text-ink-2">Written by {own.who}</span> : null}
          </label>
        )}
        {problem ? (
          <p role="alert" className="caution-band mt-2 px-3 py-2 text-body">
            {problem.fields ? Object.values(problem.fields)[0] : `${problem.message} ${problem.action}`}
          </p>
        ) : null}
      </div>
      <BroughtScale brought={p.brought[place.key]} place={place} />
      <div className="flex items-end gap-3">
        <span role="status" className="text-lead text-ink-2">
          {said}
        </span>
        <Button
          big
          keyCap="O"
          disabled={isOurs && !changed}
          onClick={() => void keep(String(usualProcedure[place.key]))}
        >
          Take ours
        </Button>
        <Button look="main" big keyCap="Enter" className="min-h-19" onClick={() => void keep(pickedWay)}>
          {isOurs ? "Keep ours" : "Keep our own"}
        </Button>
      </div>
    </section>
  );
}
