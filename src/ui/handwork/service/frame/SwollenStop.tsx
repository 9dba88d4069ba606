import { OctagonX } from "lucide-react";
import { LinkButton } from "@/ui/kit/controls/Button";
import { stagePath } from "@/ui/kit/steps/paths";

/** No load run on a swollen battery: a hard stop, without a way round. */
export function SwollenStop({ jobId }: { jobId: number }) {
  return (
    <div className="grid flex-1 place-items-center p-8">
      <section aria-label="The battery is swollen" className="w-full max-w-140 border-[3px] border-stop p-6">
        <h1 className="flex items-center gap-3 text-step leading-8.25 font-bold text-stop-ink">
          <OctagonX aria-hidden size={30} /> No load on a swollen battery
        </h1>
        <p className="mt-2 text-sub leading-6.5">
          Heat and charge can set it alight. Do not puncture or press it, move it away from anything that burns, and
          follow local rules for damaged lithium batteries. A run comes after it was dealt with.
        </p>
        <LinkButton href={stagePath(jobId, "intake")} look="plain" className="mt-5">
          To the battery at intake
        </LinkButton>
      </section>
    </div>
  );
}
