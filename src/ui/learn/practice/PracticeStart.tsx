"use client";
import { Allowed } from "@/ui/kit/controls/Allowed";
import { Input } from "@headlessui/react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { LEVELS, type Level, type Outcome, type PracticeStart, type RecordLine } from "@/core/learn/practice";
import { SUSPECT_PATH, SUSPECT_WORDS, SUSPECTS } from "@/core/learn/suspects";
import { words } from "@/core/base/words";
import { Button, LinkButton } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { useKeys } from "@/ui/kit/controls/keys";
import { send } from "@/ui/kit/controls/send";
import { useSignedIn } from "@/ui/kit/controls/signedIn";
import { Table, type TableColumn } from "@/ui/kit/controls/Table";
import { PATH_INK, SuspectPicture } from "@/ui/learn/suspects/SuspectPicture";
import { useSubmit } from "@/ui/kit/controls/useSubmit";

/** How hard a machine is, in a line. */
export const LEVEL_WORDS: Readonly<Record<Level, string>> = {
  easy: "one bad fault, everything logged",
  fair: "one fault, not always all logged",
  hard: "one or two faults, a sensor may lack",
  mean: "small or two faults, or none, and little is logged",
};

const OUTCOMES: Readonly<Record<Outcome, string>> = {
  right: "right",
  near: "near",
  half: "half of it",
  wrong: "not it",
};

/** Where a learner begins, with what they did so far. */
export function PracticeStartScreen({ view }: { view: PracticeStart }) {
  const router = useRouter();
  const { as, person } = useSignedIn();
  const [typed, setLearner] = useState(view.learner);
  // who is signed in practises on their own record
  const own = as === "person" ? person : null;
  const learner = own ?? typed;
  const [level, setLevel] = useState<Level>("easy");
  const [code, setCode] = useState("");
  const { act, busy, fields, rest } = useSubmit();
  const start = async (by: { code: string } | { level: Level }) => {
    const sent = await act(() => send<{ id: number }>("POST", "/api/practice/tries", { learner, ...by }));
    if (sent) router.push(`/practice/${sent.value.id}`);
  };
  const begin = () => void start(code.trim() ? { code: code.trim() } : { level });
  useKeys({ Enter: busy ? undefined : begin });
  return (
    <main className="grid flex-1 grid-cols-1 content-start lg:grid-cols-[minmax(0,26rem)_minmax(0,1fr)]">
      <section className="border-line bg-sheet px-4 py-6 sm:px-10 lg:border-r-[1.5px]" aria-labelledby="begin">
        <h1 id="begin" className="text-step leading-8.5 font-bold">
          A machine whose fault is hidden
        </h1>
        <p className="mt-1 text-lead leading-5.5 text-ink-2">
          Order runs, look, mend, run again; then say what was wrong. Minutes and material count, points do not.
        </p>
        <Allowed right="work">
          <form
            className="mt-5 grid gap-4"
            onSubmit={(e) => {
              e.preventDefault();
              begin();
            }}
          >
            <LearnerField learner={learner} onLearner={own ? null : setLearner} error={fields.learner} />
            <LevelField level={level} onLevel={setLevel} />
            <Field label="Or by its code" error={fields.code} hint="Whoever has the code gets the same machine.">
              <Input
                value={code}
                maxLength={20}
                placeholder="7KD-4QH-M2X"
                onChange={(e) => setCode(e.target.value)}
                className="field num w-50 uppercase"
                autoComplete="off"
              />
            </Field>
            {rest}
            <Button look="main" big keyCap="Enter" type="submit" disabled={busy} className="min-h-17 text-title">
              Put it on the bench
            </Button>
          </form>
        </Allowed>
      </section>
      <div className="min-w-0 bg-sheet px-4 py-6 sm:px-10">
        <LineUp />
        <Record view={view} />
        <Cases view={view} busy={busy} onStart={(c) => void start({ code: c })} />
      </div>
    </main>
  );
}

interface LearnerProps {
  learner: string;
  /** null where it is known who practises. */
  onLearner: ((learner: string) => void) | null;
  error: string | undefined;
}

/** Whose record it goes on. */
function LearnerField({ learner, onLearner, error }: LearnerProps) {
  if (!onLearner)
    return (
      <p className="text-lead">
        You practise as <b className="num font-strong">{learner}</b>. Your record goes by it, apart from every job.
      </p>
    );
  return (
    <Field label="Your initials" error={error} hint="Your record goes by them, apart from every job.">
      <Input
        value={learner}
        maxLength={8}
        onChange={(e) => onLearner(e.target.value)}
        className="field w-30"
        autoComplete="off"
      />
    </Field>
  );
}

