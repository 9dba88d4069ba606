"use client";
import { RadioGroup, Radio } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { words } from "@/core/words";
import type { RunConditions } from "@/core/judge";
import {
  RECIPE_NAMES,
  RECIPES,
  recipeDifference,
  recipeTitle,
  recipeWords,
  startsOf,
  type Recipe,
  type RecipeName,
} from "@/core/protocol";
import { STAND_IN_STATES, STAND_IN_WORDS, type StandInState } from "@/core/rig";
import type { Problem } from "@/core/result";
import { CautionBand } from "@/ui/controls/Band";
import { Button, LinkButton } from "@/ui/controls/Button";
import { useKeys } from "@/ui/controls/keys";
import { Pick } from "@/ui/controls/Pick";
import { send } from "@/ui/controls/send";
import { Conditions, conditionsOf, draftOf } from "@/ui/run/Conditions";
import { stagePath } from "@/ui/steps/paths";
import { askToNotify } from "./notice";
import { Starts } from "./Starts";
import { keepToken } from "./tokens";

interface Props {
  jobId: number;
  kind: "before" | "after";
  /** Conditions to begin with: those of the run before for the run after. */
  start: RunConditions | null;
  before: { conditions: RunConditions; recipe: Recipe | null } | null;
}

const SPEEDS = ["1", "10", "60", "120"] as const;

/** A live run is set up: its recipe, where the readings come from, and what it starts from. */
export function SetUp(p: Props) {
  const work = useSetUp(p);
  const { draft, setDraft, problem, begin, busy, recipe, difference } = work;
  useKeys({ Enter: busy ? undefined : () => void begin() });
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_330px] xl:grid-cols-[minmax(0,1fr)_366px]">
      <div className="flex min-w-0 flex-col gap-6 bg-sheet p-6">
        <div className="flex flex-wrap items-start gap-4">
          <div className="min-w-0 flex-1">
            <h1 className="text-step font-bold">Run {p.kind}, live</h1>
            <p className="mt-1 text-lead text-ink-2">
              Ovrant guides and records the run, the same way every time: {recipeWords(recipe)}.
            </p>
          </div>
          <LinkButton href={stagePath(p.jobId, p.kind)}>Bring a log instead</LinkButton>
        </div>
        <RecipePicker work={work} before={p.before?.recipe ?? null} />
        {difference ? (
          <CautionBand role="status">
            <b className="font-strong">Not as the run before:</b> {difference}. Known now, it costs nothing; found out
            afterwards it costs {words.clock(recipe.idleS + recipe.loadS + recipe.coolS)}.
          </CautionBand>
        ) : null}
        <SourcePicker work={work} />
        <CautionBand>
          <b className="font-strong">During a run:</b> stop at the limit temperature, never on a bed or with vents
          covered, never with a swollen battery.
        </CautionBand>
      </div>
      <aside className="flex flex-col border-l-[1.5px] border-line bg-sheet">
        <div className="flex flex-1 flex-col gap-5 px-5 pt-4">
          <Starts facts={startsOf(null, conditionsOf(draft)).filter((f) => f.code !== "cold")} />
          <Conditions
            draft={draft}
            onChange={setDraft}
            before={p.before?.conditions ?? null}
            logged={{ power: true, fan: true, room: false }}
            errors={problem?.fields ?? {}}
            outlets={[]}
          />
        </div>
        <div className="sticky bottom-0 flex flex-col gap-2 bg-sheet p-5">
          {problem ? (
            <CautionBand role="alert">
              <b className="font-strong">{problem.message}</b> {problem.action}
            </CautionBand>
          ) : null}
          <Button
            look="main"
            big
            className="min-h-19 text-title"
            keyCap="Enter"
            disabled={busy}
            onClick={() => void begin()}
          >
            Begin the run
          </Button>
        </div>
      </aside>
    </div>
  );
}

/** The recipe, the source and the conditions as chosen so far, and the beginning of the run. */
function useSetUp({ jobId, kind, start, before }: Props) {
  const router = useRouter();
  const first = before?.recipe ?? RECIPES.standard;
  const [name, setName] = useState<RecipeName>(first.name);
  const [own, setOwn] = useState<Recipe>({ ...first, name: "own" });
  const [simulated, setSimulated] = useState(false);
  const [state, setState] = useState<StandInState>("hidden");
  const [speed, setSpeed] = useState<(typeof SPEEDS)[number]>("60");
  const [draft, setDraft] = useState(() =>
    draftOf(start && { ...start, roomStartC: kind === "after" ? null : start.roomStartC, roomEndC: null, recipe: "" }),
  );
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);
  const recipe = name === "own" ? own : name === first.name ? first : RECIPES[name];
  const difference = before?.recipe ? recipeDifference(before.recipe, recipe) : null;
  const begin = async () => {
    setBusy(true);
    askToNotify();
    const { name: _own, ...levels } = own;
    const sent = await beginRun(jobId, {
      kind,
      recipe: name,
      ...(name === "own" ? { own: levels } : {}),
      conditions: draft,
      ...(simulated ? { standIn: { state, speed: Number(speed), seed: jobId } } : {}),
    });
    if (!sent.ok) {
      setBusy(false);
      setProblem(sent.problem);
      return;
    }
    keepToken(sent.value.runId, sent.value.token);
    router.replace(stagePath(jobId, kind));
    router.refresh();
  };
  return {
    name,
    setName,
    own,
    setOwn,
    simulated,
    setSimulated,
    state,
    setState,
    speed,
    setSpeed,
    draft,
    setDraft,
    problem,
    begin,
    busy,
    recipe,
    difference,
  };
}

