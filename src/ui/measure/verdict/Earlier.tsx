"use client";
import { words } from "@/core/base/words";
import { useRouter } from "next/navigation";
import type { Verdict } from "@/core/measure/says";
import { Button } from "@/ui/kit/controls/Button";
import { send } from "@/ui/kit/controls/send";
import { useSubmit } from "@/ui/kit/controls/useSubmit";
import { Sentence } from "./Sentence";

export interface OtherVerdict {
  judge: string;
  at: string;
  headline: Verdict["headline"];
  K: number | null;
}

export interface EarlierVerdict extends OtherVerdict {
  nowK: number | null;
  because: string;
}

const K = (v: number | null) => (v === null ? "no difference given" : words.kelvin(v));

/** The verdict this one took the place of, and a way to judge again when the judge has moved on. */
export function Earlier({
  jobId,
  earlier,
  beside,
  outdated,
  judge,
}: {
  jobId: number;
  earlier: EarlierVerdict | null;
  /** Judged since the job was closed. */
  beside: OtherVerdict | null;
  outdated: boolean;
  judge: string;
}) {
  const router = useRouter();
  const { act, busy, refusal } = useSubmit();
  if (!earlier && !beside && !outdated) return null;
  const again = async () => {
    if (await act(() => send("POST", `/api/jobs/${jobId}/judge`, {}))) router.refresh();
  };
  return (
    <section aria-label="Earlier verdict" className="mt-3 border-t border-line pt-2.5 text-body">
      {earlier ? (
        <p>
          <b className="font-strong">Judged before:</b> <Sentence parts={earlier.headline} />,{" "}
          <span className="num">{K(earlier.K)}</span>; now <span className="num">{K(earlier.nowK)}</span>. Why it
          differs: {earlier.because}.
        </p>
      ) : null}
      {beside ? (
        <p>
          <b className="font-strong">Judged anew ({beside.judge}):</b> <Sentence parts={beside.headline} />,{" "}
          <span className="num">{K(beside.K)}</span>. The job keeps the verdict it was closed with.
        </p>
      ) : null}
      {outdated ? (
        <div className="mt-2 flex items-center gap-3">
          <span>This verdict was given by judge {judge}; the judge has moved on.</span>
          <Button onClick={() => void again()} disabled={busy}>
            Judge again
          </Button>
        </div>
      ) : null}
      {refusal}
    </section>
  );
}
