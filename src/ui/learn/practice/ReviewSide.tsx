"use client";
import type { Review, Way } from "@/core/learn/practice";
import { actOf } from "@/core/learn/practice";
import { faultName, suspectOf, SUSPECT_PATH } from "@/core/learn/suspects";
import { words } from "@/core/base/words";
import { Button } from "@/ui/kit/controls/Button";
import { Sentence } from "@/ui/measure/verdict/Sentence";
import { inWords } from "./NameDialog";
import { PATH_INK, SuspectPicture } from "@/ui/learn/suspects/SuspectPicture";

interface Props {
  review: Review;
  minutes: number;
  uses: readonly string[];
  busy: boolean;
  onVerdict: () => void;
  onAgain: () => void;
  onNext: () => void;
}

/** What was wrong, what misled, what tells it apart, and the shortest way. */
export function ReviewSide({ review, minutes, uses, busy, onVerdict, onAgain, onNext }: Props) {
  const { truth, misled, apart, way, knownAt, verdict } = review;
  const sooner = knownAt !== null && knownAt.step > 0 && knownAt.minutes < minutes;
  return (
    <div className="flex flex-1 flex-col px-5 pt-4">
      <h2 className="text-step leading-8.5 font-bold">{words.capital(inWords(truth))}</h2>
      <ul className="mt-3 flex flex-wrap gap-5">
        {truth.map((k) => (
          <li key={k} className="flex flex-col items-center gap-1">
            <SuspectPicture of={suspectOf(k)} scale={truth.length > 1 ? 1.5 : 1.9} />
            <span className={`text-note font-strong ${PATH_INK[SUSPECT_PATH[suspectOf(k)] ?? "none"]}`}>
              {faultName(k)}
            </span>
          </li>
        ))}
      </ul>
      <Part title="What misled">{misled}</Part>
      <Part title="What tells them apart">{apart}</Part>
      <Part title="Shortest way">
        <span>
          {wayWords(way)} <b className="num font-strong text-ink">{way.minutes} min</b>, {materialWords(way.uses)}.
        </span>{" "}
        <span>
          Yours: <b className="num font-strong text-ink">{minutes} min</b>, {materialWords(uses)}.
        </span>
      </Part>
      {verdict ? (
        <Part title="The judge on your runs">
          <Sentence parts={verdict.headline} />
          <button type="button" className="link ml-2 min-h-11" onClick={onVerdict}>
            See both runs
          </button>
        </Part>
      ) : null}
      <div className="flex-1" />
      <div className="sticky bottom-0 -mx-5 grid gap-2.5 bg-sheet px-5 pt-3 pb-4">
        <Button big keyCap="B" disabled={busy} onClick={onAgain}>
          {sooner ? `Again from minute ${knownAt.minutes}` : "Again from the start"}
        </Button>
        <Button look="main" big keyCap="Enter" className="min-h-17 text-title" disabled={busy} onClick={onNext}>
          Next machine
        </Button>
      </div>
    </div>
  );
}

function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section className="mt-2 border-t border-line-2 pt-2">
      <h3 className="text-lead font-strong">{title}</h3>
      <p className="text-lead leading-5.5 text-ink-2">{children}</p>
    </section>
  );
}

const materialWords = (uses: readonly string[]): string => (uses.length ? uses.join(", ") : "no material");

/** A way as it is told: its tests, then what mends it. */
function wayWords({ tests, cures }: Way): string {
  const names = (ids: Way["tests"]) => ids.map((id) => actOf(id).name.toLowerCase());
  const known = words.capital(words.listed(names(tests)));
  return cures.length ? `${known}; then ${words.listed(names(cures))}:` : `${known}:`;
}
