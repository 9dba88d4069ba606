import { words } from "@/core/base/words";
import Link from "next/link";
import {
  adapterWords,
  agreementOf,
  estimateMinutes,
  forecastOf,
  foundIn,
  hasGuessed,
  isInspected,
  warrantyDays,
  type Predicted,
  type ServiceContext,
  type ServiceStage,
  type Worths,
} from "@/core/handwork/service";
import { STAGE_TITLES } from "@/core/workshop/job";
import { AgreementBars } from "@/ui/measure/verdict/AgreementBars";
import { CleanedParts, type StepPhotoView } from "@/ui/handwork/service/pictures/CleanedParts";
import { stagePath } from "@/ui/kit/steps/paths";
import { EyeFirst } from "./EyeFirst";

export interface SideFacts {
  predicted: (Predicted & { headline: string }) | null;
  chipW: number;
  earlier: readonly Partial<Record<ServiceStage, number>>[];
  photos: readonly StepPhotoView[];
  /** Watts of each chip in the run before, by its role. */
  wattsOf: Readonly<Record<string, number>>;
  /** What findings were worth in earlier jobs here. */
  worths: Worths;
}

/** What a stage knows besides its step: the run before's word and time at intake, agreement at inspection. */
export function StageSide({
  stage,
  ctx,
  more,
  complaint,
  jobId,
  guess,
}: {
  stage: ServiceStage;
  ctx: ServiceContext;
  more: SideFacts;
  complaint: string;
  jobId: number;
  /** Keeps what the technician expects, K, or that nothing be asked; null where the job is closed. */
  guess: ((K: number | null) => void) | null;
}) {
  if (stage === "intake") return <IntakeFacts ctx={ctx} more={more} complaint={complaint} jobId={jobId} />;
  if (stage === "strip") return <Agreements ctx={ctx} more={more} guess={guess} />;
  if (stage === "clean") return <CleanedParts ctx={ctx} photos={more.photos} />;
  return null;
}

function IntakeFacts({
  ctx,
  more,
  complaint,
  jobId,
}: {
  ctx: ServiceContext;
  more: SideFacts;
  complaint: string;
  jobId: number;
}) {
  const times = estimateMinutes(
    ctx,
    more.earlier.map((e) => new Map(Object.entries(e) as [ServiceStage, number][])),
  );
  const total = times.reduce((s, t) => s + t.minutes, 0);
  const days = warrantyDays(ctx);
  const adapter = adapterWords(ctx, more.chipW);
  return (
    <div className="grid gap-x-8 gap-y-3 md:grid-cols-2">
      <section aria-label="What is known">
        <h2 className="text-sub font-strong">{complaint}</h2>
        <p className="mt-1 text-lead leading-5.75">
          {more.predicted
            ? `Run before, read alone: ${more.predicted.headline}`
            : "No run before yet: what is likely can be told from one."}
        </p>
        {adapter ? <p className="caution-band mt-1.5 px-3 py-1.5 text-body">{adapter}</p> : null}
        {days !== null ? (
          <p className={`mt-1.5 text-body ${days >= 0 ? "caution-band px-3 py-1.5" : "text-ink-2"}`}>
            {days >= 0
              ? `${days} days of warranty left: the maker's service comes first. Opening it may end it.`
              : `Warranty ran out ${-days} days ago.`}
          </p>
        ) : null}
      </section>
      <section aria-label="Time it may take">
        <h2 className="text-sub font-strong">About {Math.round(total / 5) * 5} minutes of handwork</h2>
        <ul className="mt-1 grid grid-cols-2 gap-x-6 text-body">
          {times.map((t) => (
            <li key={t.stage} className="flex justify-between border-b border-line-2 py-0.5">
              <span>{STAGE_TITLES[t.stage]}</span>
              <span className="num">{Math.max(1, Math.round(t.minutes))} min</span>
            </li>
          ))}
        </ul>
        <p className="mt-1 text-note text-ink-2">
          {more.earlier.length
            ? `Median of ${words.counted(more.earlier.length, "earlier job")} of this model.`
            : "From the drawing's steps; earlier jobs of this model will tell better."}
        </p>
        <Link
          prefetch={false}
          href={stagePath(jobId, "ways")}
          className="link inline-flex min-h-11 items-center text-body"
        >
          How this job is worked
        </Link>
      </section>
    </div>
  );
}

interface AgreementsProps {
  ctx: ServiceContext;
  more: SideFacts;
  guess: ((K: number | null) => void) | null;
}

function Agreements({ ctx, more, guess }: AgreementsProps) {
  const found = foundIn(ctx);
  const agreements = more.predicted ? agreementOf(ctx, more.predicted) : [];
  const forecasts = more.predicted ? forecastOf(ctx, more.predicted, more.wattsOf, more.worths) : [];
  if (found.words.length === 0 && agreements.length === 0 && forecasts.length === 0) return null;
  return (
    <section
      aria-label="What was found"
      className="mt-2.5 grid gap-x-6 border-t border-line-2 pt-2 text-lead leading-5.75
        md:grid-cols-[1fr_minmax(0,300px)]"
    >
      <div>
        {found.words.length ? <p>Found: {found.words.join(", ")}.</p> : null}
        {forecasts.length && guess && isInspected(ctx) && !hasGuessed(ctx) ? <EyeFirst onSay={guess} /> : null}
        {forecasts.length && (!guess || hasGuessed(ctx)) ? (
          <ul aria-label="What the work should give" className="my-1 font-strong">
            {forecasts.map((f) => (
              <li key={`${f.path} ${f.part ?? ""}`}>{f.words}</li>
            ))}
          </ul>
        ) : null}
        {agreements.map((a) => (
          <p key={`${a.path} ${a.chip ?? ""}`} className={a.agrees ? "text-ink-2" : ""}>
            <b className="font-strong">{a.agrees ? "Agrees" : "Does not agree"}.</b> {a.words}
          </p>
        ))}
      </div>
      <AgreementBars agreements={agreements} />
    </section>
  );
}
