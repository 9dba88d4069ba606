"use client";
import { words } from "@/core/base/words";
import { recipeWords, startsOf } from "@/core/measure/protocol";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Button, LinkButton } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { Conditions, conditionsOf } from "@/ui/measure/run/Conditions";
import { stagePath } from "@/ui/kit/steps/paths";
import { RecipePicker } from "./RecipePicker";
import { SourcePicker } from "./SourcePicker";
import { Starts } from "./Starts";
import { useSetUp, type SetUpGiven } from "./useSetUp";

/** A live run is set up: its recipe, where the readings come from, and what it starts from. */
export function SetUp(p: SetUpGiven) {
  const work = useSetUp(p);
  const { draft, setDraft, problem, begin, busy, recipe, difference } = work;
  useKeys({ Enter: busy ? undefined : () => void begin() });
  return (
    <div
      className="grid min-h-0 flex-1 grid-cols-1 lg:h-full lg:grid-cols-[minmax(0,1fr)_330px] lg:grid-rows-1
        xl:grid-cols-[minmax(0,1fr)_366px]"
    >
      <div className="flex min-w-0 flex-col gap-6 bg-sheet p-6 lg:min-h-0 lg:overflow-y-auto">
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
      <aside className="flex flex-col border-l-[1.5px] border-line bg-sheet lg:min-h-0">
        <div
          role="region"
          aria-label="What the run starts from"
          tabIndex={0}
          className="flex flex-1 flex-col gap-5 px-5 pt-4 lg:min-h-0 lg:overflow-y-auto"
        >
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
        <div className="flex flex-col gap-2 border-t-[1.5px] border-line bg-sheet p-5">
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
