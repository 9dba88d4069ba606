"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { SCHOOLS, type Procedure } from "@/core/handwork/service";
import { Button } from "@/ui/kit/controls/Button";
import { send } from "@/ui/kit/controls/send";
import { useSubmit, Refusal } from "@/ui/kit/controls/useSubmit";

const KEYS = Object.keys(SCHOOLS) as (keyof Procedure)[];

/** The schools, question by question, each option with a radio and ours with its reason. */
export function ProcedureForm({ start, to, closed = false }: { start: Procedure; to: string; closed?: boolean }) {
  const router = useRouter();
  const [procedure, setProcedure] = useState<Procedure>(start);
  const [said, setSaid] = useState("");
  const { act, problem } = useSubmit();
  const save = async () => {
    setSaid("");
    if (!(await act(() => send<null>("PUT", to, procedure)))) return;
    setSaid("Kept");
    router.refresh();
  };
  return (
    <form
      className="mt-5 max-w-260"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      {KEYS.map((key) => (
        <fieldset
          key={key}
          disabled={closed}
          className="grid gap-x-8 gap-y-1 border-t-[1.5px] border-line py-4 md:grid-cols-[260px_minmax(0,1fr)]"
        >
          <legend className="contents">
            <span className="text-sub leading-6.25 font-strong">{SCHOOLS[key].question}</span>
          </legend>
          <div>
            <div className="flex flex-wrap gap-x-6">
              {SCHOOLS[key].options.map(([value, label], i) => (
                <label key={String(value)} className="flex min-h-11 items-center gap-2.5 text-lead">
                  <input
                    type="radio"
                    name={key}
                    className="size-5 accent-[var(--copper)]"
                    checked={procedure[key] === value}
                    onChange={() => setProcedure({ ...procedure, [key]: value })}
                  />
                  {label}
                  {i === 0 ? <span className="text-note text-ink-2">our default</span> : null}
                </label>
              ))}
            </div>
            <p className="text-body text-ink-2">{SCHOOLS[key].why}</p>
          </div>
        </fieldset>
      ))}
      <div className="flex items-center gap-4 border-t-[1.5px] border-line pt-4">
        <Button type="submit" look="main" big disabled={closed}>
          Keep these ways
        </Button>
        <span role="status" className="text-lead text-ink-2">
          {said}
        </span>
        <Refusal problem={problem} />
      </div>
    </form>
  );
}
