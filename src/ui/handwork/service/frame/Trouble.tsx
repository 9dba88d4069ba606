"use client";
import { Button } from "@/ui/kit/controls/Button";

/** What to do when a step will not go as it should, and the ways on from there. */
export function Trouble({
  word,
  say,
  onGoes,
  onLeave,
  onAgain,
}: {
  word: string;
  say: string;
  onGoes: () => void;
  onLeave: () => void;
  onAgain?: () => void;
}) {
  return (
    <section aria-label={word} className="caution-band mb-3 px-3.5 py-2.5">
      <h2 className="text-sub font-bold">{word}</h2>
      <p className="mt-1 text-lead leading-5.75">{say}</p>
      <div className="mt-2.5 flex flex-wrap gap-2">
        <Button look="plain" onClick={onGoes}>
          It goes now
        </Button>
        {onAgain ? (
          <Button look="plain" onClick={onAgain}>
            Start the rounds again
          </Button>
        ) : null}
        <Button onClick={onLeave}>Skip it, with a reason</Button>
      </div>
    </section>
  );
}
