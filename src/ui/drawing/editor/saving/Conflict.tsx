"use client";
import type { Layout } from "@/core/drawing/parts";
import { Button } from "@/ui/kit/controls/Button";
import { SmallUnderside } from "@/ui/drawing/underside/SmallUnderside";
import { FormDialog } from "@/ui/kit/controls/FormDialog";

interface Props {
  mine: Layout;
  theirs: { document: Layout; changes: string[] };
  onMine: () => void;
  onTheirs: () => void;
  /** Why the last choice could not be carried out. */
  problem: string;
}

/** Two tabs drew at the same time: both drawings side by side, one goes on, none is lost. */
export function Conflict({ mine, theirs, onMine, onTheirs, problem }: Props) {
  return (
    <FormDialog title="This drawing was changed elsewhere meanwhile." onClose={() => undefined} width="wide">
      <p className="mt-1 text-lead text-ink-2">
        There, against yours: {theirs.changes.length ? theirs.changes.join("; ") : "nothing that shows"}. Choose which
        one goes on; the other stays as a revision of its own.
      </p>
      {problem ? (
        <p role="alert" className="caution-band mt-3 px-3 py-2 text-body">
          {problem} Both are still here.
        </p>
      ) : null}
      <div className="mt-5 grid grid-cols-2 gap-5">
        {[
          ["Yours, on this device", mine, onMine, "Go on with mine"] as const,
          ["The other", theirs.document, onTheirs, "Go on with the other"] as const,
        ].map(([title, layout, act, word]) => (
          <section key={title} aria-label={title} className="flex flex-col gap-3">
            <h3 className="text-lead font-strong">
              {title}, {layout.parts.length} parts
            </h3>
            <div className="grid place-items-center bg-plane p-2">
              <SmallUnderside layout={layout} pxPerMm={0.98} />
            </div>
            <Button look="plain" big onClick={act}>
              {word}
            </Button>
          </section>
        ))}
      </div>
    </FormDialog>
  );
}