type Begun = { ok: true; value: { runId: number; token: string } } | { ok: false; problem: Problem };

/** The live channel answers plainly: a run and its token, or its problem. */
async function beginRun(jobId: number, body: unknown): Promise<Begun> {
  const answer = (await send("POST", `/api/v1/jobs/${jobId}/runs`, body)) as unknown as
    { runId: number; token: string } | { problem: Problem };
  return "problem" in answer ? { ok: false, problem: answer.problem } : { ok: true, value: answer };
}

interface PickerProps {
  work: ReturnType<typeof useSetUp>;
}

/** Recipes side by side, each with its length; an own one with its figures. */
function RecipePicker({ work, before }: PickerProps & { before: Recipe | null }) {
  const { name, setName, own, setOwn } = work;
  const lengthOf = (n: RecipeName) => {
    const r = n === "own" ? own : before?.name === n ? before : RECIPES[n];
    return Math.round((r.idleS + r.loadS + r.coolS) / 60);
  };
  return (
    <div>
      <RadioGroup value={name} onChange={setName} aria-label="Recipe" className="grid grid-cols-2 gap-2 md:grid-cols-5">
        {RECIPE_NAMES.map((n) => (
          <Radio
            key={n}
            value={n}
            className="min-h-16 cursor-pointer rounded-control border-2 border-line px-3 py-2 hover:border-ink-3
              data-checked:border-ink data-checked:bg-copper-wash"
          >
            <span className="block text-lead font-strong">{recipeTitle(n)}</span>
            <span className="block text-note text-ink-2">
              <span className="num">{lengthOf(n)}</span> min{before?.name === n ? ", as before" : ""}
            </span>
          </Radio>
        ))}
      </RadioGroup>
      {name === "own" ? (
        <div className="mt-3 flex flex-wrap gap-3">
          <Minutes name="Idle" s={own.idleS} onChange={(idleS) => setOwn({ ...own, idleS })} />
          <Minutes name="Load" s={own.loadS} onChange={(loadS) => setOwn({ ...own, loadS })} />
          <Minutes name="Cool-down" s={own.coolS} onChange={(coolS) => setOwn({ ...own, coolS })} />
          <Share name="Processor" share={own.cpu} onChange={(cpu) => setOwn({ ...own, cpu })} />
          <Share name="Graphics" share={own.gpu} onChange={(gpu) => setOwn({ ...own, gpu })} />
          <label className="flex min-h-12 items-center gap-2 self-end text-body font-medium">
            <input
              type="checkbox"
              className="size-5 accent-copper"
              checked={own.drive}
              onChange={(e) => setOwn({ ...own, drive: e.target.checked })}
            />
            Copy a file
          </label>
        </div>
      ) : null}
    </div>
  );
}

const Minutes = ({ name, s, onChange }: { name: string; s: number; onChange: (s: number) => void }) => (
  <TypedNumber name={`${name}, min`} value={s / 60} onChange={(v) => onChange(Math.round(v * 60))} />
);
const Share = ({ name, share, onChange }: { name: string; share: number; onChange: (share: number) => void }) => (
  <TypedNumber name={`${name}, %`} value={Math.round(100 * share)} onChange={(v) => onChange(v / 100)} />
);

/** A number as typed: what is none yet stays in its field. */
function TypedNumber({ name, value, onChange }: { name: string; value: number; onChange: (v: number) => void }) {
  const [text, setText] = useState(String(value));
  return (
    <label className="w-28 text-body font-medium">
      {name}
      <input
        className="field num mt-1"
        inputMode="decimal"
        value={text}
        onChange={(e) => {
          setText(e.target.value);
          const v = Number(e.target.value.replace(",", "."));
          if (e.target.value.trim() !== "" && Number.isFinite(v)) onChange(v);
        }}
      />
    </label>
  );
}

/** Where the readings come from: the machine itself, or one that stands in for it. */
function SourcePicker({ work }: PickerProps) {
  const { simulated, setSimulated, state, setState, speed, setSpeed } = work;
  const look =
    "min-h-16 cursor-pointer rounded-control border-2 border-line px-3 py-2 hover:border-ink-3 data-checked:border-ink data-checked:bg-copper-wash";
  return (
    <div>
      <RadioGroup
        value={simulated}
        onChange={setSimulated}
        aria-label="Readings from"
        className="grid gap-2 md:grid-cols-2"
      >
        <Radio value={false} className={look}>
          <span className="block text-lead font-strong">The machine under test</span>
          <span className="block text-note text-ink-2">
            Its probe, its load page, or a program of your own; shown next
          </span>
        </Radio>
        <Radio value={true} className={look}>
          <span className="block text-lead font-strong">A machine of this kind, simulated</span>
          <span className="block text-note text-ink-2">Stands in for a real one: it feels what the job does to it</span>
        </Radio>
      </RadioGroup>
      {simulated ? (
        <div className="mt-3 flex flex-wrap gap-3">
          <Pick
            label="What is wrong with it"
            value={state}
            onChange={setState}
            options={STAND_IN_STATES.map((value) => ({ value, name: STAND_IN_WORDS[value] }))}
            className="w-64"
          />
          <Pick
            label="How fast it runs"
            value={speed}
            onChange={setSpeed}
            options={SPEEDS.map((value) => ({ value, name: `${value} times as fast` }))}
            className="w-52"
          />
        </div>
      ) : null}
    </div>
  );
}