/** How hard the machine may be. */
function LevelField({ level, onLevel }: { level: Level; onLevel: (level: Level) => void }) {
  return (
    <fieldset>
      <legend className="mb-1 text-body font-medium">How hard</legend>
      <ul className="grid gap-1">
        {LEVELS.map((l) => (
          <li key={l}>
            <label
              className="flex min-h-11 cursor-pointer items-center gap-3 border-2 border-transparent px-3
                has-checked:border-copper has-checked:bg-copper-wash"
            >
              <input
                type="radio"
                name="level"
                className="size-5 accent-(--copper)"
                checked={level === l}
                onChange={() => onLevel(l)}
              />
              <span>
                <b className="text-lead font-strong">{words.capital(l)}</b>{" "}
                <span className="text-note text-ink-2">{LEVEL_WORDS[l]}</span>
              </span>
            </label>
          </li>
        ))}
      </ul>
    </fieldset>
  );
}

/** The suspects, each as its part in the faulty state. */
function LineUp() {
  return (
    <section aria-labelledby="line-up" className="mb-8">
      <h2 id="line-up" className="text-title font-bold">
        Seven suspects
      </h2>
      <ul className="mt-3 flex flex-wrap gap-x-2 gap-y-4">
        {SUSPECTS.map((s) => (
          <li key={s} className="flex w-25 flex-col items-center gap-1.5">
            <SuspectPicture of={s} scale={1.3} />
            <span className={`text-center text-note leading-4.5 font-strong ${PATH_INK[SUSPECT_PATH[s] ?? "none"]}`}>
              {SUSPECT_WORDS[s]}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

const COLUMNS: readonly TableColumn<RecordLine>[] = [
  {
    key: "number",
    heading: "Machine",
    by: (r) => r.number,
    cell: (r) => (
      <Link prefetch={false} href={`/practice/${r.id}`} className="link inline-flex min-h-11 items-center">
        Mystery machine {r.number}
      </Link>
    ),
  },
  { key: "model", heading: "Model", by: (r) => r.model, cell: (r) => r.model },
  { key: "level", heading: "How hard", by: (r) => LEVELS.indexOf(r.level), cell: (r) => r.level },
  {
    key: "minutes",
    heading: "Bench time",
    by: (r) => r.minutes,
    cell: (r) => <span className="num">{r.minutes} min</span>,
  },
  { key: "tests", heading: "Ordered", by: (r) => r.tests, cell: (r) => <span className="num">{r.tests}</span> },
  {
    key: "outcome",
    heading: "Named",
    by: (r) => r.outcome ?? "",
    cell: (r) => (r.outcome ? OUTCOMES[r.outcome] : "not yet"),
  },
  { key: "code", heading: "Code", cell: (r) => <span className="num text-note">{r.code}</span> },
];

/** What a learner did so far; else who practised here. */
function Record({ view }: { view: PracticeStart }) {
  return (
    <section aria-labelledby="record">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 id="record" className="text-title font-bold">
          {view.learner ? `Record of ${view.learner}` : "Who practised here"}
        </h2>
        {view.learner ? (
          <Link prefetch={false} href="/practice" className="link inline-flex min-h-11 items-center text-body">
            All learners
          </Link>
        ) : null}
      </div>
      {view.learner ? (
        view.record.length ? (
          <div className="mt-2 overflow-x-auto">
            <Table
              caption={`Machines ${view.learner} tried`}
              columns={COLUMNS}
              rows={view.record}
              rowKey={(r) => String(r.id)}
            />
          </div>
        ) : (
          <p className="mt-2 text-lead text-ink-2">No machine yet.</p>
        )
      ) : view.learners.length ? (
        <ul className="mt-2 flex flex-wrap gap-2">
          {view.learners.map((l) => (
            <li key={l.learner}>
              <LinkButton href={`/practice?learner=${encodeURIComponent(l.learner)}`}>
                {l.learner} <span className="num text-note">{words.counted(l.tries, "machine")}</span>
              </LinkButton>
            </li>
          ))}
        </ul>
      ) : (
        <p className="mt-2 text-lead text-ink-2">Nobody yet. Give your initials and put a machine on the bench.</p>
      )}
    </section>
  );
}

/** Cases the teacher made. */
function Cases({ view, busy, onStart }: { view: PracticeStart; busy: boolean; onStart: (code: string) => void }) {
  return (
    <section aria-labelledby="cases" className="mt-8">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 id="cases" className="text-title font-bold">
          Cases of the workshop
        </h2>
        <Link prefetch={false} href="/practice/cases" className="link inline-flex min-h-11 items-center text-body">
          Make a case
        </Link>
      </div>
      {view.cases.length ? (
        <ul className="mt-2">
          {view.cases.map((c) => (
            <li key={c.code} className="flex flex-wrap items-center gap-x-4 border-t border-line-2 py-1.5">
              <span className="min-w-0 flex-1 text-lead">
                <b className="font-strong">{c.title}</b>{" "}
                <span className="text-note text-ink-2">
                  {c.model}, {c.level}
                  {c.who ? `, by ${c.who}` : ""}
                </span>
              </span>
              <span className="num text-note">{c.code}</span>
              <Button disabled={busy} onClick={() => onStart(c.code)} aria-label={`Practise on ${c.title}`}>
                Practise
              </Button>
            </li>
          ))}
        </ul>
      ) : (
        <p className="mt-2 text-lead text-ink-2">None yet. A teacher makes them; everybody finds them here.</p>
      )}
    </section>
  );
}
