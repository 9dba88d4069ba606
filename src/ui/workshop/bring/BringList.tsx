"use client";
import { useRef, useState } from "react";
import { words } from "@/core/base/words";
import { Button, LinkButton } from "@/ui/kit/controls/Button";
import { Progress } from "@/ui/kit/controls/Progress";
import { sendBytes } from "@/ui/kit/controls/send";
import { FilePick } from "./FilePick";
import { useSubmit, Refusal } from "@/ui/kit/controls/useSubmit";

interface ListTaken {
  fresh: number;
  known: number;
  sample: { line: number; tag: string; model: string; place: string }[];
  bad: { line: number; tag: string; why: string[] }[];
  unknownColumns: string[];
  stored: boolean;
}

/** Takes a list of machines in: looked through first, with what is wrong by line; then the good lines, all or none. */
export function BringList() {
  const [list, setList] = useState<{ name: string; text: string } | null>(null);
  const [looked, setLooked] = useState<ListTaken | null>(null);
  const { act, busy, problem } = useSubmit();
  const [doing, setDoing] = useState("Reading");
  const stop = useRef<(() => void) | null>(null);
  const ask = async (text: string, store: boolean) => {
    setDoing(store ? "Taking in" : "Reading");
    const sending = sendBytes<ListTaken>("POST", `/api/machines/list${store ? "?store=1" : ""}`, text);
    stop.current = sending.abort;
    const sent = await act(() => sending.done);
    if (sent) setLooked(sent.value);
  };
  const choose = async (files: readonly File[]) => {
    const [file] = files;
    if (!file) return;
    const text = await file.text();
    setList({ name: file.name, text });
    setLooked(null);
    await ask(text, false);
  };
  return (
    <section aria-labelledby="bring-list">
      <h2 id="bring-list" className="text-head font-bold">
        A list of machines
      </h2>
      <p className="mt-1 mb-4 text-lead text-ink-2">
        CSV with a line of headings: <b className="num font-strong">tag, model</b>, and where known variant, place,
        environment, form, limit, used, bought, complaint. A line with a complaint opens a job.
      </p>
      {busy ? (
        <Progress label={`${doing} ${list?.name ?? "the list"}`} share={null} onCancel={() => stop.current?.()} />
      ) : (
        <FilePick label="Choose a CSV of machines" accept=".csv,.txt,text/csv" onFiles={(f) => void choose(f)} />
      )}
      <div aria-live="polite" className="mt-4">
        <Refusal problem={problem} />
        {looked && !busy ? (
          <Looked looked={looked} name={list?.name ?? ""} onTake={() => void ask(list?.text ?? "", true)} />
        ) : null}
      </div>
    </section>
  );
}

interface LookedProps {
  looked: ListTaken;
  name: string;
  onTake: () => void;
}

function Looked({ looked, name, onTake }: LookedProps) {
  const { fresh, known, bad, sample, unknownColumns, stored } = looked;
  return (
    <div className="grid gap-3 text-lead">
      <p className="text-sub font-strong" role="status">
        <span className="num">{name}</span>: {words.counted(fresh, "machine")}{" "}
        {stored ? words.agreeing(fresh, "is here now", "are here now") : words.agreeing(fresh, "is new", "are new")}
        {known ? `, ${known} ${words.agreeing(known, "was", "were")} here already and stay as they are` : ""}
        {bad.length ? `, ${words.counted(bad.length, "line")} cannot be taken` : ""}.
      </p>
      {unknownColumns.length ? (
        <p className="text-body text-ink-2">
          Columns that mean nothing here: {unknownColumns.slice(0, 12).join(", ")}.
        </p>
      ) : null}
      {bad.length ? (
        <ul className="grid max-h-64 gap-1 overflow-y-auto border-l-4 border-caution pl-4" tabIndex={0}>
          {bad.map((b) => (
            <li key={b.line} className="text-body">
              <b className="num font-strong">Line {b.line}</b>
              {b.tag ? `, ${b.tag}` : ""}: {b.why.join(" ")}
            </li>
          ))}
        </ul>
      ) : null}
      {stored ? (
        <LinkButton href="/machines" look="main" big className="justify-self-start">
          To the rack
        </LinkButton>
      ) : (
        <>
          {sample.length ? (
            <p className="text-body text-ink-2">
              First of them: {sample.map((s) => [s.tag, s.model, s.place].filter(Boolean).join(" ")).join("; ")}.
            </p>
          ) : null}
          <Button look="main" big className="justify-self-start" disabled={fresh === 0} onClick={onTake}>
            {fresh === 0 ? "Nothing to take in" : `Take in ${words.counted(fresh, "machine")}`}
          </Button>
        </>
      )}
    </div>
  );
}
